import type { LevelReading } from '../../core/job/types'
import { isSealedSet } from '../../core/sheet/isSealedSet'
import type { Sheet } from '../../core/sheet/types'

/** What can be said of a level: of fluid at its marks, or, where a set came filled and sealed, of how it works. */
export const levelChoices = (sheet: Pick<Sheet, 'bleeding' | 'bleeders'>): { id: LevelReading; text: string }[] =>
  isSealedSet(sheet)
    ? [
        { id: 'below', text: 'Too little' },
        { id: 'at', text: 'As it should be' },
        { id: 'above', text: 'Too much' },
      ]
    : [
        { id: 'below', text: 'Below' },
        { id: 'at', text: 'At the mark' },
        { id: 'above', text: 'Above' },
        { id: 'foam', text: 'Foam' },
      ]
