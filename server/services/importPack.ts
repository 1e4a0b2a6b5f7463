import { createHash } from 'node:crypto'
import type { z } from 'zod'
import { checkIntegrity } from '../../core/sheet/checkIntegrity'
import type { Family, Pack, Sheet } from '../../core/sheet/types'
import { packSchema, sheetSchema } from '../../shared/schemas/sheet'
import { integrityWords } from '../../shared/words/integrityWords'
import { systemWords } from '../../shared/words/vocabulary'
import { findFamily, upsertFamily } from '../sql/sheets/families'
import { findSheet } from '../sql/sheets/findSheet'
import { insertSheet } from '../sql/sheets/insertSheet'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'

export type ImportResult = { families: number; added: { id: string; revision: number }[]; unchanged: { id: string; revision: number }[] }
type PathError = { path: string; message: string }

const maxErrors = 50

export const pathText = (path: readonly PropertyKey[]): string => path.map(part => typeof part === 'number' ? `[${part}]` : `.${String(part)}`).join('').replace(/^\./, '')
export const zodErrors = (error: z.ZodError): PathError[] => error.issues.slice(0, maxErrors).map(issue => ({ path: pathText(issue.path), message: issue.message }))

/** The same bytes for the same content, whatever order a file had its keys in. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (typeof value === 'object' && value !== null) {
    return `{${Object.entries(value).filter(([, inner]) => inner !== undefined).sort(([a], [b]) => a < b ? -1 : 1).map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`).join(',')}}`
  }
  return JSON.stringify(value)
}
export const digestOf = (value: unknown): string => createHash('sha256').update(canonical(value)).digest('base64url')

function refuse(errors: PathError[]): never {
  throw new ProblemError('PACK_REFUSED', `${errors.length === 1 ? 'One place is' : `${errors.length} places are`} not right. Mend the file and import it again.`, { errors })
}

/** A file as a pack: a pack itself, or a single sheet. */
export function readPack(value: unknown): Pack {
  const single = typeof value === 'object' && value !== null && 'format' in value && value.format === 'efferent.line-sheet/1'
  const parsed = single ? sheetSchema.safeParse(value) : packSchema.safeParse(value)
  if (!parsed.success) refuse(zodErrors(parsed.error))
  const pack: Pack = single ? { format: 'efferent.pack/1', title: (parsed.data as Sheet).title, families: [], sheets: [parsed.data as Sheet] } : parsed.data as Pack
  const errors = pack.sheets.flatMap((sheet, i) => checkIntegrity(sheet).map(issue => ({ path: pathText(single ? issue.path : ['sheets', i, ...issue.path]), message: integrityWords(issue) })))
  const seen = new Set<string>()
  pack.sheets.forEach((sheet, i) => {
    const key = `${sheet.id}@${sheet.revision}`
    if (seen.has(key)) errors.push({ path: `sheets[${i}]`, message: `“${sheet.id}” revision ${sheet.revision} is in the pack twice` })
    seen.add(key)
  })
  if (errors.length > 0) refuse(errors.slice(0, maxErrors))
  return pack
}

/** All or nothing: one bad sheet, or one revision that exists with other content, and nothing of the pack is taken. */
export async function importPack(value: unknown, importedBy: string | undefined): Promise<ImportResult> {
  const pack = readPack(value)
  return withTransaction(async (db) => {
    for (const family of pack.families) await upsertFamily(db, family, familySearch(family))
    const result: ImportResult = { families: pack.families.length, added: [], unchanged: [] }
    for (const [i, sheet] of pack.sheets.entries()) {
      const families = await familiesOf(db, sheet, i)
      const digest = digestOf(sheet)
      const known = await findSheet(db, sheet.id, sheet.revision)
      if (known && known.digest !== digest) {
        throw new ProblemError('PACK_REVISION_EXISTS', `“${sheet.id}” revision ${sheet.revision} is here already and differs. A revision never changes: give the new one the next number.`, { errors: [{ path: `sheets[${i}].revision`, message: `revision ${sheet.revision} exists` }] })
      }
      if (known) {
        result.unchanged.push({ id: sheet.id, revision: sheet.revision })
        continue
      }
      const search = [sheet.title, systemWords[sheet.system], sheet.summary, ...sheet.words, ...families.map(familySearch), ...sheet.lines.map(line => line.name)].join(' ').toLowerCase()
      await insertSheet(db, { sheet, digest, families: families.map(family => family.id), search, importedBy })
      result.added.push({ id: sheet.id, revision: sheet.revision })
    }
    return result
  })
}

export const familySearch = (family: Family): string => [family.make, family.model, family.body, ...family.engines.map(engine => engine.name)].join(' ').toLowerCase()

async function familiesOf(db: Db, sheet: Sheet, index: number): Promise<Family[]> {
  const ids = [...new Set(sheet.applies.flatMap(applies => applies.families))]
  const families = await Promise.all(ids.map(async id => ({ id, family: await findFamily(db, id) })))
  const missing = families.filter(({ family }) => family === undefined)
  if (missing.length > 0) refuse(missing.map(({ id }) => ({ path: `sheets[${index}].applies`, message: `no vehicle family “${id}” here or in the pack` })))
  return families.map(({ family }) => family!)
}
