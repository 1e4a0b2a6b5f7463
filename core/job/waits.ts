import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Wait, WaitKind } from '../sheet/types'
import { isNamed } from '../access/listWaits'
import type { StepRef } from './stepKinds'
import { stepOfBody } from './stepOfBody'
import { spanSeconds, type Moment } from './timer'
import type { JobCommand, JobEvent, JobState, Mark } from './types'

/** Time itself, or a temperature, ends these; the others a technician may cut short with a reason. */
const heatWaits: readonly WaitKind[] = ['cool', 'warm']
/** Whether a wait is over by temperature as well as by time. */
export const endsByHeat = ({ kind }: Pick<Wait, 'kind'>): boolean => heatWaits.includes(kind)

export type JobWait = { wait: Wait; since: Moment; n: number; isBound: (step: StepRef) => boolean }

/**
 * The sheet's waits that run: begun by the last act they come after (without one, when the job was opened), and not cut since. A wait that
 * is over still stands here: whoever asks knows the time.
 */
export function waitsOf({ sheet }: ResolvedSheet, state: JobState): JobWait[] {
  const acts = state.effective.flatMap(event => {
    const ref = stepOfBody(event.body, sheet)
    return ref ? [{ ref, moment: momentOf(event), n: event.seq }] : []
  })
  return (sheet.waits ?? []).flatMap((wait): JobWait[] => {
    const begun = wait.after.length === 0 ? firstOf(state) : acts.findLast(({ ref }) => isNamed(wait.after, ref))
    if (!begun) return []
    const cut: Mark | undefined = state.waitsCut[wait.id]
    return cut && cut.n > begun.n ? [] : [{ wait, since: begun.moment, n: begun.n, isBound: step => isNamed(wait.before, step) }]
  })
}
const momentOf = ({ at, recordedAt, device }: JobEvent): Moment => ({ at, recordedAt, device })
const firstOf = ({ effective: [first] }: JobState) => ({ moment: momentOf(first!), n: first!.seq })

/** Seconds a wait still has; never below none. Our own. */
export const waitLeft = ({ wait, since }: JobWait, now: Moment): number =>
  Math.max(0, Math.ceil(wait.minutes * 60 - spanSeconds(since, now)))

/** What an act must wait for, if anything: the longest of it. */
export function waitBefore(resolved: ResolvedSheet, state: JobState, command: JobCommand, now: Moment) {
  const ref = stepOfBody(command, resolved.sheet)
  if (!ref) return undefined
  return waitsOf(resolved, state)
    .filter(one => one.isBound(ref))
    .map(one => ({ wait: one.wait.id, secondsLeft: waitLeft(one, now) }))
    .filter(({ secondsLeft }) => secondsLeft > 0)
    .sort((a, b) => b.secondsLeft - a.secondsLeft)[0]
}
