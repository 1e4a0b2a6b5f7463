import { chosenPart } from '../../sheet/chosenPart'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { JobState } from '../types'

/** Acts that are done, by their names in the list. */
export const actsDone = (state: JobState, line: string): ReadonlySet<string> => new Set(state.making[line]?.done.map(({ act }) => act))

/** Lines that are bent and flared here: their part is, or somebody has begun to. */
export const isMadeHere = ({ lines }: Pick<ResolvedSheet, 'lines'>, state: JobState, id: string): boolean => {
  const line = lines.find(one => one.id === id)
  return line !== undefined && (state.making[id] !== undefined || chosenPart(line, state.inputs?.parts)?.bent === true)
}
