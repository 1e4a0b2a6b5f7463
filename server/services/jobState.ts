import { carOf } from '../../core/job/state/carOf'
import { evolve, fold } from '../../core/job/state/evolve'
import { listDue } from '../../core/job/owed/obligations'
import { listSteps } from '../../core/job/steps/listSteps'
import { waitsOf } from '../../core/job/state/waits'
import { laidOverBy, sheetOfJob } from '../../core/job/state/sheetOfJob'
import { summarise } from '../../core/job/record/summarise'
import type { JobState } from '../../core/job/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Sheet } from '../../core/sheet/types'
import { stepWords } from '../../shared/words/stepWords'
import { listEvents } from '../sql/jobs/listEvents'
import type { Summed } from '../sql/jobs/appendEvents'
import { toEvent } from '../sql/jobs/jobRows'
import type { Db } from '../utils/db'
import { Lru } from '../utils/lru'
import { restFor } from './plans'
import { resolveFor } from './sheets'

// Folded states by job: an append then reads only what has come since, from whichever process. Correct because a state is keyed by its
// sequence, and one that was not stored is never kept.
const states = new Lru<string, JobState>(200)
const resolutions = new Lru<string, ResolvedSheet>(200)

/** A job's state at a sequence it is known to have reached. */
export async function loadState(db: Db, jobId: string, seq: number): Promise<JobState> {
  const known = states.get(jobId)
  if (known?.seq === seq) return known
  const base = known && known.seq < seq ? known : undefined
  const rows = await listEvents(db, jobId, base?.seq ?? 0)
  const events = rows.map(toEvent).filter(event => event.seq <= seq)
  // From its beginning all at once: one after the other each would copy the list of those before it.
  const state = base ? events.reduce<JobState>((folded, event) => evolve(folded, event), base) : fold(events)
  if (!state) throw new Error(`job ${jobId} has no events`)
  return state
}

/** Called after commit only: a state that was rolled back must never be found here. */
export const keepState = (state: JobState): void => states.set(state.id, state)

/** The sheet for the job's car, resolved once: a revision never changes, and neither does what it comes to for a car. */
export function resolveJob(sheet: Sheet, state: JobState): ResolvedSheet {
  const car = carOf(state)
  const laidOver = laidOverBy(state)
  const key = `${sheet.id}@${sheet.revision} ${JSON.stringify(car)} ${JSON.stringify(laidOver)}`
  const known = resolutions.get(key)
  if (known) return known
  const resolved = resolveFor(sheetOfJob(sheet, laidOver), car)
  resolutions.set(key, resolved)
  return resolved
}

/** The summary row's content, in data and in words. */
export async function summaryOf(resolved: ResolvedSheet, state: JobState, gone?: AbortSignal): Promise<Summed> {
  const planned = await restFor(resolved, state, gone)
  const steps = planned?.ok ? listSteps(resolved, planned.value, state.inputs!.start, state) : []
  const summary = summarise(state, steps, listDue(resolved, state), waitsOf(resolved, state))
  const nextWords = summary.step.next ? stepWords(summary.step.next, resolved.sheet).title : ''
  return { summary, nextWords }
}
