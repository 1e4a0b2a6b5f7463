import { fail, ok, type Result } from '../result'
import type { CentrePoint, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'
import { add, direction, distance, dot, scale, subtract } from './vector'

/**
 * One row of a straight–rotate–bend table as a bender or a tape measure gives it: feed `straight` mm, turn the tube by `rotate` degrees
 * about its own axis, bend by `bend` degrees around `radius` mm. A last row with bend 0 is the straight after the last bend.
 */
export type BendRow = { straight: number; rotate: number; bend: number; radius: number }
export type BendIssue =
  { code: 'BEND_NO_LENGTH'; row: number } | { code: 'BEND_TOO_SHARP'; row: number } | { code: 'BEND_RADIUS'; row: number }

const degree = Math.PI / 180
const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const unit = (a: Vec3): Vec3 => direction([0, 0, 0], a) ?? [1, 0, 0]
/** Rotation about a unit axis (Rodrigues). */
function turn(vector: Vec3, axis: Vec3, angle: number): Vec3 {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  return add(add(scale(vector, cos), scale(cross(axis, vector), sin)), scale(axis, dot(axis, vector) * (1 - cos)))
}

/** A direction square to the heading to count the first rotation from: upwards where that is possible, else forwards. */
function reference(heading: Vec3): Vec3 {
  const up: Vec3 = Math.abs(heading[2]) < 0.99 ? [0, 0, 1] : [1, 0, 0]
  return unit(subtract(up, scale(heading, dot(up, heading))))
}

/**
 * Measured straights and bends → centre-line points with radii, from a start point and heading. Straights are between tangent points, as
 * they are measured on an old line; corner points stand the tangent length r·tan(θ/2) further out on both sides. The first row's rotation
 * is counted from "up"; each later one from the plane of the bend before, positive clockwise looking along the line. Fails at the first row
 * that cannot be, by its number.
 */
export function pointsFromBends(start: Vec3, heading: Vec3, rows: readonly BendRow[]): Result<CentrePoint[], BendIssue> {
  const points: CentrePoint[] = [{ at: start }]
  let [at, along, towards]: [Vec3, Vec3, Vec3] = [start, unit(heading), reference(unit(heading))]
  for (const [row, { straight, rotate, bend, radius }] of rows.entries()) {
    if (!(straight >= 0) || (straight === 0 && bend === 0)) return fail({ code: 'BEND_NO_LENGTH', row })
    if (bend < 0 || bend >= 180) return fail({ code: 'BEND_TOO_SHARP', row })
    at = add(at, scale(along, straight))
    if (bend === 0) {
      points.push({ at })
      continue
    }
    if (!(radius > 0)) return fail({ code: 'BEND_RADIUS', row })
    towards = turn(towards, along, rotate * degree)
    const tangent = radius * Math.tan((bend * degree) / 2)
    const corner = add(at, scale(along, tangent))
    const normal = cross(along, towards)
    along = unit(turn(along, normal, bend * degree))
    towards = unit(turn(towards, normal, bend * degree))
    points.push({ at: corner, radius: millimetres(radius) })
    at = add(corner, scale(along, tangent))
    if (row === rows.length - 1) points.push({ at })
  }
  // A bend that ends where the next begins leaves no straight, so two corners in a row are fine; a line that never moves is not.
  return points.length < 2
    ? fail({ code: 'BEND_NO_LENGTH', row: 0 })
    : ok(points.filter((point, i) => i === 0 || distance(point.at, points[i - 1]!.at) > 1e-9))
}

/** Centre-line points → the same table, for a bender or to hold against the old line. Kinks without a radius become bends of radius 0. */
export function bendsFromPoints(points: readonly CentrePoint[]): BendRow[] {
  const headings = points.slice(1).map((point, i) => direction(points[i]!.at, point.at) ?? ([1, 0, 0] as Vec3))
  const tangents = points.map(({ radius = 0 }, i) => {
    if (i === 0 || i === points.length - 1) return 0
    return radius * Math.tan(Math.acos(Math.min(1, Math.max(-1, dot(headings[i - 1]!, headings[i]!)))) / 2)
  })
  let towards = headings[0] ? reference(headings[0]) : ([0, 0, 1] as Vec3)
  return headings.map((heading, i) => {
    const straight = Math.max(0, distance(points[i]!.at, points[i + 1]!.at) - tangents[i]! - tangents[i + 1]!)
    const next = headings[i + 1]
    if (!next) return { straight, rotate: 0, bend: 0, radius: 0 }
    const bend = Math.acos(Math.min(1, Math.max(-1, dot(heading, next))))
    const sideways = direction([0, 0, 0], subtract(next, scale(heading, dot(next, heading))))
    if (!sideways || bend < 1e-9) return { straight, rotate: 0, bend: 0, radius: 0 }
    const rotate = Math.atan2(dot(cross(towards, sideways), heading), dot(towards, sideways))
    towards = unit(turn(sideways, cross(heading, sideways), bend))
    return { straight, rotate: rotate / degree, bend: bend / degree, radius: points[i + 1]!.radius ?? 0 }
  })
}
