import { bendsFromPoints, pointsFromBends, type BendIssue, type BendRow } from '../route/bendTable'
import { fail, ok, type Result } from '../result'
import type { CentrePoint } from '../sheet/types'
import { millimetres } from '../units/types'
import { settingFor, type Bender } from './bender'

/** One bend on the straight tube. Lengths in mm from the end one measures from, before that end is formed. */
export type BendMark = {
  bend: number
  /** Where the bender's mark goes, and where the bend then begins and ends. */
  mark: number
  from: number
  to: number
  angle: number
  /** What the bender's scale is to show. */
  set: number
  /** Seen from the end one began at, clockwise: how far the tube is turned from the bend before, and from the first. −180 to 180. */
  turn: number
  clock: number
}
export type MarkedLine = { rows: BendRow[]; marks: BendMark[]; developed: number }

const degree = Math.PI / 180
/** −180 < angle ≤ 180. In degrees. The trigonometry below is a textbook’s: tangent length r·tan(θ/2), arc r·θ. */
export const aroundTheClock = (angle: number): number => {
  const turned = ((angle % 360) + 360) % 360
  return turned > 180 ? turned - 360 : turned
}

/** The same line begun at its other end: straights and bends backwards; a turn keeps its hand whichever end it is seen from. */
export function fromOtherEnd(rows: readonly BendRow[]): BendRow[] {
  const bends = rows.filter(({ bend }) => bend > 0)
  const straights = straightsOf(rows)
  return straights.toReversed().map((straight, i) => {
    const bend = bends[bends.length - 1 - i]
    if (!bend) return { straight, rotate: 0, bend: 0, radius: 0 }
    return { straight, rotate: i === 0 ? 0 : bends[bends.length - i]!.rotate, bend: bend.bend, radius: bend.radius }
  })
}

/** The straights before, between and after the bends; rows without a bend run together. */
function straightsOf(rows: readonly BendRow[]): number[] {
  const straights = [0]
  for (const { straight, bend } of rows) {
    straights[straights.length - 1]! += straight
    if (bend > 0) straights.push(0)
  }
  return straights
}

/**
 * The line as a bender of one radius makes it: corners stay where they are, straights between the bends grow or shrink. Refused where two
 * bends then run into each other. In mm and degrees.
 */
export function rowsForBender(rows: readonly BendRow[], radius: number): Result<BendRow[], BendIssue> {
  const points = pointsFromBends([0, 0, 0], [1, 0, 0], rows)
  if (!points.ok) return points
  const withRadius = points.value.map((point, i): CentrePoint =>
    i > 0 && i < points.value.length - 1 && point.radius ? { ...point, radius: millimetres(radius) } : point,
  )
  const made = bendsFromPoints(withRadius)
  const short = shortBy(withRadius)
  return short === undefined ? ok(made) : fail({ code: 'BEND_NO_LENGTH', row: short })
}

/** The first straight that two bends of this radius leave no room for. */
function shortBy(points: readonly CentrePoint[]): number | undefined {
  const rows = bendsFromPoints(points.map(point => ({ at: point.at })))
  const tangent = (i: number) => ((points[i]?.radius ?? 0) as number) * Math.tan(((rows[i - 1]?.bend ?? 0) * degree) / 2)
  const short = rows.findIndex(
    ({ straight }, i) => straight - (i > 0 ? tangent(i) : 0) - (i < rows.length - 1 ? tangent(i + 1) : 0) < -1e-6,
  )
  return short < 0 ? undefined : short
}

/** Developed length of a table: straights and arcs r·θ, mm. */
export const developedLength = (rows: readonly BendRow[]): number =>
  rows.reduce((sum, { straight, bend, radius }) => sum + straight + radius * bend * degree, 0)

/**
 * Where each bend is marked on the straight tube, set and clocked, for a bender and a line begun at its first end. `allowance`: what the
 * first end takes of the tube when it is formed, so that marks are measured from the cut. Fails where bends run into each other.
 */
export function markBends(rows: readonly BendRow[], bender: Bender, allowance = 0): Result<MarkedLine, BendIssue> {
  const made = rowsForBender(rows, bender.radius)
  if (!made.ok) return made
  const marks: BendMark[] = []
  let [at, clock] = [allowance, 0]
  for (const { straight, rotate, bend, radius } of made.value) {
    at += straight
    if (bend === 0) continue
    const arc = radius * bend * degree
    // The first bend is the one that the others are turned from.
    const turn = marks.length === 0 ? 0 : aroundTheClock(rotate)
    clock = aroundTheClock(clock + turn)
    const mark = at - bender.takeUp
    marks.push({ bend: marks.length, mark, from: at, to: at + arc, angle: bend, set: settingFor(bender, bend), turn, clock })
    at += arc
  }
  return ok({ rows: made.value, marks, developed: developedLength(made.value) })
}

/**
 * Marks read back into a table: what a tube marked and bent like this becomes. `end`: the length of tube that was cut. In mm and degrees.
 */
export function rowsFromMarks(marks: readonly BendMark[], bender: Bender, end: number, allowance = 0): BendRow[] {
  let at = allowance
  const rows = marks.map(({ mark, angle, turn }): BendRow => {
    const from = mark + bender.takeUp
    const straight = from - at
    at = from + bender.radius * angle * degree
    return { straight, rotate: turn, bend: angle, radius: bender.radius }
  })
  return [...rows, { straight: end - at, rotate: 0, bend: 0, radius: 0 }]
}
