import { seatingProofs } from '../../fittings/seating'
import { chosenPart } from '../../sheet/chosenPart'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Joint, Proof } from '../../sheet/types'
import type { JobState } from '../types'

/** What is seen or felt before a joint counts as seated, with the part that lies in. */
export function proofsOf({ lines }: Pick<ResolvedSheet, 'lines'>, state: JobState, joint: Joint): Proof[] {
  const line = lines.find(({ id }) => id === joint.line)
  const isNew = line !== undefined && state.scope.includes(line.id) && state.lines[line.id]?.which !== 'old'
  return seatingProofs(joint, line, isNew ? chosenPart(line, state.inputs?.parts) : undefined)
}
