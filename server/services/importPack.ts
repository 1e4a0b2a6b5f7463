import type { z } from 'zod'
import { checkIntegrity } from '../../core/sheet/checkIntegrity'
import { compareSheets, sameJson } from '../../core/sheet/compareSheets'
import type { Family, Pack, Sheet } from '../../core/sheet/types'
import type { ImportPreview } from '../../shared/schemas/api'
import { packSchema, sheetSchema } from '../../shared/schemas/sheet'
import { changeWords } from '../../shared/words/changeWords'
import { integrityWords } from '../../shared/words/integrityWords'
import { findFamilies, upsertFamily } from '../sql/sheets/families'
import { findSheet } from '../sql/sheets/findSheet'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { digestOf, storeSheet } from './storeSheet'

export type ImportResult = { families: number; added: { id: string; revision: number }[]; unchanged: { id: string; revision: number }[] }
type PathError = { path: string; message: string }

const maxErrors = 50

export const pathText = (path: readonly PropertyKey[]): string =>
  path
    .map(part => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
    .join('')
    .replace(/^\./, '')
export const zodErrors = (error: z.ZodError): PathError[] =>
  error.issues.slice(0, maxErrors).map(issue => ({ path: pathText(issue.path), message: issue.message }))

function refuse(errors: PathError[]): never {
  throw new ProblemError(
    'PACK_REFUSED',
    `${errors.length === 1 ? 'One place is' : `${errors.length} places are`} not right. Mend the file and import it again.`,
    { errors },
  )
}

/** A file as a pack: a pack itself, or a single sheet. */
export function readPack(value: unknown): Pack {
  const single = typeof value === 'object' && value !== null && 'format' in value && value.format === 'efferent.line-sheet/1'
  const parsed = single ? sheetSchema.safeParse(value) : packSchema.safeParse(value)
  if (!parsed.success) refuse(zodErrors(parsed.error))
  const pack: Pack = single
    ? { format: 'efferent.pack/1', title: (parsed.data as Sheet).title, families: [], sheets: [parsed.data as Sheet] }
    : (parsed.data as Pack)
  const errors = pack.sheets.flatMap((sheet, i) =>
    checkIntegrity(sheet).map(issue => ({
      path: pathText(single ? issue.path : ['sheets', i, ...issue.path]),
      message: integrityWords(issue),
    })),
  )
  const seen = new Set<string>()
  pack.sheets.forEach((sheet, i) => {
    const key = `${sheet.id}@${sheet.revision}`
    if (seen.has(key)) errors.push({ path: `sheets[${i}]`, message: `“${sheet.id}” revision ${sheet.revision} is in the pack twice` })
    seen.add(key)
  })
  if (errors.length > 0) refuse(errors.slice(0, maxErrors))
  return pack
}

/** The families a sheet is for, from the pack or from here. */
async function familiesOf(db: Db, pack: Pack, sheet: Sheet, index: number): Promise<Family[]> {
  const ids = [...new Set(sheet.applies.flatMap(applies => applies.families))]
  const known = new Map([...(await findFamilies(db, ids)), ...pack.families].map(family => [family.id, family]))
  const missing = ids.filter(id => !known.has(id))
  if (missing.length > 0)
    refuse(missing.map(id => ({ path: `sheets[${index}].applies`, message: `no vehicle family “${id}” here or in the pack` })))
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
export async function importPack(value: unknown, importedBy: string | undefined): Promise<ImportResult> {
  const pack = readPack(value)
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
export async function previewPack(db: Db, value: unknown): Promise<ImportPreview> {
  const pack = readPack(value)
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
      const latest = await findSheet(db, sheet.id)
      const change = latest === undefined ? 'new' : sheet.revision > latest.revision ? 'newer' : 'older'
      sheets.push({
        ...head,
        change,
        changes: latest && change === 'newer' ? compareSheets(latest.body, sheet).map(item => changeWords(item, latest.body, sheet)) : [],
      })
    }
  }
  return { title: pack.title, families, sheets }
}
