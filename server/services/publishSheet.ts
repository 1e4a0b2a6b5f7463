import type { Person } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import type { RevisionView } from '../../shared/schemas/library'
import { foldNotes } from '../sql/notes/notes'
import { findFamilies } from '../sql/sheets/families'
import { listRevisions, lockHead } from '../sql/sheets/listRevisions'
import { isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { storeSheet } from './storeSheet'

export async function getRevisions(db: Db, id: string): Promise<RevisionView[]> {
  const rows = await listRevisions(db, id)
  if (rows.length === 0) throw new ProblemError('SHEET_UNKNOWN', `There is no line sheet “${id}”. Look it up again.`)
  return rows.map(row => ({ id, revision: row.revision, publishedAt: row.published_at.toISOString(), by: row.by ?? undefined }))
}

const moved = (id: string, head: number | undefined) =>
  new ProblemError(
    'SHEET_REVISION_MOVED',
    head === undefined
      ? `“${id}” is not here any more under that number. Start it as revision 1.`
      : `“${id}” is at revision ${head} now. Compare with it and publish the next; your draft is kept on this device.`,
    { fields: { revision: head } },
  )

/**
 * The next revision (read by readRevision) of a sheet, or the first of a new one, with the bay notes that are folded into it. All or
 * nothing.
 */
export async function publishSheet(id: string, sheet: Sheet, notes: string[], person: Person): Promise<RevisionView> {
  if (sheet.id !== id)
    throw new ProblemError('SHEET_REFUSED', `The sheet calls itself “${sheet.id}”. A sheet keeps its id for ever.`, {
      errors: [{ path: 'id', message: 'differs from the address' }],
    })
  const ids = [...new Set(sheet.applies.flatMap(applies => applies.families))]
  try {
    await withTransaction(async db => {
      const head = await lockHead(db, id)
      if (sheet.revision !== (head ?? 0) + 1) throw moved(id, head)
      const families = await findFamilies(db, ids)
      const missing = ids.filter(family => !families.some(known => known.id === family))
      if (missing.length > 0)
        throw new ProblemError('SHEET_REFUSED', 'Choose the vehicles from those that are known here.', {
          errors: missing.map(family => ({ path: 'applies', message: `no vehicle family “${family}”` })),
        })
      await storeSheet(db, sheet, families, person.id)
      await foldNotes(db, id, notes, sheet.revision, person.name)
    })
  } catch (error) {
    // Two first revisions at once: there was no head to lock yet.
    if (isUniqueViolation(error, 'sheets_pkey')) throw moved(id, sheet.revision)
    throw error
  }
  return { id, revision: sheet.revision, publishedAt: new Date().toISOString(), by: person.name }
}
