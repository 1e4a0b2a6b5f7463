import { distanceToBody } from '../route/distanceToBody'
import { add, distance, scale, subtract } from '../route/vector'
import type { Body, Vec3 } from '../sheet/types'
import { placed, type Pose } from './pose'

/** What the line must not run into. */
export type Obstacle = { id: string; what: string; body: Body }
/** A line that does not bend: points along it, mm from its middle as it lies in its place, and its outer radius. */
export type Rigid = { middle: Vec3; points: readonly Vec3[]; radius: number; reach: number }

/** Finer than anything a hand would thread past. */
const spacing = 12

/** The line as it lies in the car, sampled; its middle is that of its bounding box. In mm. Our own. */
export function rigidOf(course: readonly Vec3[], radius: number): Rigid {
  const points: Vec3[] = course.slice(1).flatMap((to, i) => {
    const from = course[i]!
    const pieces = Math.max(1, Math.ceil(distance(from, to) / spacing))
    return Array.from({ length: pieces }, (_, k) => add(from, scale(subtract(to, from), k / pieces)))
  })
  points.push(course.at(-1)!)
  const along = (axis: 0 | 1 | 2) => points.map(point => point[axis])
  const middle = ([0, 1, 2] as const).map(axis => (Math.min(...along(axis)) + Math.max(...along(axis))) / 2) as unknown as Vec3
  const local = points.map(point => subtract(point, middle))
  return { middle, points: local, radius, reach: Math.max(...local.map(point => Math.hypot(...point))) }
}

export type Room = { gap: number; obstacle: Obstacle | undefined }
/**
 * The least room around the line in a pose, mm from its wall to the nearest obstacle, less than nothing inside one; stops looking below
 * `enough`.
 */
export function roomAround(line: Rigid, pose: Pose, obstacles: readonly Obstacle[], enough = -Infinity): Room {
  let least: Room = { gap: Infinity, obstacle: undefined }
  const near = obstacles.filter(({ body }) => distanceToBody(pose.at, body) - line.reach - line.radius < Math.min(least.gap, 200))
  if (near.length === 0) return least
  for (const point of line.points) {
    const at = placed(pose, point)
    for (const obstacle of near) {
      const gap = distanceToBody(at, obstacle.body) - line.radius
      if (gap < least.gap) least = { gap, obstacle }
    }
    if (least.gap < enough) return least
  }
  return least
}
