import type { Planned } from '../../plan/knownPlans'
import { planOnce } from '../../plan/planOnce'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { askRest } from '../steps/askRest'
import type { JobState } from '../types'

/** The plan for what is left of a job, from the car as it stands: the same answer for the same record, on whatever device. */
export function planRest(resolved: ResolvedSheet, state: JobState): Planned {
  const asked = askRest(resolved, state, planOnce(resolved, state.inputs!))
  return 'ask' in asked ? asked.answer(planOnce(resolved, state.inputs!, asked.ask)) : asked
}
