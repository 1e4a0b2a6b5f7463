import type { Body, Vec3 } from '#core/sheet/types'

export type Spot = { x: number; y: number }
/** Turned about the upright, and looked at from so far above; below zero: from below. Degrees. */
export type LookedAt = { turn: number; tilt: number }
export type SpaceView = { spot: (at: Vec3) => Spot; path: (course: readonly Vec3[]) => string; scale: number }

/** Looked at from straight above or below everything lies flat; nobody is asked to turn past that. */
export const tiltMost = 90

/** Points in space on a picture, by parallel projection, fitted so that all of `courses` lie in a box with room around. Up is up. */
export function spaceView(
  courses: readonly (readonly Vec3[])[],
  { turn, tilt }: LookedAt,
  box: { width: number; height: number },
  margin = 36,
): SpaceView {
  const yaw = (turn * Math.PI) / 180
  const down = (Math.min(tiltMost, Math.max(-tiltMost, tilt)) * Math.PI) / 180
  const flat = ([x, y, z]: Vec3): Spot => ({
    x: x * Math.cos(yaw) - y * Math.sin(yaw),
    y: (x * Math.sin(yaw) + y * Math.cos(yaw)) * Math.sin(down) - z * Math.cos(down),
  })
  const all = courses.flat().map(flat)
  const [low, high] = [bound(all, Math.min), bound(all, Math.max)]
  const scale = Math.min((box.width - 2 * margin) / Math.max(1, high.x - low.x), (box.height - 2 * margin) / Math.max(1, high.y - low.y))
  const middle = { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2 }
  const spot = (at: Vec3): Spot => {
    const { x, y } = flat(at)
    return { x: box.width / 2 + (x - middle.x) * scale, y: box.height / 2 + (y - middle.y) * scale }
  }
  const path = (course: readonly Vec3[]) =>
    course
      .map(spot)
      .map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join(' ')
  return { spot, path, scale }
}
const bound = (spots: readonly Spot[], pick: (...values: number[]) => number): Spot => ({
  x: pick(...spots.map(({ x }) => x)),
  y: pick(...spots.map(({ y }) => y)),
})

/** What of a thing in the way is drawn: a box by its twelve edges, a round thing by its axis, as thick as it is. */
export function outlineOf(body: Body): { courses: Vec3[][]; thick: number; round: boolean } {
  if (body.shape !== 'box') return { courses: [[body.a, body.b]], thick: body.radius * 2, round: body.shape === 'capsule' }
  const [a, b] = [body.min, body.max]
  const at = (x: 0 | 1, y: 0 | 1, z: 0 | 1): Vec3 => [[a, b][x]![0], [a, b][y]![1], [a, b][z]![2]]
  const ring = (z: 0 | 1): Vec3[] => [at(0, 0, z), at(1, 0, z), at(1, 1, z), at(0, 1, z), at(0, 0, z)]
  const pillars = (
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const
  ).map(([x, y]): Vec3[] => [at(x, y, 0), at(x, y, 1)])
  return { courses: [ring(0), ring(1), ...pillars], thick: 0, round: false }
}
