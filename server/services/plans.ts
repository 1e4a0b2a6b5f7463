import { keyOf, rememberPlan, type Planned } from '../../core/access/planOnce'
import type { PlanInputs } from '../../core/access/planJob'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import { Lru } from '../utils/lru'
import { runTask } from '../utils/workers'

const plans = new Lru<string, Planned>(500)

/**
 * The plan for a car and inputs, worked out in the worker pool once and then known; `decide`, which asks planOnce, finds it made. The same
 * inputs give the same plan in every process.
 */
export async function planFor(resolved: ResolvedSheet, inputs: PlanInputs, gone?: AbortSignal): Promise<Planned> {
  const { sheet, car } = resolved
  const key = `${sheet.id}@${sheet.revision} ${JSON.stringify(car)} ${keyOf(inputs)}`
  const planned = plans.get(key) ?? (await runTask('plan', { sheet, car, inputs }, gone))
  plans.set(key, planned)
  rememberPlan(resolved, inputs, planned)
  return planned
}
