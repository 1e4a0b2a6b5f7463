import type { CarTest } from '../../sheet/systemRules'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Sheet } from '../../sheet/types'
import { levelsOf } from '../../sheet/levelsOf'
import { listDue } from '../owed/obligations'
import { isToReadCold } from '../owed/readCold'
import type { EarlyEnding, JobState, Obligation } from '../types'

export type EndRecord = {
  tests: { test: CarTest; result: 'good' | 'not-good'; note?: string; by: string; at: string }[]
  roadTest?: { result: 'good' | 'not-good'; note?: string; by: string; at: string }
  missing: readonly Obligation[]
  signedOff?: { by: string; at: string }
  /** Ended without being done; `missing` then says what was due. */
  ended?: {
    ending: EarlyEnding
    why: string
    by: string
    at: string
    /** What is still to be read cold, by when, and how far it may be driven until then; `readAt`: when it was. */
    read?: { level: string; by: string; km: number; readAt?: string }
  }
  handedOver?: { by: string; at: string; to: string; note?: string }
}

function endedOf(sheet: Sheet, { ended }: JobState): EndRecord['ended'] {
  if (!ended) return undefined
  const { ending, why, by, at, read } = ended
  const level = read && (levelsOf(sheet).find(({ id }) => id === read.level)?.name ?? read.level)
  return {
    ending,
    why,
    by,
    at,
    ...(read && { read: { level: level!, by: read.by, km: read.km, ...(read.closed && { readAt: read.closed.at }) } }),
  }
}
/** How it was tried and how it ended, and what was due then. */
export function endRecord(resolved: ResolvedSheet, state: JobState): EndRecord {
  const { sheet } = resolved
  return {
    tests: Object.entries(state.tests).map(([test, { result, note, by, at }]) => ({ test: test as CarTest, result, note, by, at })),
    roadTest: state.roadTest && { result: state.roadTest.result, note: state.roadTest.note, by: state.roadTest.by, at: state.roadTest.at },
    // Released unfinished, it says for ever what was due when it left.
    missing: listDue(resolved, state.ended?.ending === 'unfinished' || isToReadCold(state) ? { ...state, signedOff: undefined } : state),
    signedOff: state.ended ? undefined : state.signedOff && { by: state.signedOff.by, at: state.signedOff.at },
    ended: endedOf(sheet, state),
    handedOver: state.handedOver && {
      by: state.handedOver.by,
      at: state.handedOver.at,
      to: state.handedOver.to,
      note: state.handedOver.note,
    },
  }
}
