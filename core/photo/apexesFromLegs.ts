import type { Pixel } from './homography'

/** A straight of the line as it is laid on a picture: two points on its middle line, in the line's own direction. */
export type Leg = readonly [Pixel, Pixel]

/** Legs nearer to parallel than this (sine of the angle) meet nowhere that a hand could lay them on. */
const leastSine = 0.05

function meeting([[ax, ay], [bx, by]]: Leg, [[cx, cy], [dx, dy]]: Leg): Pixel | undefined {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy]
  const cross = ux * vy - uy * vx
  if (Math.abs(cross) < leastSine * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return undefined
  const t = ((cx - ax) * vy - (cy - ay) * vx) / cross
  return [ax + t * ux, ay + t * uy]
}

/**
 * Where a line's apexes are seen: its two ends, and where each leg meets the next. Straight lines stay straight in a picture, so the bend's
 * own apex, which is nowhere on the tube, is found exactly. Undefined where two legs run into each other in this picture.
 */
export function apexesFromLegs(legs: readonly Leg[]): (Pixel | undefined)[] {
  const [first, last] = [legs[0], legs.at(-1)]
  if (!first || !last) return []
  return [first[0], ...legs.slice(1).map((leg, i) => meeting(legs[i]!, leg)), last[1]]
}
