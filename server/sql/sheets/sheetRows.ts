import type { Applies, Sheet, System } from '../../../core/sheet/types'
import { z } from 'zod'
import { reader } from '../../../shared/versioned'
import { appliesSchema } from '../../../shared/schemas/sheet'
import { readSheet } from '../../../shared/schemas/readSheet'
import { unreadableRow } from '../unreadableRow'

export type SheetHeadRow = {
  id: string
  revision: number
  title: string
  system: System
  summary: string
  families: string[]
  applies: unknown
  applies_to: string
}
const readApplies = reader(z.array(appliesSchema))
/** Which cars a sheet is for, as its head keeps it, held against its schema. */
export function toApplies(row: SheetHeadRow): Applies[] {
  const applies = readApplies(row.applies)
  if (applies.ok) return applies.value
  throw unreadableRow(`which cars line sheet “${row.id}” is for`, applies.error)
}
export type SheetRow = { id: string; revision: number; body: unknown; digest: string }

/** A stored revision, brought up to today's format and held against its schema. */
export function toSheet(row: SheetRow): Sheet {
  const sheet = readSheet(row.body)
  if (sheet.ok) return sheet.value
  throw unreadableRow(`line sheet “${row.id}” revision ${row.revision}`, sheet.error)
}

/** Columns of a sheet's head; `applies_to` names its families in words. Needs alias `s` on sheet_heads. */
export const headColumns = `s.id, s.revision, s.title, s.system, s.summary, s.families, s.applies,
  coalesce((select string_agg(f.make || ' ' || f.model || ' ' || (f.body ->> 'body'), ', ' order by f.make, f.model)
  from families f where f.id = any (s.families)), '') as applies_to`
