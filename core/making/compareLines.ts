import { bendsFromPoints, pointsFromBends, type BendRow } from '../route/bendTable'
import { developLine, pointAt, samplePoints, type Developed } from '../route/developLine'
import { direction, distance, dot, scale, subtract } from '../route/vector'
import { fail, ok, type Result } from '../result'
import type { CentrePoint, Vec3 } from '../sheet/types'
import { placeBy, rigidFit, turnBy, type Placement } from './rigidFit'

export type CompareIssue = { code: 'COMPARE_UNREADABLE'; which: 'old' | 'new' }
/** How far the new line may lie from the old: along it, and where its ends are screwed on. mm and degrees. */
export type CompareTolerance = { along: number; end: number; endAngle: number }

export type BendChange = {
  bend: number
  what: 'angle' | 'turn'
  /** Degrees to add to the new line's bend, or to the turn before it (clockwise seen from the first end). */
  by: number
}
export type Advice = { changes: BendChange[]; greatest: number; rootMeanSquare: number }

export type Comparison = {
  /** Lays the new line on the old. */
  placement: Placement
  /** How far off the new line is, along the old: mm from its first end, mm. */
  along: { at: number; off: number }[]
  greatest: { at: number; off: number }
  rootMeanSquare: number
  /** Where each end comes to lie, and how its direction and clock differ, after the best fit. */
  ends: { from: EndDeviation; to: EndDeviation }
  lengthDifference: number
  /** What one change, and what two, would make of it; undefined: nothing helps, or there is nothing to help. */
  one?: Advice
  two?: Advice
  verdict: 'agrees' | 'massage' | 'send-back'
}
/** mm, degrees; `clock`: how far the plane of the end's bend is turned about it. */
export type EndDeviation = { off: number; angle: number; clock: number }

const degree = Math.PI / 180
/** Samples are no further apart than this, and no more than so many: lines of a car are a metre or two. */
const step = 12
const mostSamples = 160

function shapeOf(points: readonly CentrePoint[]): Developed | undefined {
  const developed = developLine([{ kind: 'tube', points } as never])
  return developed.ok ? developed.value : undefined
}

type Pair = { at: number; a: Vec3; b: Vec3 }
/** Points of one line and of the other that belong together: as many, at the same share of each line's length between the same bends. */
function pairs(a: Developed, b: Developed, count: number): Pair[] {
  // With as many bends on both, bend belongs to bend: a straight that is too long shows as that and moves nothing else.
  const knots = (line: Developed) => [0, ...(a.bends.length === b.bends.length ? line.bends.map(({ at }) => at) : []), line.length]
  const [ka, kb] = [knots(a), knots(b)]
  return Array.from({ length: count + 1 }, (_, i) => {
    const at = (a.length * i) / count
    const piece = ka.findLastIndex((knot, k) => k < ka.length - 1 && knot <= at)
    const [from, to] = [ka[piece]!, ka[piece + 1]!]
    const share = to > from ? (at - from) / (to - from) : 0
    return { at, a: pointAt(a, at), b: pointAt(b, kb[piece]! + share * (kb[piece + 1]! - kb[piece]!)) }
  })
}
const countFor = (line: Developed): number => Math.min(mostSamples, Math.max(12, Math.ceil(line.length / step)))
const layOn = (matched: readonly Pair[]): Placement =>
  rigidFit(
    matched.map(({ b }) => b),
    matched.map(({ a }) => a),
  )

/** Shortest distance from a point to a polyline. Plain numbers: it is asked some twenty thousand times for one line. */
function distanceTo([px, py, pz]: Vec3, line: readonly Vec3[]): number {
  let least = Infinity
  for (let i = 0; i + 1 < line.length; i++) {
    const [ax, ay, az] = line[i]!
    const [bx, by, bz] = line[i + 1]!
    const [ex, ey, ez] = [bx - ax, by - ay, bz - az]
    const [dx, dy, dz] = [px - ax, py - ay, pz - az]
    const size = ex * ex + ey * ey + ez * ez
    const t = size === 0 ? 0 : Math.min(1, Math.max(0, (dx * ex + dy * ey + dz * ez) / size))
    const [x, y, z] = [dx - t * ex, dy - t * ey, dz - t * ez]
    least = Math.min(least, x * x + y * y + z * z)
  }
  return Math.sqrt(least)
}

/** The direction out of an end, and square to it where its bend lies. */
function endOf(points: readonly CentrePoint[], end: 'from' | 'to'): { at: Vec3; out: Vec3; side: Vec3 | undefined } {
  const inward = (end === 'from' ? points : points.toReversed()).map(({ at }) => at)
  const out = direction(inward[1]!, inward[0]!) ?? [1, 0, 0]
  const next = inward[2] && direction(inward[1]!, inward[2])
  const side = next && direction([0, 0, 0], subtract(next, scale(out, dot(next, out))))
  return { at: inward[0]!, out, side }
}
const angleBetween = (a: Vec3, b: Vec3): number => Math.acos(Math.min(1, Math.max(-1, dot(a, b)))) / degree

function endDeviation(old: readonly CentrePoint[], fresh: readonly CentrePoint[], placement: Placement, end: 'from' | 'to'): EndDeviation {
  const [a, b] = [endOf(old, end), endOf(fresh, end)]
  return {
    off: distance(a.at, placeBy(placement, b.at)),
    angle: angleBetween(a.out, turnBy(placement, b.out)),
    clock: a.side && b.side ? angleBetween(a.side, turnBy(placement, b.side)) : 0,
  }
}

type Fit = { placement: Placement; along: { at: number; off: number }[]; greatest: { at: number; off: number }; rootMeanSquare: number }
function fit(old: Developed, fresh: Developed): Fit {
  const matched = pairs(old, fresh, countFor(old))
  const placement = layOn(matched)
  const laid = samplePoints(fresh, Math.max(1.5, fresh.length / 500)).map(({ at }) => placeBy(placement, at))
  const along = matched.map(({ at, a }) => ({ at, off: distanceTo(a, laid) }))
  return {
    placement,
    along,
    greatest: along.reduce((most, one) => (one.off > most.off ? one : most)),
    rootMeanSquare: Math.sqrt(along.reduce((sum, { off }) => sum + off * off, 0) / along.length),
  }
}

function changed(rows: readonly BendRow[], changes: readonly BendChange[]): BendRow[] {
  let bend = -1
  return rows.map(row => {
    if (row.bend === 0) return row
    bend++
    const mine = changes.filter(change => change.bend === bend)
    const by = (what: BendChange['what']) => mine.filter(change => change.what === what).reduce((sum, change) => sum + change.by, 0)
    return { ...row, bend: Math.min(179, Math.max(0.01, row.bend + by('angle'))), rotate: row.rotate + by('turn') }
  })
}
function shapeOfChanged(rows: readonly BendRow[], changes: readonly BendChange[]): Developed | undefined {
  const points = pointsFromBends([0, 0, 0], [1, 0, 0], changed(rows, changes))
  return points.ok ? shapeOf(points.value) : undefined
}
/** Root mean square of what belongs together, mm: near enough to choose by, and quick. */
function roughly(old: Developed, fresh: Developed | undefined): number {
  if (!fresh) return Infinity
  const matched = pairs(old, fresh, 40)
  const placement = layOn(matched)
  return Math.sqrt(matched.reduce((sum, { a, b }) => sum + distance(a, placeBy(placement, b)) ** 2, 0) / matched.length)
}

/** No hand corrects a bend by more than this on the bench without making it anew. */
const mostByHand = 30
/** And none to less than half a degree. */
const finest = 0.5

/** The one change of a bend or a turn that leaves least, on top of `already`; golden section over what a hand can do. */
function bestChange(old: Developed, rows: readonly BendRow[], already: readonly BendChange[]): Advice | undefined {
  const bends = rows.filter(({ bend }) => bend > 0).length
  const candidates = Array.from({ length: bends }, (_, bend) => bend).flatMap((bend): Omit<BendChange, 'by'>[] => [
    { bend, what: 'angle' },
    // The turn before the first bend only turns the whole line.
    ...(bend === 0 ? [] : [{ bend, what: 'turn' as const }]),
  ])
  const before = roughly(old, shapeOfChanged(rows, already))
  let best: { changes: BendChange[]; cost: number } | undefined
  for (const candidate of candidates) {
    const changes = (by: number) => [...already, { ...candidate, by }]
    const cost = (by: number) => roughly(old, shapeOfChanged(rows, changes(by)))
    const by = Math.round(goldenSection(cost, -mostByHand, mostByHand, finest / 2) / finest) * finest
    const after = cost(by)
    if (by !== 0 && after < (best?.cost ?? before * 0.8)) best = { changes: changes(by), cost: after }
  }
  const fresh = best && shapeOfChanged(rows, best.changes)
  if (!best || !fresh) return undefined
  const { greatest, rootMeanSquare } = fit(old, fresh)
  return { changes: best.changes, greatest: greatest.off, rootMeanSquare }
}

/** Least of a function with one valley between two bounds (Kiefer 1953). */
function goldenSection(cost: (x: number) => number, low: number, high: number, within: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2
  let [a, b] = [low, high]
  let [x, y] = [b - ratio * (b - a), a + ratio * (b - a)]
  let [fx, fy] = [cost(x), cost(y)]
  while (b - a > within) {
    if (fx < fy) {
      ;[b, y, fy] = [y, x, fx]
      x = b - ratio * (b - a)
      fx = cost(x)
    } else {
      ;[a, x, fx] = [x, y, fy]
      y = a + ratio * (b - a)
      fy = cost(y)
    }
  }
  return (a + b) / 2
}

/**
 * Lays a new line on the old one it is to replace and says how far it is off, in mm, along the old line and at its ends; and, where it is
 * off by more than it may, which one bend to change, or which two. Both lines from the same end, in mm, each in a frame of its own.
 */
export function compareLines(
  old: readonly CentrePoint[],
  fresh: readonly CentrePoint[],
  tolerance: CompareTolerance,
): Result<Comparison, CompareIssue> {
  const [a, b] = [shapeOf(old), shapeOf(fresh)]
  if (!a) return fail({ code: 'COMPARE_UNREADABLE', which: 'old' })
  if (!b) return fail({ code: 'COMPARE_UNREADABLE', which: 'new' })
  const laid = fit(a, b)
  const ends = { from: endDeviation(old, fresh, laid.placement, 'from'), to: endDeviation(old, fresh, laid.placement, 'to') }
  const base = { ...laid, ends, lengthDifference: b.length - a.length }
  const within = (greatest: number) => greatest <= tolerance.along
  const endsFit = [ends.from, ends.to].every(({ off, angle }) => off <= tolerance.end && angle <= tolerance.endAngle)
  if (within(laid.greatest.off) && endsFit) return ok({ ...base, verdict: 'agrees' })
  const rows = bendsFromPoints(fresh)
  const one = bestChange(a, rows, [])
  const two = one && !within(one.greatest) ? bestChange(a, rows, one.changes) : undefined
  const helps = (two ?? one) !== undefined && within((two ?? one)!.greatest)
  return ok({ ...base, one, two, verdict: helps ? 'massage' : 'send-back' })
}
