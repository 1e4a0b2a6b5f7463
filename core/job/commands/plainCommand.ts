import type { FluidEstimate } from '../../fluid/estimateFluid'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import type { Step } from '../steps/draftSteps'
import { stepRules } from '../steps/stepRules'
import type { JobCommand, JobState } from '../types'
import { endsByHeat, waitNamed } from '../state/waits'

/**
 * What a step records when everything goes as the sheet says: all fasteners, all proofs, the target torque, the likely spill. The bay view
 * starts its entries from this; the person changes what was different.
 */
export const plainCommand = (resolved: ResolvedSheet, step: Step, state: JobState, fluid: FluidEstimate | undefined): JobCommand =>
  stepRules[step.kind].plain({ step, target: step.target, resolved, state, fluid })

/** What is said of a wait that is over for another reason than the clock: a part measured cold, or long left alone. */
export function plainCut({ sheet }: ResolvedSheet, id: Slug): JobCommand {
  const wait = waitNamed(sheet, id)!
  return {
    type: 'waitCut',
    wait: id,
    reason: 'stood since yesterday',
    ...(endsByHeat(wait) && { temperature: { value: wait.kind === 'warm' ? 60 : 25, unit: 'degC' } }),
  }
}
