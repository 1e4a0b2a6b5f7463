import type { Vec3 } from '../sheet/types'
import type { Homography, Pixel } from './homography'

/** One lens for all pictures: focal length in pixels, one term of radial distortion; its middle is the picture's. */
export type Lens = { focal: number; k1: number; width: number; height: number }
/** Where a camera stands: rotation as a vector (its length the angle, radians), shift in mm; both take the bench to the camera. */
export type Pose = { turn: Vec3; shift: Vec3 }

/** A vector turned by a rotation vector (Rodrigues). */
export function rotate([rx, ry, rz]: Vec3, [x, y, z]: Vec3): Vec3 {
  const angle = Math.hypot(rx, ry, rz)
  if (angle < 1e-12) return [x + ry * z - rz * y, y + rz * x - rx * z, z + rx * y - ry * x]
  const [kx, ky, kz] = [rx / angle, ry / angle, rz / angle]
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const along = (kx * x + ky * y + kz * z) * (1 - c)
  return [
    x * c + (ky * z - kz * y) * s + kx * along,
    y * c + (kz * x - kx * z) * s + ky * along,
    z * c + (kx * y - ky * x) * s + kz * along,
  ]
}

/** The rotation vector of a rotation matrix given by its rows; away from half a turn, which no camera over a bench makes. */
export function rotationVector([a, b, c]: readonly [Vec3, Vec3, Vec3]): Vec3 {
  const angle = Math.acos(Math.min(1, Math.max(-1, (a[0] + b[1] + c[2] - 1) / 2)))
  const axis: Vec3 = [c[1] - b[2], a[2] - c[0], b[0] - a[1]]
  const size = Math.hypot(...axis)
  if (size > 1e-9) return axis.map(value => (value / size) * angle) as unknown as Vec3
  if (angle < 1e-6) return [0, 0, 0]
  // Half a turn: the axis is in the diagonal.
  const [x, y, z] = [a[0], b[1], c[2]].map(value => Math.sqrt(Math.max(0, (value + 1) / 2))) as [number, number, number]
  return [x * Math.PI, (a[1] < 0 ? -y : y) * Math.PI, (a[2] < 0 ? -z : z) * Math.PI]
}

/** Where a point of the bench is seen, pixels from the upper left; distortion x·(1 + k1·r²) (Brown 1966). Behind the camera: NaN. */
export function project({ focal, k1, width, height }: Lens, { turn, shift }: Pose, point: Vec3): Pixel {
  const [x, y, z] = rotate(turn, point).map((value, axis) => value + shift[axis]!) as [number, number, number]
  if (z <= 1e-6) return [NaN, NaN]
  const [u, v] = [x / z, y / z]
  const factor = 1 + k1 * (u * u + v * v)
  return [width / 2 + focal * u * factor, height / 2 + focal * v * factor]
}

/** From where, and in which direction, a pixel is seen; distortion taken out in a few steps. */
export function rayOf(lens: Lens, { turn, shift }: Pose, [px, py]: Pixel): { from: Vec3; along: Vec3 } {
  const [du, dv] = [(px - lens.width / 2) / lens.focal, (py - lens.height / 2) / lens.focal]
  let [u, v] = [du, dv]
  for (let i = 0; i < 8; i++) {
    const factor = 1 + lens.k1 * (u * u + v * v)
    ;[u, v] = [du / factor, dv / factor]
  }
  const back = turn.map(value => -value) as unknown as Vec3
  const from = rotate(back, shift).map(value => -value) as unknown as Vec3
  return { from, along: rotate(back, [u, v, 1]) }
}

/**
 * Focal length from planes seen aslant: with square pixels and a known middle each plane gives two equations in 1/f² (Zhang 2000).
 * Undefined: every picture was taken straight down, and says nothing.
 */
export function focalFrom(homographies: readonly Homography[], width: number, height: number): number | undefined {
  let [top, bottom] = [0, 0]
  for (const h of homographies) {
    const column = (i: number) => {
      const w = h[6 + i]!
      return [h[i]! - (width / 2) * w, h[3 + i]! - (height / 2) * w, w] as const
    }
    const [a, b] = [column(0), column(1)]
    const size = Math.hypot(...a) * Math.hypot(...b)
    // (a₀b₀ + a₁b₁)·q + a₂b₂ = 0 and (a₀² + a₁² − b₀² − b₁²)·q + a₂² − b₂² = 0, with q = 1/f².
    for (const [m, n] of [
      [a[0] * b[0] + a[1] * b[1], a[2] * b[2]],
      [a[0] ** 2 + a[1] ** 2 - b[0] ** 2 - b[1] ** 2, a[2] ** 2 - b[2] ** 2],
    ] as const) {
      const [x, y] = [m / size, n / size]
      top -= x * y
      bottom += x * x
    }
  }
  const q = top / bottom
  const focal = q > 0 ? 1 / Math.sqrt(q) : NaN
  const side = Math.max(width, height)
  return focal > side * 0.3 && focal < side * 6 ? focal : undefined
}

/** A camera's place from the plane z = 0 that it sees (Zhang 2000). */
export function poseFrom(h: Homography, focal: number, width: number, height: number): Pose {
  const column = (i: number): Vec3 => {
    const w = h[6 + i]!
    return [(h[i]! - (width / 2) * w) / focal, (h[3 + i]! - (height / 2) * w) / focal, w]
  }
  const [a, b, t] = [column(0), column(1), column(2)]
  // The bench lies before the camera.
  const size = ((Math.hypot(...a) + Math.hypot(...b)) / 2) * Math.sign(t[2] || 1)
  const scaled = (v: Vec3): Vec3 => [v[0] / size, v[1] / size, v[2] / size]
  const r1 = unit(scaled(a))
  const rough = scaled(b)
  const along = r1[0] * rough[0] + r1[1] * rough[1] + r1[2] * rough[2]
  const r2 = unit([rough[0] - along * r1[0], rough[1] - along * r1[1], rough[2] - along * r1[2]])
  const r3: Vec3 = [r1[1] * r2[2] - r1[2] * r2[1], r1[2] * r2[0] - r1[0] * r2[2], r1[0] * r2[1] - r1[1] * r2[0]]
  return {
    turn: rotationVector([
      [r1[0], r2[0], r3[0]],
      [r1[1], r2[1], r3[1]],
      [r1[2], r2[2], r3[2]],
    ]),
    shift: scaled(t),
  }
}
const unit = (v: Vec3): Vec3 => {
  const size = Math.hypot(...v)
  return [v[0] / size, v[1] / size, v[2] / size]
}
