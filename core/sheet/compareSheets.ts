import type { Path } from './checkIntegrity'
import type { Sheet, Slug } from './types'

/** What changed between two revisions, at the level a person talks about: one entry per field of one thing. */
export type SheetChange = {
  /** Which list of the sheet, or the field of the sheet itself. */
  part: keyof Sheet
  /** The thing in that list, by id; absent for fields of the sheet itself. */
  id?: Slug
  change: 'added' | 'removed' | 'changed'
  /** The field within the thing; absent when the whole thing was added or removed. */
  field?: string
  path: Path
  before?: unknown
  after?: unknown
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Equal as JSON, whatever order the keys stand in; an absent field equals an undefined one. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, i) => sameJson(item, b[i]))
  if (!isObject(a) || !isObject(b)) return false
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every(key => sameJson(a[key], b[key]))
}

const hasIds = (list: unknown): list is { id: Slug }[] =>
  Array.isArray(list) && list.every(item => isObject(item) && typeof item.id === 'string')

function compareFields(
  part: keyof Sheet,
  id: Slug | undefined,
  path: Path,
  before: Record<string, unknown>,
  after: Record<string, unknown>,
): SheetChange[] {
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter(field => field !== 'id' && !sameJson(before[field], after[field]))
    .map(field => ({
      part,
      ...(id === undefined ? {} : { id }),
      change: 'changed',
      field,
      path: [...path, field],
      before: before[field],
      after: after[field],
    }))
}

/**
 * Lists whose items have ids are matched by id, so that moving an item or adding one before it is not a change of all that follow. Paths
 * point into the newer sheet, into the older for what was removed. Format and revision are not compared.
 */
export function compareSheets(older: Sheet, newer: Sheet): SheetChange[] {
  const parts = [...new Set([...Object.keys(older), ...Object.keys(newer)])].filter(
    part => part !== 'format' && part !== 'revision',
  ) as (keyof Sheet)[]
  return parts.flatMap((part): SheetChange[] => {
    const [before, after] = [older[part] ?? [], newer[part] ?? []] as [unknown, unknown]
    if (sameJson(before, after)) return []
    if (hasIds(before) && hasIds(after)) {
      const was = new Map(before.map((item, i) => [item.id, { item, i }]))
      const is = new Set(after.map(item => item.id))
      return [
        ...after.flatMap((item, i): SheetChange[] => {
          const known = was.get(item.id)
          if (!known) return [{ part, id: item.id, change: 'added', path: [part, i], after: item }]
          return compareFields(part, item.id, [part, i], known.item, item)
        }),
        ...before.flatMap((item, i): SheetChange[] =>
          is.has(item.id) ? [] : [{ part, id: item.id, change: 'removed', path: [part, i], before: item }],
        ),
      ]
    }
    if (isObject(before) && isObject(after)) return compareFields(part, undefined, [part], before, after)
    return [{ part, change: 'changed', path: [part], before, after }]
  })
}
