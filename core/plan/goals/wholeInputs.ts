import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { withCovered } from '../../sheet/chosenPart'
import type { PlanInputs } from '../planInputs'

/** What is asked of a plan, with the lines that come in one piece with those chosen: what comes in one piece is wanted as one. */
export function wholeInputs(resolved: ResolvedSheet, inputs: PlanInputs): PlanInputs {
  const lines = withCovered(resolved.lines, inputs.lines, inputs.parts)
  return lines.length === inputs.lines.length ? inputs : { ...inputs, lines }
}
