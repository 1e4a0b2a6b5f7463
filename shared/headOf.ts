import type { Family, Sheet } from '../core/sheet/types'
import type { SheetHead } from './schemas/library'
import { familyName } from './searchEntries'

/** What a whole sheet is listed by. `families`: those that are known; of another its id is said, never nothing. */
export function headOf(sheet: Sheet, families: readonly Family[]): SheetHead {
  const { id, revision, title, system, summary, applies } = sheet
  const ids = [...new Set(applies.flatMap(one => one.families))]
  const names = ids.map(one => {
    const known = families.find(family => family.id === one)
    return known ? familyName(known) : one
  })
  return { id, revision, title, system, summary, families: ids, appliesTo: names.sort().join(', ') }
}
