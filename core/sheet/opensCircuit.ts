import { isSealedSet } from './isSealedSet'
import type { Joint, Sheet } from './types'

/**
 * Does opening this joint open the circuit? Both ends of a set that came filled and sealed do not: it is bolted and hooked on, and nothing
 * runs out. The joint says so; one that says nothing opens, unless nothing on its sheet is ever bled.
 */
export const opensCircuit = (sheet: Pick<Sheet, 'bleeding' | 'bleeders'>, joint: Pick<Joint, 'opensNothing'>): boolean =>
  !joint.opensNothing && !isSealedSet(sheet)
