import type { Leg } from './apexesFromLegs'
import type { Pixel } from './homography'

/** A piece of a picture in shades of grey, 0 to 255, row by row; where its upper left corner lies in the picture. */
export type GreyPatch = { left: number; top: number; width: number; height: number; values: ArrayLike<number> }
export type Snapped = { leg: Leg; /** Of the tube as it is seen, pixels. */ width: number }

/** Across the leg it is looked so finely, pixels. */
const fine = 0.5
/** Thinner than this nothing is a tube; less of a step in grey than this is no edge. */
const least = { width: 2.5, edge: 6 }
/** So many places along a leg are looked at, and so many of them have to agree. */
const stations = 60
const mostAgree = 0.5
/** Places agree that lie on one straight within so many pixels. */
const within = 1.2

function greyAt({ left, top, width, height, values }: GreyPatch, x: number, y: number): number {
  const [px, py] = [Math.min(width - 1.001, Math.max(0, x - left)), Math.min(height - 1.001, Math.max(0, y - top))]
  const [ix, iy] = [Math.floor(px), Math.floor(py)]
  const [fx, fy] = [px - ix, py - iy]
  const at = (dx: number, dy: number) => values[(iy + dy) * width + ix + dx]!
  return (at(0, 0) * (1 - fx) + at(1, 0) * fx) * (1 - fy) + (at(0, 1) * (1 - fx) + at(1, 1) * fx) * fy
}

type Found = { along: number; off: number; width: number; strength: number; sense: 1 | -1 }

/** The two edges across a leg at one place: the strongest pair of a rise and a fall. */
function edgesAt(step: readonly number[], reach: number, along: number): Found | undefined {
  const peaks = step.flatMap((value, i) => {
    const [before, after] = [step[i - 1], step[i + 1]]
    if (before === undefined || after === undefined || Math.abs(value) < least.edge) return []
    if (Math.abs(value) < Math.abs(before) || Math.abs(value) <= Math.abs(after)) return []
    // Where the parabola through three values has its peak.
    const bend = before - 2 * value + after
    return [{ at: (i + (bend === 0 ? 0 : (0.5 * (before - after)) / bend)) * fine - reach, value }]
  })
  let best: Found | undefined
  for (const [i, a] of peaks.entries())
    for (const b of peaks.slice(i + 1)) {
      const width = b.at - a.at
      if (a.value * b.value > 0 || width < least.width || width > reach * 1.5) continue
      // The weaker of the two edges is what the pair is worth.
      const strength = Math.min(Math.abs(a.value), Math.abs(b.value))
      if (!best || strength > best.strength) best = { along, off: (a.at + b.at) / 2, width, strength, sense: a.value > 0 ? 1 : -1 }
    }
  return best
}

/**
 * Lays a straight that a finger has drawn exactly on the middle of the tube's two edges: at many places across it the strongest rise and
 * fall of grey, then the straight on which most of their middles lie (RANSAC, Fischler and Bolles 1981, over all pairs), least squares
 * through those. `reach`: how far beside it is looked, pixels. Undefined: no tube is seen there.
 */
export function snapToTube(patch: GreyPatch, [a, b]: Leg, reach: number): Snapped | undefined {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (!(long >= 20) || !(reach >= 4)) return undefined
  const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long]
  const [nx, ny] = [-uy, ux]
  const count = Math.max(8, Math.min(stations, Math.floor(long / 4)))
  const looks = Math.round((2 * reach) / fine) + 1
  const found = Array.from({ length: count }, (_, i): Found | undefined => {
    const along = long * (0.06 + (0.88 * i) / (count - 1))
    // A little of the length together, against the picture's grain.
    const profile = Array.from({ length: looks }, (_, k) => {
      const off = k * fine - reach
      const at = (by: number) => greyAt(patch, a[0] + ux * (along + by) + nx * off, a[1] + uy * (along + by) + ny * off)
      return (at(-1.5) + at(0) + at(1.5)) / 3
    })
    const step = profile.map((_, k) => (profile[Math.min(looks - 1, k + 2)]! - profile[Math.max(0, k - 2)]!) / 2)
    return edgesAt(step, reach, along)
  }).filter(one => one !== undefined)
  // A tube is lighter than what it lies on, or darker, all along.
  const weight = (sense: 1 | -1) => found.reduce((sum, one) => (one.sense === sense ? sum + one.strength : sum), 0)
  const sense = weight(1) >= weight(-1) ? 1 : -1
  const same = found.filter(one => one.sense === sense)
  const usual = same.map(({ width }) => width).sort((x, y) => x - y)[Math.floor(same.length / 2)] ?? 0
  const alike = same.filter(({ width }) => Math.abs(width - usual) < 0.25 * usual + 1)
  const straight = mostOnOne(alike)
  if (!straight || straight.length < Math.max(6, count * mostAgree)) return undefined
  const { from, slope } = fitLine(straight)
  const moved = ([x, y]: Pixel, along: number): Pixel => [x + nx * (from + slope * along), y + ny * (from + slope * along)]
  return { leg: [moved(a, 0), moved(b, long)], width: straight.reduce((sum, { width }) => sum + width, 0) / straight.length }
}

/** Those that lie on one straight, the most there are. */
function mostOnOne(points: readonly Found[]): Found[] | undefined {
  let best: Found[] | undefined
  for (const [i, p] of points.entries())
    for (const q of points.slice(i + 1)) {
      // From two that lie close by, a straight points anywhere.
      if (q.along - p.along < 10) continue
      const slope = (q.off - p.off) / (q.along - p.along)
      const on = points.filter(({ along, off }) => Math.abs(p.off + slope * (along - p.along) - off) < within)
      if (!best || on.length > best.length) best = on
    }
  return best
}

function fitLine(points: readonly Found[]): { from: number; slope: number } {
  const mean = (pick: (one: Found) => number) => points.reduce((sum, one) => sum + pick(one), 0) / points.length
  const [s, o] = [mean(({ along }) => along), mean(({ off }) => off)]
  const spread = points.reduce((sum, { along }) => sum + (along - s) ** 2, 0)
  const slope = spread > 0 ? points.reduce((sum, { along, off }) => sum + (along - s) * (off - o), 0) / spread : 0
  return { from: o - slope * s, slope }
}
