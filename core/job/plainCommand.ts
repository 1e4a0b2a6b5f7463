import type { FluidEstimate } from '../fluid/estimateFluid'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Step } from './draftSteps'
import { stepRules } from './stepRules'
import type { JobCommand, JobState } from './types'

/**
 * What a step records when everything goes as the sheet says: all fasteners, all proofs, the target torque, the likely spill. The bay view
 * starts its entries from this; the person changes what was different.
 */
export const plainCommand = (resolved: ResolvedSheet, step: Step, state: JobState, fluid: FluidEstimate | undefined): JobCommand =>
  stepRules[step.kind].plain({ step, target: step.target, resolved, state, fluid })
