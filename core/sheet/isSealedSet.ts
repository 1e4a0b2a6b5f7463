import type { Sheet } from './types'

/** A set that came filled and sealed has no fluid to lose: nothing on its sheet is bled, by hand or otherwise. */
export const isSealedSet = ({ bleeding, bleeders }: Pick<Sheet, 'bleeding' | 'bleeders'>): boolean =>
  bleeding.allowed.length === 0 && bleeders.length === 0
