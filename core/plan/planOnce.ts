import type { ResolvedSheet } from '../sheet/resolveSheet'
import { knownPlan, rememberPlan, type Planned } from './knownPlans'
import { planJob } from './planJob'
import type { PlanInputs } from './planInputs'
import type { Standing } from './tasks/standing'

/** planJob, asked once for the same car and inputs: deciding, showing, weighing and the runners-up ask for the same plans. */
export function planOnce(resolved: ResolvedSheet, inputs: PlanInputs, standing?: Standing): Planned {
  const before = knownPlan(resolved, inputs, standing)
  if (before) return before
  const plan = planJob(resolved, inputs, standing)
  rememberPlan(resolved, inputs, plan, standing)
  return plan
}
