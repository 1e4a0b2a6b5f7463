import { fluidSteps } from './steps/fluidSteps'
import { lineSteps } from './steps/lineSteps'
import { partSteps } from './steps/partSteps'
import { proofSteps } from './steps/proofSteps'
import type { StepRule } from './steps/rule'
import type { StepKind } from './stepKinds'

/** One rule for each kind of step. A kind that is missing does not compile, nor does a rule for a kind that there is not. */
const rules = { ...lineSteps, ...fluidSteps, ...partSteps, ...proofSteps } satisfies Record<StepKind, StepRule>
export const stepRules: Readonly<Record<StepKind, StepRule>> = rules
type Unknown = Exclude<keyof typeof rules, StepKind>
const noneUnknown: [Unknown] extends [never] ? true : Unknown = true
void noneUnknown
