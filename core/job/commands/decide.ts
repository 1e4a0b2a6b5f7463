import { fail, ok } from '../../result'
import { proppedSince, runningSince } from '../state/carState'
import type { Worth } from './commandRule'
import { ruleOf } from './commandRules'
import { undoRefused } from './decideEnd'
import type { Context, Decision } from './decision'
import { isOfColdReading } from '../owed/readCold'
import { eventsPerJob, hasRoom } from './roomLeft'
import type { JobBody, JobCommand, JobState } from '../types'
import { waitBefore } from '../state/waits'

export type { Context } from './decision'

/**
 * May this happen, and what is then on record? Pure, and the same on tablet and server. A refusal carries what the person needs to mend it;
 * it changes nothing. Physical order is enforced where breaking it would hurt a car or a person, not where practice varies. What goes for
 * one command stands in its row (commands/); here is what goes for all.
 */
export function decide(state: JobState | undefined, command: JobCommand, context: Context): Decision {
  const { roles, taken, decide: decideIt } = ruleOf(command.type)
  if (!roles.includes(context.person.role)) return fail({ code: 'JOB_ROLE', needs: [...roles] })
  if (!state) return command.type === 'opened' ? ok(command) : fail({ code: 'JOB_NOT_OPENED' })
  if (command.type === 'opened') return fail({ code: 'JOB_ALREADY_OPENED' })
  if (!hasRoom(state.seq, taken.full, context.seen)) return fail({ code: 'JOB_FULL', most: eventsPerJob })
  if (state.signedOff && !taken.signedOff && !isOfColdReading(state, command, context)) return fail({ code: 'JOB_SIGNED_OFF' })
  if (state.paused && !taken.paused) return fail({ code: 'JOB_PAUSED' })
  if (!taken.running && runningSince(state)) return fail({ code: 'JOB_ENGINE', is: 'running' })
  if (!taken.propped && proppedSince(state)) return fail({ code: 'JOB_PROPPED' })
  const wait = state.signedOff ? undefined : waitBefore(context.resolved, state, command, context)
  if (wait) return fail({ code: 'JOB_WAIT', ...wait })
  const refused = command.type === 'stepUndone' && undoRefused(state, command, context, worthOf)
  if (refused) return fail(refused)
  return decideIt(state, command as never, context)
}

/** What only the server says is taken back by nobody, and nothing of the work rests on it. */
const worthOf = ({ type }: JobBody): Worth =>
  type === 'entryHeld' || type === 'entrySettled' ? { held: false, undone: false, base: false } : ruleOf(type).counts
