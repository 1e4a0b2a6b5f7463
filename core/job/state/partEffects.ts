import { carriersOf, droppedBy } from '../../sheet/chosenPart'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Line, Slug } from '../../sheet/types'
import type { JobState } from '../types'

/** Lines that are renewed: wanted, and not gone back in as they came out. */
const renewed = ({ lines }: ResolvedSheet, state: JobState): Line[] =>
  lines.filter(({ id }) => state.scope.includes(id) && state.lines[id]?.which !== 'old')

/** Joints and holds that the parts of this job do without. */
export const droppedIn = (resolved: ResolvedSheet, state: JobState): ReadonlySet<Slug> =>
  droppedBy(renewed(resolved, state), state.inputs?.parts)
/** Not on the car any more: the part that lies in does without it. */
export const isGone = (resolved: ResolvedSheet, state: JobState, id: Slug): boolean =>
  renewed(resolved, state).some(line => state.lines[line.id]?.in && droppedBy([line], state.inputs?.parts).has(id))
/** The other lines of the piece that lies in with a line. */
export const pieceOf = (state: JobState, line: Slug): Slug[] =>
  Object.entries(state.lines).flatMap(([id, { piece }]) => (piece === line ? [id] : []))
/** The other lines of the piece that a line's part is. */
export const coveredIn = (resolved: ResolvedSheet, state: JobState, line: Slug): Slug[] =>
  resolved.lines.map(({ id }) => id).filter(id => id !== line && carrierIn(resolved, state, id) === line)
/** The line whose part a line comes in one piece with; itself where it has its own. */
export const carrierIn = (resolved: ResolvedSheet, state: JobState, line: Slug): Slug =>
  carriersOf(renewed(resolved, state), state.inputs?.parts).get(line) ?? line
