import { keyOf, rememberPlan, type Planned } from '../../core/plan/knownPlans'
import type { PlanInputs } from '../../core/plan/planInputs'
import type { Standing } from '../../core/plan/tasks/standing'
import { askRest } from '../../core/job/steps/askRest'
import type { JobState } from '../../core/job/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import { Lru } from '../utils/lru'
import { runTask } from '../utils/workers'

const plans = new Lru<string, Planned>(200)

/**
 * The plan for a car and inputs, worked out in the worker pool once and then known: planOnce finds it made. The same
 * inputs, on a car that stands the same, give the same plan in every process.
 */
export async function planFor(resolved: ResolvedSheet, inputs: PlanInputs, gone?: AbortSignal, standing?: Standing): Promise<Planned> {
  const { sheet, car } = resolved
  const key = `${sheet.id}@${sheet.revision} ${JSON.stringify(car)} ${keyOf(inputs, standing)}`
  const planned = plans.get(key) ?? (await runTask('plan', { sheet, car, inputs, standing }, gone))
  plans.set(key, planned)
  rememberPlan(resolved, inputs, planned, standing)
  return planned
}

/** The plan for what is left of a job; undefined before there is one. */
export async function restFor(resolved: ResolvedSheet, state: JobState, gone?: AbortSignal): Promise<Planned | undefined> {
  if (!state.inputs) return undefined
  const asked = askRest(resolved, state, await planFor(resolved, state.inputs, gone))
  return 'ask' in asked ? asked.answer(await planFor(resolved, state.inputs, gone, asked.ask)) : asked
}
