import { createHash } from 'node:crypto'
import type { Family, Sheet } from '../../core/sheet/types'
import { sheetEntries } from '../../shared/searchEntries'
import { deleteSheetEntries, insertEntries } from '../sql/search/writeEntries'
import { insertSheet } from '../sql/sheets/insertSheet'
import { lockHead } from '../sql/sheets/listRevisions'
import type { Db } from '../utils/db'

/** The same bytes for the same content, whatever order a file had its keys in. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (typeof value === 'object' && value !== null) {
    return `{${Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`)
      .join(',')}}`
  }
  return JSON.stringify(value)
}
export const digestOf = (value: unknown): string => createHash('sha256').update(canonical(value)).digest('base64url')

/** Stores a revision and, where it is the newest, makes it the one that is found. Integrity has been checked. */
export async function storeSheet(db: Db, sheet: Sheet, families: readonly Family[], importedBy: string | undefined): Promise<void> {
  await insertSheet(db, { sheet, digest: digestOf(sheet), families: families.map(family => family.id), importedBy })
  if ((await lockHead(db, sheet.id)) !== sheet.revision) return
  await deleteSheetEntries(db, sheet.id)
  await insertEntries(db, sheetEntries(sheet, families))
}
