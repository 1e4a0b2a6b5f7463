import type { FluidEstimate, JointSpill } from '../../core/fluid/estimateFluid'
import { isOn } from '../../core/sheet/jointLines'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Millilitres } from '../../core/units/types'

/** What runs out of a joint; what nobody has measured, or the sheet does not say, is not nothing. */
export function spillWords(
  { joint: id, spill: { least, most }, componentUnknown }: JointSpill,
  { joints }: Pick<ResolvedSheet, 'joints'>,
  { shapeless }: Pick<FluidEstimate, 'shapeless'>,
  volume: (least: Millilitres, most: Millilitres) => string,
): string {
  const joint = joints.find(candidate => candidate.id === id)
  const isShapeless = joint !== undefined && shapeless.some(line => isOn(joint, line))
  if (isShapeless && componentUnknown) return 'not known'
  const more = isShapeless ? 'and what the line holds' : componentUnknown ? 'and what the component holds' : ''
  return [volume(least, most), more].filter(Boolean).join(', ')
}
