import { oldOutTick } from '../../core/job/saidCommand'
import type { Joint } from '../../core/sheet/types'

/** What is ticked before new seals go in: two rings in one bore leak, and a clip or a clamp is no seal. */
export const oldOutItem = (joint: Pick<Joint, 'kind'> | undefined): { id: string; text: string; note?: string } =>
  joint?.kind === 'clip-connect' || joint?.kind === 'clamp'
    ? { id: oldOutTick, text: 'Old ones off and accounted for' }
    : { id: oldOutTick, text: 'Old seals out and accounted for', note: 'two in one bore leak' }
