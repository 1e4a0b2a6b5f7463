import type { Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { planJob, type PlanInputs } from './planJob'
import type { AccessIssue, Plan } from './types'

type Planned = Result<Plan, AccessIssue>
const known = new WeakMap<ResolvedSheet, Map<string, Planned>>()
const keys = new WeakMap<PlanInputs, string>()
/** The same inputs in whatever order their fields were set. */
function keyOf(inputs: PlanInputs): string {
  const before = keys.get(inputs)
  if (before !== undefined) return before
  const key = JSON.stringify(inputs, (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  )
  keys.set(inputs, key)
  return key
}
/** More than a technician tries on one car; then the oldest go. */
const most = 200

/**
 * planJob, asked once for the same car and inputs: deciding, showing, weighing and the runners-up ask for the same plans. Forgotten with
 * the car.
 */
export function planOnce(resolved: ResolvedSheet, inputs: PlanInputs): Planned {
  const plans = known.get(resolved) ?? new Map<string, Planned>()
  known.set(resolved, plans)
  const key = keyOf(inputs)
  const before = plans.get(key)
  if (before) return before
  const plan = planJob(resolved, inputs)
  if (plans.size >= most) plans.delete(plans.keys().next().value!)
  plans.set(key, plan)
  return plan
}
