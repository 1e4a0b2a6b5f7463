import { add, scale, subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'

/** A turn, as a unit quaternion: w, x, y, z. */
export type Turn = readonly [number, number, number, number]
/** Where the middle of a rigid line is, mm, and how it is turned from how it lies in its place. */
export type Pose = { at: Vec3; turn: Turn }

/** As it lies in its place. */
export const unturned: Turn = [1, 0, 0, 0]

/** A turn about an axis of any length but none, degrees. */
export function turnAbout([x, y, z]: Vec3, degrees: number): Turn {
  const half = (degrees * Math.PI) / 360
  const size = Math.hypot(x, y, z)
  const s = Math.sin(half) / size
  return [Math.cos(half), x * s, y * s, z * s]
}

/** One turn after another: first `b`, then `a`. */
export const turned = ([aw, ax, ay, az]: Turn, [bw, bx, by, bz]: Turn): Turn => [
  aw * bw - ax * bx - ay * by - az * bz,
  aw * bx + ax * bw + ay * bz - az * by,
  aw * by - ax * bz + ay * bw + az * bx,
  aw * bz + ax * by - ay * bx + az * bw,
]

/** A point of the line, measured from its middle as it lies in its place, where a pose puts it. */
export function placed({ at, turn: [w, x, y, z] }: Pose, p: Vec3): Vec3 {
  // v' = v + 2·w·(q×v) + 2·q×(q×v)
  const [cx, cy, cz] = [y * p[2] - z * p[1], z * p[0] - x * p[2], x * p[1] - y * p[0]]
  return [
    at[0] + p[0] + 2 * (w * cx + y * cz - z * cy),
    at[1] + p[1] + 2 * (w * cy + z * cx - x * cz),
    at[2] + p[2] + 2 * (w * cz + x * cy - y * cx),
  ]
}

/** The angle between two turns, degrees. */
export function angleBetween(a: Turn, b: Turn): number {
  const same = Math.abs(a[0] * b[0] + a[1] * b[1] + a[2] * b[2] + a[3] * b[3])
  return (2 * Math.acos(Math.min(1, same)) * 180) / Math.PI
}

/** The pose a share of the way from one to another: along the straight line, and the short way round (Shoemake 1985, slerp). */
export function between(a: Pose, b: Pose, share: number): Pose {
  const at = add(a.at, scale(subtract(b.at, a.at), share))
  const [p, q] = [a.turn, b.turn]
  let cosine = p[0] * q[0] + p[1] * q[1] + p[2] * q[2] + p[3] * q[3]
  const sign = cosine < 0 ? -1 : 1
  cosine = Math.min(1, cosine * sign)
  const angle = Math.acos(cosine)
  const [u, v] =
    angle < 1e-6
      ? [1 - share, share * sign]
      : [Math.sin((1 - share) * angle) / Math.sin(angle), (Math.sin(share * angle) / Math.sin(angle)) * sign]
  const raw = [p[0] * u + q[0] * v, p[1] * u + q[1] * v, p[2] * u + q[2] * v, p[3] * u + q[3] * v] as const
  const size = Math.hypot(...raw)
  return { at, turn: [raw[0] / size, raw[1] / size, raw[2] / size, raw[3] / size] }
}

/** The turn that leads from one to another: its axis and its angle, degrees, the short way. */
export function turnFrom(a: Turn, b: Turn): { axis: Vec3; degrees: number } {
  const [w, x, y, z] = turned(b, [a[0], -a[1], -a[2], -a[3]])
  const sign = w < 0 ? -1 : 1
  const size = Math.hypot(x, y, z)
  return size < 1e-9
    ? { axis: [0, 0, 1], degrees: 0 }
    : { axis: [(x * sign) / size, (y * sign) / size, (z * sign) / size], degrees: (2 * Math.atan2(size, w * sign) * 180) / Math.PI }
}
