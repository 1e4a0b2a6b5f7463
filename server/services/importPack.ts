import { compareSheets, sameJson } from '../../core/sheet/compareSheets'
import type { Family, Pack, Sheet } from '../../core/sheet/types'
import type { ImportPreview, ImportResult } from '../../shared/schemas/library'
import { changeWords } from '../../shared/words/changeWords'
import { findFamilies, upsertFamily } from '../sql/sheets/families'
import { findSheet } from '../sql/sheets/findSheet'
import { toSheet } from '../sql/sheets/sheetRows'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { refusePack } from '../utils/readPack'
import { digestOf, storeSheet } from './storeSheet'

/** The families a sheet is for, from the pack or from here. */
async function familiesOf(db: Db, pack: Pack, sheet: Sheet, index: number): Promise<Family[]> {
  const ids = [...new Set(sheet.applies.flatMap(applies => applies.families))]
  const known = new Map([...(await findFamilies(db, ids)), ...pack.families].map(family => [family.id, family]))
  const missing = ids.filter(id => !known.has(id))
  if (missing.length > 0)
    refusePack(missing.map(id => ({ path: `sheets[${index}].applies`, message: `no vehicle family “${id}” here or in the pack` })))
  return ids.map(id => known.get(id)!)
}

/** Known already with the same content: nothing to do. With other content: refused, a revision never changes. */
async function isHere(db: Db, sheet: Sheet, index: number): Promise<boolean> {
  const known = await findSheet(db, sheet.id, sheet.revision)
  if (!known) return false
  if (known.digest === digestOf(sheet)) return true
  throw new ProblemError(
    'PACK_REVISION_EXISTS',
    `“${sheet.id}” revision ${sheet.revision} is here already and differs. A revision never changes: give the new one the next number.`,
    { errors: [{ path: `sheets[${index}].revision`, message: `revision ${sheet.revision} exists` }] },
  )
}

/** All or nothing: one bad sheet, or one revision that exists with other content, and nothing of the pack is taken. */
export async function importPack(pack: Pack, importedBy: string | undefined): Promise<ImportResult> {
  return withTransaction(async db => {
    for (const family of pack.families) await upsertFamily(db, family)
    const result: ImportResult = { families: pack.families.length, added: [], unchanged: [] }
    for (const [i, sheet] of pack.sheets.entries()) {
      const families = await familiesOf(db, pack, sheet, i)
      const here = await isHere(db, sheet, i)
      if (!here) await storeSheet(db, sheet, families, importedBy)
      result[here ? 'unchanged' : 'added'].push({ id: sheet.id, revision: sheet.revision })
    }
    return result
  })
}

/** What an import would add or change, in words, and everything it would be refused for; changes nothing. */
export async function previewPack(db: Db, pack: Pack): Promise<ImportPreview> {
  const known = new Map(
    (
      await findFamilies(
        db,
        pack.families.map(family => family.id),
      )
    ).map(family => [family.id, family]),
  )
  const families = pack.families.map(family => ({
    id: family.id,
    name: `${family.make} ${family.model}`,
    change: !known.has(family.id) ? ('new' as const) : sameJson(known.get(family.id), family) ? ('same' as const) : ('changed' as const),
  }))
  const sheets: ImportPreview['sheets'] = []
  for (const [i, sheet] of pack.sheets.entries()) {
    await familiesOf(db, pack, sheet, i)
    const head = { id: sheet.id, revision: sheet.revision, title: sheet.title }
    if (await isHere(db, sheet, i)) sheets.push({ ...head, change: 'same', changes: [] })
    else {
      const row = await findSheet(db, sheet.id)
      const latest = row && toSheet(row)
      const change = latest === undefined ? 'new' : sheet.revision > latest.revision ? 'newer' : 'older'
      sheets.push({
        ...head,
        change,
        changes: latest && change === 'newer' ? compareSheets(latest, sheet).map(item => changeWords(item, latest, sheet)) : [],
      })
    }
  }
  return { title: pack.title, families, sheets }
}
