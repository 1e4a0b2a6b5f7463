import type { Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { planJob, type PlanInputs } from './planJob'
import type { Standing } from './standing'
import type { AccessIssue, Plan } from './types'

export type Planned = Result<Plan, AccessIssue>
const known = new WeakMap<ResolvedSheet, Map<string, Planned>>()
const keys = new WeakMap<PlanInputs | Standing, string>()
/** The same inputs in whatever order their fields were set, on the same car; without a standing it is untouched. */
export const keyOf = (inputs: PlanInputs, standing?: Standing): string =>
  standing ? `${sorted(inputs)} ${sorted(standing)}` : sorted(inputs)
function sorted(object: PlanInputs | Standing): string {
  const before = keys.get(object)
  if (before !== undefined) return before
  const key = JSON.stringify(object, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  )
  keys.set(object, key)
  return key
}
/** More than a technician tries on one car; then the oldest go. */
const most = 200

/**
 * planJob, asked once for the same car and inputs: deciding, showing, weighing and the runners-up ask for the same plans. Forgotten with
 * the car.
 */
export function planOnce(resolved: ResolvedSheet, inputs: PlanInputs, standing?: Standing): Planned {
  const plans = known.get(resolved) ?? new Map<string, Planned>()
  known.set(resolved, plans)
  const key = keyOf(inputs, standing)
  const before = plans.get(key)
  if (before) return before
  const plan = planJob(resolved, inputs, standing)
  keepPlan(plans, key, plan)
  return plan
}

function keepPlan(plans: Map<string, Planned>, key: string, plan: Planned): void {
  if (plans.size >= most) plans.delete(plans.keys().next().value!)
  plans.set(key, plan)
}

/** The plan, where it is known already. */
export const knownPlan = (resolved: ResolvedSheet, inputs: PlanInputs, standing?: Standing): Planned | undefined =>
  known.get(resolved)?.get(keyOf(inputs, standing))

/** Hands in a plan that was worked out elsewhere, by planJob for the same car, inputs and standing: whoever asks planOnce finds it made. */
export function rememberPlan(resolved: ResolvedSheet, inputs: PlanInputs, plan: Planned, standing?: Standing): void {
  const plans = known.get(resolved) ?? new Map<string, Planned>()
  known.set(resolved, plans)
  keepPlan(plans, keyOf(inputs, standing), plan)
}
