import { opensCircuit } from '../sheet/sealing'
import type { Joint, Slug, Spread } from '../sheet/types'
import { millilitres, type Millilitres } from '../units/types'
import { developLine } from '../route/developLine'
import { lineVolume } from '../route/tubeVolume'
import { endOn, isOn } from '../sheet/jointLines'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { addSpreads, drainByHeight, type Opening } from './drainByHeight'

export type JointSpill = {
  joint: Slug
  spill: Spread
  /** True when the sheet does not say what comes from the component behind the joint: the spill is then the line's share only. */
  componentUnknown: boolean
  /** What runs out of joints that stand open meanwhile: this one lets the air in. */
  behind: readonly { joint: Slug; spill: Spread }[]
}
/** Another fluid that parts on the way let out; and the lines' own, where parts on the way drain it. */
export type Drained = { circuit: Slug; spill: Spread; bottles: { size: Millilitres; count: number } }
export type FluidEstimate = {
  joints: readonly JointSpill[]
  /** Lines whose shape nobody has measured: what they hold is not in here. */
  shapeless: readonly Slug[]
  /** What is let out through its own drain before anything is opened. */
  drained: readonly Drained[]
  spill: Spread
  /** What stays in the lines being replaced; undefined where none of them has a shape, or they hold none. */
  held: Spread | undefined
  /** What the car is short of with dry new lines on: the old lines' whole contents and what came out of the components. */
  topUp: Spread
  bottles: { size: Millilitres; count: number }
}

const nothing: Spread = { least: millilitres(0), likely: millilitres(0), most: millilitres(0) }

/** What the estimate goes by: in which order joints open, which parts come off, and which joints stand open with nothing on them. */
export type Openings = {
  openOrder: readonly Slug[]
  operations: readonly Slug[]
  open?: readonly Slug[]
  /** Clamps squeezed shut on lines, mm along them. */
  clamps?: readonly { line: Slug; at: number }[]
  /** Joints behind which the component is shut off (a tap, a closed head, a reservoir with its cap on): nothing likely comes out there. */
  shut?: readonly Slug[]
}

/**
 * Expected spill per joint in the order they are opened, expected top-up, bottles to buy (enough for the most).
 * `openOrder` names joints of the lines being replaced. Throws RangeError for a joint not on the sheet or a line that cannot be
 * developed: integrity has been checked before.
 */
export function estimateFluid(
  resolved: ResolvedSheet,
  lines: readonly Slug[],
  { openOrder, operations, open = [], clamps = [], shut = [] }: Openings,
): FluidEstimate {
  const byId = new Map(resolved.joints.map(joint => [joint.id, joint]))
  const ordered = openOrder
    .map(id => {
      const joint = byId.get(id)
      if (!joint) throw new RangeError(`no joint ${id} on this car`)
      return joint
    })
    .filter(joint => opensCircuit(resolved.sheet, joint))
  const { sheet } = resolved
  const letOut = (circuit: Slug): Spread[] =>
    resolved.operations.flatMap(({ id, drains }) => (drains?.circuit === circuit && operations.includes(id) ? [drains] : []))
  const drainedFirst = letOut(sheet.id)
  const behindOf = ({ id, componentDrain = nothing }: Joint): Spread =>
    shut.includes(id) ? { ...nothing, most: componentDrain.most } : componentDrain
  const fromComponents = addSpreads(ordered.map(behindOf))
  const left = drainedFirst.length > 0 ? remaining(fromComponents, addSpreads(drainedFirst)) : fromComponents
  const spills = new Map<Slug, Spread>()
  const behinds = new Map<Slug, { joint: Slug; spill: Spread }[]>()
  let contents = 0
  const fromLines: Spread[] = []
  const stayIn: Spread[] = []
  const inOld: Spread[] = []
  const shapeless: Slug[] = []
  for (const line of resolved.lines) {
    const ends = ordered.filter(joint => isOn(joint, line.id))
    const isRenewed = lines.includes(line.id)
    if (!isRenewed && ends.length === 0) continue
    if (line.sections.length === 0) {
      shapeless.push(line.id)
      continue
    }
    const developed = developLine(line.sections)
    if (!developed.ok) throw new RangeError(`line ${line.id}: ${developed.error.code}`)
    const isDry = resolved.joints.filter(joint => isOn(joint, line.id)).every(joint => !opensCircuit(resolved.sheet, joint))
    const holds = isDry ? 0 : lineVolume(line.sections, developed.value)
    if (isRenewed) contents += holds
    const { openings, total } = drainByHeight(
      line.sections,
      developed.value,
      ends.map((joint): Opening => ({ end: endOn(joint, line.id)!, staysOpen: open.includes(joint.id) })),
      { checkValve: line.checkValve, clamps: clamps.flatMap(clamp => (clamp.line === line.id ? clamp.at : [])) },
    )
    // A line of a circuit that was drained may have run empty with it.
    const leastOf = (spread: Spread): Spread => (drainedFirst.length > 0 ? { ...spread, least: millilitres(0) } : spread)
    ends.forEach((joint, i) => {
      const { end, spill, behind } = openings[i]!
      spills.set(joint.id, addSpreads([spills.get(joint.id) ?? nothing, leastOf(spill)]))
      const other = behind && behind.most > 0 && ends.slice(0, i).find(before => endOn(before, line.id) !== end)
      if (other) behinds.set(joint.id, [...(behinds.get(joint.id) ?? []), { joint: other.id, spill: leastOf(behind) }])
    })
    fromLines.push(leastOf(total))
    if (!isRenewed) stayIn.push(total)
    else if (!isDry)
      inOld.push(remaining({ least: millilitres(holds), likely: millilitres(holds), most: millilitres(holds) }, leastOf(total)))
  }
  const joints = ordered.map((joint: Joint): JointSpill => ({
    joint: joint.id,
    spill: addSpreads([spills.get(joint.id) ?? nothing, shareOf(behindOf(joint), fromComponents, left)]),
    componentUnknown: joint.componentDrain === undefined,
    behind: behinds.get(joint.id) ?? [],
  }))
  const inLines = { least: millilitres(contents), likely: millilitres(contents), most: millilitres(contents) }
  // What is drained first cannot run out of the components a second time.
  const outside = most(fromComponents, addSpreads(drainedFirst))
  const topUp = addSpreads([inLines, ...stayIn, outside])
  const size = sheet.fluid.bottle
  return {
    joints,
    shapeless,
    spill: addSpreads([...fromLines, left]),
    held: inOld.length > 0 ? addSpreads(inOld) : undefined,
    topUp,
    // What a line holds that nobody has measured is not nothing.
    bottles: { size, count: Math.max(shapeless.length > 0 ? 1 : 0, Math.ceil(topUp.most / size)) },
    drained: [{ id: sheet.id, bottle: size }, ...(sheet.circuits ?? [])].flatMap(({ id, bottle }) => {
      const spreads = letOut(id)
      const spill = addSpreads(spreads)
      return spreads.length > 0 ? [{ circuit: id, spill, bottles: { size: bottle, count: Math.ceil(spill.most / bottle) } }] : []
    }),
  }
}

/** What components still hold once so much was let out beside: the least goes by the most that left, and the other way round. */
const remaining = (held: Spread, gone: Spread): Spread => ({
  least: millilitres(Math.max(0, held.least - gone.most)),
  likely: millilitres(Math.max(0, held.likely - gone.likely)),
  most: millilitres(Math.max(0, held.most - gone.least)),
})
/** One component's part of what is left of all of them, in proportion. */
const shareOf = (one: Spread, all: Spread, left: Spread): Spread => {
  const share = (bound: keyof Spread) => millilitres(all[bound] === 0 ? 0 : (one[bound] * left[bound]) / all[bound])
  return { least: share('least'), likely: share('likely'), most: share('most') }
}
/** The larger of two, bound by bound. */
const most = (a: Spread, b: Spread): Spread => ({
  least: millilitres(Math.max(a.least, b.least)),
  likely: millilitres(Math.max(a.likely, b.likely)),
  most: millilitres(Math.max(a.most, b.most)),
})
