import type { Pixel } from './homography'

/** A straight of the line as it is laid on a picture: two points on its middle line, in the line's own direction. */
export type Leg = readonly [Pixel, Pixel]

/** Legs nearer to parallel than this (sine of the angle) meet nowhere that a hand could lay them on. */
const leastSine = 0.05

function meeting(a: Leg, b: Leg): Pixel | undefined {
  const [ux, uy, vx, vy] = [a[1][0] - a[0][0], a[1][1] - a[0][1], b[1][0] - b[0][0], b[1][1] - b[0][1]]
  const isShallow = Math.abs(ux * vy - uy * vx) < leastSine * Math.hypot(ux, uy) * Math.hypot(vx, vy)
  return isShallow ? undefined : crossing(a, b)
}
/** Where two legs cross, however shallow; undefined: they are parallel. */
function crossing([[ax, ay], [bx, by]]: Leg, [[cx, cy], [dx, dy]]: Leg): Pixel | undefined {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy]
  const cross = ux * vy - uy * vx
  if (cross === 0) return undefined
  const t = ((cx - ax) * vy - (cy - ay) * vx) / cross
  return [ax + t * ux, ay + t * uy]
}

/** How a tap scatters in a picture: variances across and down, and how they go together, px². */
export type Scatter = readonly [xx: number, xy: number, yy: number]
/** A point of a leg is hit to about this, pixels, one deviation. */
const tap = 3
/** How a meeting scatters when the four taps do, by its derivatives: legs that cross at a shallow angle say little along themselves. */
function scatterOf(a: Leg, b: Leg): Scatter | undefined {
  const taps = [...a, ...b].flat()
  let [xx, xy, yy] = [0, 0, 0]
  for (let i = 0; i < taps.length; i++) {
    const at = (by: number) => {
      const t = taps.map((value, k) => (k === i ? value + by : value))
      return crossing([[t[0]!, t[1]!], [t[2]!, t[3]!]], [[t[4]!, t[5]!], [t[6]!, t[7]!]]) // prettier-ignore
    }
    const [before, after] = [at(-0.5), at(0.5)]
    if (!before || !after) return undefined
    const [dx, dy] = [after[0] - before[0], after[1] - before[1]]
    xx += dx * dx
    xy += dx * dy
    yy += dy * dy
  }
  return [tap * tap * xx, tap * tap * xy, tap * tap * yy]
}
/** For each apex how surely it is seen; undefined where the legs run into each other. */
export function scattersFromLegs(legs: readonly Leg[]): (Scatter | undefined)[] {
  if (legs.length === 0) return []
  const end: Scatter = [tap * tap, 0, tap * tap]
  return [end, ...legs.slice(1).map((leg, i) => (meeting(legs[i]!, leg) ? scatterOf(legs[i]!, leg) : undefined)), end]
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
