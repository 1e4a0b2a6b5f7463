import { fluidSteps } from './steps/fluidSteps'
import { lineSteps } from './steps/lineSteps'
import { partSteps } from './steps/partSteps'
import { proofSteps } from './steps/proofSteps'
import type { StepRule } from './steps/rule'
import type { StepKind } from './stepKinds'

/** One rule for each kind of step: a kind without one does not compile. */
export const stepRules: Readonly<Record<StepKind, StepRule>> = { ...lineSteps, ...fluidSteps, ...partSteps, ...proofSteps }
