import { oldOutTick } from '../../core/job/commands/saidCommand'
import { isEachSide } from '../../core/fittings/seating'
import type { Joint, Seal } from '../../core/sheet/types'

/** What is ticked before new seals go in: two rings in one bore leak, and a clip or a clamp is no seal. */
export const oldOutItem = (joint: Pick<Joint, 'kind'> | undefined): { id: string; text: string; note?: string } =>
  joint?.kind === 'clip-connect' || joint?.kind === 'clamp'
    ? { id: oldOutTick, text: 'Old ones off and accounted for' }
    : { id: oldOutTick, text: 'Old seals out and accounted for', note: 'two in one bore leak' }

/** The seals of a joint or a part as they are ticked: the old ones out, then each new one with what is to be known of it. */
export const newSealItems = (joint: Joint | undefined, seals: readonly Seal[]): { id: string; text: string; note?: string }[] => [
  oldOutItem(joint),
  ...seals.map(seal => ({
    id: seal.id,
    text: `New ${seal.name}, ${seal.count} ×`,
    note: [joint && isEachSide(joint, seal) && 'one on each side of the eye', seal.size, seal.part, seal.wet && 'wet with fluid']
      .filter(Boolean)
      .join(' · '),
  })),
]
