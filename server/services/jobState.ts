import { planJob, type PlanInputs } from '../../core/access/planJob'
import type { Plan } from '../../core/access/types'
import { carOf } from '../../core/job/carOf'
import { evolve } from '../../core/job/evolve'
import { listMissing } from '../../core/job/listMissing'
import { listSteps } from '../../core/job/listSteps'
import { summarise, type Summary } from '../../core/job/summarise'
import type { JobState } from '../../core/job/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Sheet } from '../../core/sheet/types'
import { stepWords } from '../../shared/words/stepWords'
import { listEvents } from '../sql/jobs/listEvents'
import { toEvent } from '../sql/jobs/jobRows'
import type { Db } from '../utils/db'
import { Lru } from '../utils/lru'
import { resolveFor } from './sheets'

// Folded states by job: an append then reads only what has come since, from whichever process. Correct because states are
// keyed by sequence and read under the job's row lock.
const states = new Lru<string, JobState>(500)
const plans = new Lru<string, Plan>(500)

export async function loadState(db: Db, jobId: string, seq: number): Promise<JobState> {
  const known = states.get(jobId)
  if (known?.seq === seq) return known
  const base = known && known.seq < seq ? known : undefined
  const rows = await listEvents(db, jobId, base?.seq ?? 0)
  const state = rows
    .map(toEvent)
    .filter(event => event.seq <= seq)
    .reduce<JobState | undefined>((folded, event) => evolve(folded, event), base)
  if (!state) throw new Error(`job ${jobId} has no events`)
  return state
}

/** Called after commit only: a state that was rolled back must never be found here. */
export const keepState = (state: JobState): void => states.set(state.id, state)

export function resolveJob(sheet: Sheet, state: JobState): ResolvedSheet {
  return resolveFor(sheet, carOf(state))
}

export function planOf(resolved: ResolvedSheet, inputs: PlanInputs): Plan | undefined {
  const key = JSON.stringify([resolved.sheet.id, resolved.sheet.revision, resolved.car, inputs])
  const known = plans.get(key)
  if (known) return known
  const plan = planJob(resolved, inputs)
  if (!plan.ok) return undefined
  plans.set(key, plan.value)
  return plan.value
}

/** The summary row's content, in data and in words. */
export function summaryOf(resolved: ResolvedSheet, state: JobState): { summary: Summary; nextWords: string } {
  const plan = state.inputs && planOf(resolved, state.inputs)
  const steps = plan ? listSteps(resolved, plan, state.inputs!.start, state) : []
  const summary = summarise(state, steps, listMissing(resolved, state))
  const nextWords = summary.step.next ? stepWords(summary.step.next, resolved.sheet).title : ''
  return { summary, nextWords }
}
