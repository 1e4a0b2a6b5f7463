import { linesOf } from '../../sheet/jointLines'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Proof } from '../../sheet/types'
import { isGone } from '../state/partEffects'
import type { JobState, LeakResult } from '../types'
import { nameIn } from './nameIn'

export type JointEntry = {
  joint: string
  name: string
  line: string
  seals: { name: string; count: number; size?: string; part?: string }[]
  proofs: readonly Proof[]
  leak?: LeakResult
  leakAt?: string
  /** The new part does without it. */
  leftOut?: true
}
export type JointRecord = {
  joints: JointEntry[]
  /** Leaks that came from elsewhere, and where air was drawn in. */
  traced: { name?: string; note: string; by: string; at: string }[]
  clearances: { name: string; by: string; at: string }[]
}

/** The joints that were opened, how each was proved, and what was traced elsewhere. */
export function jointRecord(resolved: ResolvedSheet, state: JobState): JointRecord {
  const { sheet } = resolved
  return {
    joints: sheet.joints
      .filter(joint => state.joints[joint.id]?.opened)
      .map((joint): JointEntry => {
        const record = state.joints[joint.id]!
        return {
          joint: joint.id,
          name: joint.name,
          line: linesOf(joint)
            .map(line => nameIn(sheet.lines, line))
            .join(', '),
          proofs: record.seated?.proofs ?? [],
          leak: record.leak?.result,
          leakAt: record.leak?.at,
          ...(isGone(resolved, state, joint.id) && { leftOut: true }),
          seals: joint.seals
            .filter(seal => record.sealed?.seals.includes(seal.id))
            .map(({ name, count, size, part }) => ({ name, count, size, part })),
        }
      }),
    traced: [
      ...Object.entries(state.joints).flatMap(([joint, { traced }]) =>
        traced ? [{ name: nameIn(sheet.joints, joint), note: traced.note, by: traced.by, at: traced.at }] : [],
      ),
      ...state.airTraced.map(({ cause, by, at }) => ({ note: cause, by, at })),
    ],
    clearances: Object.entries(state.clearances).map(([line, { by, at }]) => ({ name: nameIn(sheet.lines, line), by, at })),
  }
}
