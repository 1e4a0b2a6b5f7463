import type { LevelReading } from '../../core/job/types'
import { isSealedSheet } from '../../core/sheet/sealing'
import type { ChosenParts } from '../../core/sheet/chosenPart'
import { levelForm } from '../../core/sheet/levelForm'
import type { Level, Sheet } from '../../core/sheet/types'

type Choice = { id: LevelReading; text: string }

/** What can be said of a level: of fluid at its marks or its plug, or, where a set came filled and sealed, of how it works. */
export function levelChoices(sheet: Pick<Sheet, 'bleeding' | 'bleeders' | 'lines'>, level?: Level, parts?: ChosenParts): Choice[] {
  if (isSealedSheet(sheet, parts))
    return [
      { id: 'below', text: 'Too little' },
      { id: 'at', text: 'As it should be' },
      { id: 'above', text: 'Too much' },
    ]
  if (level && levelForm(level) === 'overflow')
    return [
      { id: 'below', text: 'Nothing comes' },
      { id: 'at', text: 'A thread, then drops' },
      { id: 'above', text: 'It runs' },
      { id: 'foam', text: 'Foam' },
    ]
  return [
    { id: 'below', text: 'Below' },
    { id: 'at', text: 'At the mark' },
    { id: 'above', text: 'Above' },
    { id: 'foam', text: 'Foam' },
  ]
}

/** A height as tapped on the scale. */
export const heightWords = (mm: number): string =>
  Math.round(mm) === 0 ? 'at the lower mark' : `${Math.abs(Math.round(mm))} mm ${mm < 0 ? 'below' : 'above'} the lower mark`
