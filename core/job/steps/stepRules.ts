import { fluidSteps } from './fluidSteps'
import { lineSteps } from './lineSteps'
import { partSteps } from './partSteps'
import { proofSteps } from './proofSteps'
import type { StepRule } from './rule'
import type { StepKind } from './stepKinds'

/** One rule for each kind of step: a kind without one does not compile. */
export const stepRules: Readonly<Record<StepKind, StepRule>> = { ...lineSteps, ...fluidSteps, ...partSteps, ...proofSteps }
