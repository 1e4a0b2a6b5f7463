import { z } from 'zod'
import type { Sheet } from '#core/sheet/types'
import { sheetVersion } from '#shared/schemas/readSheet'
import { sheetSchema } from '#shared/schemas/sheet'
import { versioned, type Reading } from '#shared/versioned'

/** A sheet being written, kept on this device until it is published or dropped. `basedOn` 0: a new sheet. */
export type Draft = { sheet: Sheet; basedOn: number; notes: string[]; savedAt: string }
export const draftVersion = 2
const key = (id: string) => `efferent.draft.${id}`

/** What a page needs of a sheet to show it at all; a draft may have holes that a sheet may not (schemaIssues says them). */
const lists = [
  'applies',
  'traits',
  'questions',
  'ports',
  'lines',
  'joints',
  'holds',
  'operations',
  'keepouts',
  'fills',
  'bleeders',
] as const
const parts = z.array(z.looseObject({}))
const outline = z.looseObject({
  format: z.literal(`efferent.line-sheet/${sheetVersion}`),
  id: z.string(),
  ...(Object.fromEntries(lists.map(name => [name, parts])) as Record<(typeof lists)[number], typeof parts>),
  levels: parts,
  neighbours: parts,
  cautions: parts,
  notes: parts,
  fluid: z.looseObject({}),
  bleeding: z.looseObject({}),
  proving: z.looseObject({}),
})
const read = versioned({
  current: draftVersion,
  versionOf: raw => (raw.v === undefined ? 1 : typeof raw.v === 'number' ? raw.v : undefined),
  // Version 1 carried no number, and its first ones no notes.
  upcast: { 1: older => ({ notes: [], savedAt: new Date(0).toISOString(), ...older, v: 2 }) },
  schema: z.object({
    v: z.literal(draftVersion),
    sheet: outline,
    basedOn: z.number().int().min(0),
    notes: z.array(z.string()),
    savedAt: z.string(),
  }),
})

/** The draft kept here, nothing, or why what lies here cannot be read: that is left as it is, and no other is written over it. */
export function readDraft(storage: Storage, id: string): Reading<Draft | undefined> {
  const text = storage.getItem(key(id))
  if (text === null) return { ok: true, value: undefined }
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return { ok: false, error: { why: 'damaged', issues: [{ path: '', message: 'not JSON' }] } }
  }
  const draft = read(raw)
  if (!draft.ok) return draft
  const { v: _v, sheet, ...rest } = draft.value
  return { ok: true, value: { ...rest, sheet: sheet as unknown as Sheet } }
}
export const writeDraft = (storage: Storage, draft: Draft): void =>
  storage.setItem(key(draft.sheet.id), JSON.stringify({ v: draftVersion, ...draft }))
export const dropDraft = (storage: Storage, id: string): void => storage.removeItem(key(id))

/** What the schema says against a draft, by dotted path: numbers out of range, empty names. */
export function schemaIssues(sheet: Sheet): { path: string; message: string }[] {
  const parsed = sheetSchema.safeParse(sheet)
  return parsed.success ? [] : parsed.error.issues.slice(0, 50).map(issue => ({ path: issue.path.join('.'), message: issue.message }))
}
