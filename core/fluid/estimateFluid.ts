import type { Joint, Slug, Spread } from '../sheet/types'
import { millilitres, type Millilitres } from '../units/types'
import { developLine } from '../route/developLine'
import { lineVolume } from '../route/tubeVolume'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { addSpreads, drainByHeight, type End } from './drainByHeight'

export type JointSpill = {
  joint: Slug
  spill: Spread
  /** True when the sheet does not say what comes from the component behind the joint: the spill is then the line's share only. */
  componentUnknown: boolean
}
export type FluidEstimate = {
  joints: readonly JointSpill[]
  spill: Spread
  /** What the car is short of with dry new lines on: the old lines' whole contents and what came out of the components. */
  topUp: Spread
  bottles: { size: Millilitres; count: number }
}

const nothing: Spread = { least: millilitres(0), likely: millilitres(0), most: millilitres(0) }

/**
 * Expected spill per joint in the order they are opened, expected top-up, bottles to buy (enough for the most).
 * `openOrder` names joints of the lines being replaced. Throws RangeError for a joint not on the sheet or a line that cannot be
 * developed: integrity has been checked before.
 */
export function estimateFluid(resolved: ResolvedSheet, lines: readonly Slug[], openOrder: readonly Slug[]): FluidEstimate {
  const byId = new Map(resolved.joints.map(joint => [joint.id, joint]))
  const ordered = openOrder.map(id => {
    const joint = byId.get(id)
    if (!joint) throw new RangeError(`no joint ${id} on this car`)
    return joint
  })
  const spills = new Map<Slug, Spread>()
  let contents = 0
  const fromLines: Spread[] = []
  for (const line of resolved.lines.filter(candidate => lines.includes(candidate.id))) {
    const developed = developLine(line.sections)
    if (!developed.ok) throw new RangeError(`line ${line.id}: ${developed.error.code}`)
    contents += lineVolume(line.sections, developed.value)
    const ends = ordered.filter(joint => joint.line === line.id)
    const { openings, total } = drainByHeight(
      line.sections,
      developed.value,
      ends.map((joint): End => joint.end),
    )
    ends.forEach((joint, i) => spills.set(joint.id, openings[i]!.spill))
    fromLines.push(total)
  }
  const joints = ordered.map((joint: Joint): JointSpill => ({
    joint: joint.id,
    spill: addSpreads([spills.get(joint.id) ?? nothing, joint.componentDrain ?? nothing]),
    componentUnknown: joint.componentDrain === undefined,
  }))
  const fromComponents = addSpreads(ordered.map(joint => joint.componentDrain ?? nothing))
  const inLines = { least: millilitres(contents), likely: millilitres(contents), most: millilitres(contents) }
  const topUp = addSpreads([inLines, fromComponents])
  const size = resolved.sheet.fluid.bottle
  return { joints, spill: addSpreads([...fromLines, fromComponents]), topUp, bottles: { size, count: Math.ceil(topUp.most / size) } }
}
