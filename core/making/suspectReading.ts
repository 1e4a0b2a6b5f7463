import { Matrix, solve } from 'ml-matrix'
import { pointsFromBends, type BendIssue, type BendRow } from '../route/bendTable'
import { dot, subtract } from '../route/vector'
import { fail, ok, type Result } from '../result'
import type { Vec3 } from '../sheet/types'
import { firstBend } from './tableRows'

/**
 * Where a line's second end lies and points, as seen from its first, whichever way the line is turned about its first straight: how far
 * along that straight's direction, how far away from it (mm), and by how much the second straight points away from the first (degrees).
 * `twist`: how far that direction is turned about the first straight from where the end lies (degrees). What nobody has measured is left
 * out.
 */
export type EndsMeasured = { along?: number; away?: number; between?: number; twist?: number }
/** How exactly a rule and a protractor are read, one deviation: mm and degrees. */
export type ReadWithin = { rule: number; protractor: number }
export const usualWithin: ReadWithin = { rule: 1.5, protractor: 2 }

export type Reading = { row: number; what: 'straight' | 'rotate' | 'bend' }
/** A reading that explains it alone, and what it should be then. */
export type Suspect = Reading & { is: number; should: number }
export type EndsVerdict =
  /** Within what the tools are read to. */
  | { meets: true; off: EndsMeasured }
  /** `suspects`: most likely first; none: no single reading explains it. More than one: nothing measured tells them apart. */
  | { meets: false; off: EndsMeasured; suspects: Suspect[] }

const degree = Math.PI / 180
/** So near its own axis an end has no side it lies to, and a direction along the axis none it points to; mm, sine. */
const onAxis = { away: 5, sine: 0.1 }
const keys = ['along', 'away', 'between', 'twist'] as const
type Key = (typeof keys)[number]

/** Where the second end of a course lies and points; undefined: nothing that could be measured there. */
export function endsOf(course: readonly Vec3[]): EndsMeasured | undefined {
  const [first, second, last, before] = [course[0], course[1], course.at(-1), course.at(-2)]
  if (!first || !second || !last || !before) return undefined
  const unit = (v: Vec3): Vec3 => scaled(v, 1 / Math.hypot(...v))
  const [axis, out, off] = [unit(subtract(second, first)), unit(subtract(last, before)), subtract(last, first)]
  const along = dot(off, axis)
  const side = subtract(off, scaled(axis, along))
  const away = Math.hypot(...side)
  const turned = subtract(out, scaled(axis, dot(out, axis)))
  const between = Math.acos(Math.min(1, Math.max(-1, dot(out, axis)))) / degree
  const isOnAxis = away < onAxis.away || Math.hypot(...turned) < onAxis.sine
  return { along, away, between, ...(!isOnAxis && { twist: Math.atan2(dot(cross(side, turned), axis), dot(side, turned)) / degree }) }
}
const scaled = (v: Vec3, by: number): Vec3 => [v[0] * by, v[1] * by, v[2] * by]
const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]

/** χ² that is exceeded once in a hundred times by as many readings as the index says (table). */
const chance = [0, 6.63, 9.21, 11.34, 13.28]
/** Twice the log of a likelihood ratio of about eight: less, and two explanations are as good. */
const clearly = 4.2

type Problem = {
  rows: readonly BendRow[]
  readings: readonly Reading[]
  is: readonly number[]
  deviations: readonly number[]
  asked: readonly Key[]
  measured: EndsMeasured
  within: readonly number[]
}

const withReadings = ({ rows, readings }: Problem, values: readonly number[]): BendRow[] => {
  const made = rows.map(row => ({ ...row }))
  for (const [i, { row, what }] of readings.entries()) made[row]![what] = values[i]!
  return made
}
function endsAt(problem: Problem, values: readonly number[]): EndsMeasured | undefined {
  const points = pointsFromBends([0, 0, 0], [1, 0, 0], withReadings(problem, values))
  return points.ok ? endsOf(points.value.map(({ at }) => at)) : undefined
}
const about = (angle: number): number => angle - 360 * Math.round(angle / 360)
const lackOf = (key: Key, wanted: number, has: number): number => (key === 'twist' ? about(wanted - has) : wanted - has)
/** What is measured less what the readings give; undefined: they give no line. */
function lacks(problem: Problem, values: readonly number[]): number[] | undefined {
  const ends = endsAt(problem, values)
  return ends && problem.asked.map(key => (ends[key] === undefined ? 0 : lackOf(key, problem.measured[key]!, ends[key])))
}

/** Bounds of a reading, and where one that may be anything is looked for first. */
const span = ({ what }: Reading, is: number): readonly [number, number, number] =>
  what === 'straight' ? [0, is + 600, 20] : what === 'bend' ? [0.5, 175, 5] : [-180, 180, 10]

/**
 * The least that all readings have to be off by together, in squares of their deviations, for the ends to lie as measured; `free`: one that
 * may be off by anything and costs nothing. Gauss-Newton on the condition equations (adjustment of observations, Mikhail 1976): only
 * as many unknowns as there are conditions, however long the line.
 */
function adjust(problem: Problem, free: number | undefined): { cost: number; values: readonly number[] } | undefined {
  const { readings, is, deviations, within } = problem
  const variance = deviations.map((one, i) => (i === free ? 1e6 : one * one))
  const costOf = (values: readonly number[], lack: readonly number[]) =>
    values.reduce((sum, value, i) => sum + (i === free ? 0 : ((value - is[i]!) / deviations[i]!) ** 2), 0) +
    lack.reduce((sum, one, k) => sum + (one / within[k]!) ** 2, 0)
  let values = free === undefined ? [...is] : scan(problem, free)
  let best: { cost: number; values: readonly number[] } | undefined
  for (let round = 0; round < 12; round++) {
    const lack = lacks(problem, values)
    if (!lack) break
    const cost = costOf(values, lack)
    if (best && !(cost < best.cost - 1e-9)) break
    best = { cost, values }
    const now = values
    const slopes = readings.map((reading, i) => slopeOf(problem, now, i, reading.what === 'straight' ? 0.5 : 0.2))
    const conditions = Matrix.zeros(lack.length, lack.length)
    const right = Matrix.zeros(lack.length, 1)
    for (let k = 0; k < lack.length; k++) {
      right.set(k, 0, lack[k]! + now.reduce((sum, value, i) => sum + slopes[i]![k]! * (value - is[i]!), 0))
      for (let l = 0; l < lack.length; l++) {
        const sum = slopes.reduce((all, slope, i) => all + slope[k]! * slope[l]! * variance[i]!, k === l ? within[k]! ** 2 : 0)
        conditions.set(k, l, sum)
      }
    }
    const weights = solve(conditions, right).to1DArray()
    values = is.map((value, i) => {
      const [least, most] = span(readings[i]!, value)
      const next = value + variance[i]! * slopes[i]!.reduce((sum, slope, k) => sum + slope * weights[k]!, 0)
      return readings[i]!.what === 'rotate' ? next : Math.min(most, Math.max(least, next))
    })
  }
  return best
}

/** How the ends move with one reading. */
function slopeOf(problem: Problem, values: readonly number[], i: number, step: number): number[] {
  const at = (by: number) =>
    endsAt(
      problem,
      values.map((value, k) => (k === i ? value + by : value)),
    )
  const [more, less] = [at(step), at(-step)]
  return problem.asked.map(key => {
    const [a, b] = [more?.[key], less?.[key]]
    return a === undefined || b === undefined ? 0 : lackOf(key, a, b) / (2 * step)
  })
}

/** The value of one reading that brings the ends nearest, the others as they were read: a turn may have been taken the wrong way round. */
function scan(problem: Problem, i: number): number[] {
  const [least, most, step] = span(problem.readings[i]!, problem.is[i]!)
  let best = { cost: Infinity, values: [...problem.is] }
  for (let value = least; value <= most; value += step) {
    const values = problem.is.map((one, k) => (k === i ? value : one))
    const lack = lacks(problem, values)
    const cost = lack ? lack.reduce((sum, one, k) => sum + (one / problem.within[k]!) ** 2, 0) : Infinity
    if (cost < best.cost) best = { cost, values }
  }
  return best.values
}

/**
 * Whether a measured line's ends lie where the ports are, and if not, which one reading is most likely wrong: the one without which the
 * others have to be off by least (least squares; Baarda 1968, one suspected observation at a time). Straights in mm, angles in degrees.
 * Fails where no end is measured, and where the table cannot be laid out.
 */
export function suspectReading(
  rows: readonly BendRow[],
  measured: EndsMeasured,
  read: ReadWithin = usualWithin,
): Result<EndsVerdict, BendIssue | { code: 'ENDS_NOT_MEASURED' }> {
  const asked = keys.filter(key => measured[key] !== undefined)
  if (asked.length === 0) return fail({ code: 'ENDS_NOT_MEASURED' })
  const points = pointsFromBends([0, 0, 0], [1, 0, 0], rows)
  if (!points.ok) return points
  const first = firstBend(rows)
  const readings = rows.flatMap(({ bend }, row): Reading[] => [
    { row, what: 'straight' },
    ...(bend > 0 ? [{ row, what: 'bend' } as const] : []),
    // The first bend is turned from nothing.
    ...(bend > 0 && row > first ? [{ row, what: 'rotate' } as const] : []),
  ])
  const problem: Problem = {
    rows,
    readings,
    is: readings.map(({ row, what }) => rows[row]![what]),
    deviations: readings.map(({ what }) => (what === 'straight' ? read.rule : read.protractor)),
    asked,
    measured,
    within: asked.map(key => (key === 'along' || key === 'away' ? read.rule : read.protractor)),
  }
  const lack = lacks(problem, problem.is) ?? []
  const off = Object.fromEntries(asked.map((key, k) => [key, lack[k]])) as EndsMeasured
  const whole = adjust(problem, undefined)
  const allowed = chance[asked.length]!
  if (whole && whole.cost <= allowed) return ok({ meets: true, off })
  const without = readings
    .map((reading, i) => ({ reading, i, adjusted: adjust(problem, i) }))
    .filter(({ adjusted }) => adjusted !== undefined && adjusted.cost <= allowed)
    .sort((a, b) => a.adjusted!.cost - b.adjusted!.cost)
  const least = without[0]?.adjusted?.cost ?? 0
  const suspects = without
    .filter(({ adjusted }) => adjusted!.cost - least < clearly)
    .map(({ reading, i, adjusted }) => ({ ...reading, is: problem.is[i]!, should: settled(reading, adjusted!.values[i]!) }))
  return ok({ meets: false, off, suspects })
}
const settled = ({ what }: Reading, value: number): number => (what === 'rotate' ? about(value) : value)
