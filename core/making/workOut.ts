import type { BendIssue, BendRow } from '../route/bendTable'
import { bendOrder, type BendOrder } from './bendOrder'
import type { Bender } from './bender'
import { checkMakeable, type MakeableIssue } from './checkMakeable'
import { allowanceOf, cutLength, type CutIssue, type MadeEnd } from './cutLength'
import { makeActs, type Loose, type MakeAct } from './makeActs'
import { aroundTheClock, developedLength, fromOtherEnd, markBends, type BendMark } from './markBends'
import type { Join } from './joins'
import type { TubeMaterial } from './tubeStrength'

/** A line that is being made, as far as somebody has said what it is. What is left out is not known. Lengths in mm, pressure in kPa. */
export type LineInMaking = {
  rows: readonly BendRow[]
  tube: { outside?: number; wall?: number; material?: TubeMaterial }
  join?: Join
  ends: { from: EndInMaking; to: EndInMaking }
  /** `setFor90`: what the scale shows for a bend that comes out at 90°. */
  bender: { radius?: number; takeUp?: number; setFor90?: number; grip?: number }
  /** Left over for cutting back after the trial fit. */
  trim?: number
  straightAtFlare?: number
  pressure?: number
  loose: readonly Loose[]
}
/** An end of which nobody may have said yet what it becomes. The first end is where one begins, and what marks are measured from. */
export type EndInMaking = Omit<MadeEnd, 'form'> & Partial<Pick<MadeEnd, 'form'>>
/** What somebody has still to say before marks and cut can be worked out. */
export const makingNeeds = [
  'rows',
  'outside',
  'wall',
  'material',
  'radius',
  'takeUp',
  'setFor90',
  'grip',
  'ends',
  'straightAtFlare',
] as const
export type MakingNeed = (typeof makingNeeds)[number]

/**
 * `set`: what the scale is to show; `mark`: from the cut of the first end, or, where nobody knows what its flare takes, from its face.
 */
export type BendInMaking = Pick<BendMark, 'bend' | 'angle' | 'turn' | 'clock'> & {
  set?: number
  mark?: { at: number; from: 'cut' | 'formed' }
}

export type WorkedOut = {
  developed: number
  /** The table as this bender makes it, from the end one begins at. */
  made?: readonly BendRow[]
  needs: MakingNeed[]
  /** Where the marks go, once the bender is known; a refusal where this bender cannot make the line. */
  marks?: readonly BendMark[]
  /** Each bend as far as it is known: whoever stands at the bender has its angle, whatever else nobody has said. */
  bends: readonly BendInMaking[]
  refused?: BendIssue
  /** The length to cut, or which flare nobody has tried yet. */
  cut?: { cut: number; from: number; to: number }
  notCut?: CutIssue
  issues: readonly MakeableIssue[]
  order?: BendOrder
  acts: readonly MakeAct[]
}

/** Around a hand bender's former, by its radius: handles and shoe. Common practice, no source. */
const bodyOf = ({ radius, grip }: Pick<Bender, 'radius' | 'grip'>) => ({ reach: radius * 2.5, half: 15, grip })

function saidEnds({ from, to }: LineInMaking['ends']): { from: MadeEnd; to: MadeEnd } | undefined {
  return from.form && to.form ? { from: { ...from, form: from.form }, to: { ...to, form: to.form } } : undefined
}

/** The same line begun at its other end: table, ends and what goes on them all turn round, so that the first end is where one begins. */
export function otherEndFirst(line: LineInMaking): LineInMaking {
  const other = { from: 'to', to: 'from' } as const
  return {
    ...line,
    rows: fromOtherEnd(line.rows),
    ends: { from: line.ends.to, to: line.ends.from },
    loose: line.loose.map(one => (one.end ? { ...one, end: other[one.end] } : one)),
  }
}

/** Its bends by number, along the line from the end one begins at. Bends by number, from 0. */
export const alongTheLine = ({ rows }: Pick<LineInMaking, 'rows'>): number[] => rows.filter(({ bend }) => bend > 0).map((_, i) => i)

/** Everything that follows, in the order that was found for it elsewhere; along the line while none is known. */
export const workOutBy = (making: LineInMaking, found: BendOrder | undefined): WorkedOut => ({
  ...workOut(making, found?.order ?? alongTheLine(making)),
  order: found,
})

/** Every bend with what is known of it: its angle and turn by the table, its mark and setting by the bender as far as that is known. */
function bendsOf({ rows, bender: { radius, takeUp, setFor90 } }: LineInMaking, ends: { from: MadeEnd } | undefined): BendInMaking[] {
  const allowance = ends && allowanceOf(ends.from)
  const springback = { offset: 0, factor: (setFor90 ?? 90) / 90 }
  const marked = radius && takeUp !== undefined ? markBends(rows, { radius, takeUp, springback, grip: 0 }, allowance ?? 0) : undefined
  if (marked && !marked.ok) return []
  let clock = 0
  return rows
    .filter(({ bend }) => bend > 0)
    .map(({ bend: angle, rotate }, bend) => {
      const turn = bend === 0 ? 0 : aroundTheClock(rotate)
      clock = aroundTheClock(clock + turn)
      const at = marked?.value.marks[bend]?.mark
      return {
        bend,
        angle,
        turn,
        clock,
        ...(setFor90 && { set: angle * springback.factor }),
        // The first end is formed before the first bend: from its face, what forming took is behind.
        ...(ends && at !== undefined && { mark: { at, from: allowance === undefined ? 'formed' : 'cut' } as const }),
      }
    })
}

/**
 * Everything that follows from what is known of a line to be made, and what is missing for the rest. `said`: the order its bends are made
 * in, where that is settled; looking for one takes long for many bends. Bends by number, from 0.
 */
export function workOut(making: LineInMaking, said?: readonly number[]): WorkedOut {
  const { rows, tube, trim = 0, straightAtFlare, pressure, loose } = making
  const ends = saidEnds(making.ends)
  const bends = rows.filter(({ bend }) => bend > 0).length
  const { radius, takeUp, setFor90, grip } = making.bender
  const known: Record<MakingNeed, unknown> = {
    rows: rows.length > 0 || undefined,
    ...{ outside: tube.outside, wall: tube.wall, material: tube.material },
    ...(bends > 0 ? { radius, takeUp, setFor90, grip } : { radius: 0, takeUp: 0, setFor90: 0, grip: 0 }),
    ends,
    straightAtFlare: !ends || (ends.from.form === 'plain' && ends.to.form === 'plain') ? 0 : straightAtFlare,
  }
  const needs = makingNeeds.filter(need => known[need] === undefined)
  const order = said ?? alongTheLine(making)
  if (!ends) return { developed: developedLength(rows), needs, bends: bendsOf(making, undefined), issues: [], acts: [] }
  const forms = { from: ends.from.form, to: ends.to.form }
  const acts = makeActs(forms, loose, order)
  const base: WorkedOut = { developed: developedLength(rows), needs, bends: bendsOf(making, ends), issues: [], acts }
  if (rows.length === 0 || (bends > 0 && (!radius || takeUp === undefined || !setFor90 || grip === undefined))) return base
  const bender: Bender = {
    radius: radius ?? 1,
    takeUp: takeUp ?? 0,
    springback: { offset: 0, factor: (setFor90 ?? 90) / 90 },
    grip: grip ?? 0,
  }
  const allowance = allowanceOf(ends.from)
  const marked = markBends(rows, bender, allowance ?? 0)
  if (!marked.ok) return { ...base, refused: marked.error }
  const { marks, developed, rows: made } = marked.value
  const cut = cutLength(developed, ends, trim)
  // Marks are measured from the cut: without what the first flare takes there are none.
  const whole = {
    ...base,
    developed,
    made,
    marks: allowance === undefined ? undefined : marks,
    ...(cut.ok ? { cut: cut.value } : { notCut: cut.error }),
  }
  const { outside, wall, material } = tube
  if (outside === undefined || wall === undefined || material === undefined) return whole
  const bent = bends === 0 || said ? undefined : bendOrder(made, outside, bodyOf(bender))
  return {
    ...whole,
    order: bent,
    acts: makeActs(forms, loose, bent?.order ?? order),
    issues: checkMakeable(made, {
      tube: { outside, wall, material },
      bender,
      ends: forms,
      straightAtFlare: straightAtFlare ?? 0,
      pressure,
    }),
  }
}
