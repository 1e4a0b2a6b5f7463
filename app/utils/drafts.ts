import type { Sheet } from '#core/sheet/types'
import { sheetSchema } from '#shared/schemas/sheet'

/** A sheet being written, kept on this device until it is published or dropped. `basedOn` 0: a new sheet. */
export type Draft = { sheet: Sheet; basedOn: number; notes: string[]; savedAt: string }
const key = (id: string) => `efferent.draft.${id}`

export function readDraft(storage: Storage, id: string): Draft | undefined {
  try {
    const draft = JSON.parse(storage.getItem(key(id)) ?? 'null') as Draft | null
    // A draft may have holes a sheet may not, but it has the shape of one; anything else was written by a stranger.
    return draft && Array.isArray(draft.sheet?.lines) && Array.isArray(draft.sheet.joints) && typeof draft.basedOn === 'number'
      ? { ...draft, notes: draft.notes ?? [] }
      : undefined
  } catch {
    return undefined
  }
}
export const writeDraft = (storage: Storage, draft: Draft): void => storage.setItem(key(draft.sheet.id), JSON.stringify(draft))
export const dropDraft = (storage: Storage, id: string): void => storage.removeItem(key(id))

/** What the schema says against a draft, by dotted path: numbers out of range, empty names. */
export function schemaIssues(sheet: Sheet): { path: string; message: string }[] {
  const parsed = sheetSchema.safeParse(sheet)
  return parsed.success ? [] : parsed.error.issues.slice(0, 50).map(issue => ({ path: issue.path.join('.'), message: issue.message }))
}
