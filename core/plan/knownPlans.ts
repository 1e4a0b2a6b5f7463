import type { Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { PlanInputs } from './planInputs'
import type { Standing } from './tasks/standing'
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

/** The plan for a car and inputs, where it is known already; forgotten with the car. */
export const knownPlan = (resolved: ResolvedSheet, inputs: PlanInputs, standing?: Standing): Planned | undefined =>
  known.get(resolved)?.get(keyOf(inputs, standing))

/** Keeps a plan that was worked out, here or elsewhere, by planJob for the same car, inputs and standing. */
export function rememberPlan(resolved: ResolvedSheet, inputs: PlanInputs, plan: Planned, standing?: Standing): void {
  const plans = known.get(resolved) ?? new Map<string, Planned>()
  known.set(resolved, plans)
  if (plans.size >= most) plans.delete(plans.keys().next().value!)
  plans.set(keyOf(inputs, standing), plan)
}
