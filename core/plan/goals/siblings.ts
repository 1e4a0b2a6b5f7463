import type { Slug } from '../../sheet/types'

/** A neighbour by its id; a sibling, that is another line of this car, as `line:id`. */
export type NeighbourRef = string
/** Names another line of the same sheet as something to renew beside. */
export const siblingRef = (line: Slug): NeighbourRef => `line:${line}`
/** The line a reference means, if it means one. */
export const siblingOf = (ref: NeighbourRef): Slug | undefined => (ref.startsWith('line:') ? ref.slice('line:'.length) : undefined)
