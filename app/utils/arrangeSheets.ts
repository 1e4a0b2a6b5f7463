import type { System } from '#core/sheet/types'
import type { SheetHead } from '#shared/schemas/library'
import { systemSays } from '#shared/words/systemSays'

export type SortKey = 'title' | 'system' | 'appliesTo' | 'revision'

/** Sheets of a system that have all the words, in the order asked for; equal ones by title, then by name. */
export function arrangeSheets(
  sheets: readonly SheetHead[],
  { system, filter = '', by, down }: { system?: System; filter?: string; by: SortKey; down: boolean },
): SheetHead[] {
  const words = (filter ?? '').toLocaleLowerCase().split(/\s+/).filter(Boolean)
  const textOf = (sheet: SheetHead) =>
    [sheet.id, sheet.title, sheet.summary, sheet.appliesTo, systemSays[sheet.system as System].name].join(' ').toLocaleLowerCase()
  const keyOf = (sheet: SheetHead) => (by === 'system' ? systemSays[sheet.system as System].name : sheet[by])
  return sheets
    .filter(sheet => (!system || sheet.system === system) && words.every(word => textOf(sheet).includes(word)))
    .sort((a, b) => {
      const [x, y] = [keyOf(a), keyOf(b)]
      const order = typeof x === 'number' && typeof y === 'number' ? x - y : String(x).localeCompare(String(y))
      return (down ? -order : order) || a.title.localeCompare(b.title) || a.id.localeCompare(b.id)
    })
}
