import { z } from 'zod'
import type { Family, Sheet } from '../../core/sheet/types'
import { reader, type Reading } from '../versioned'
import { readSheet } from './readSheet'
import { familySchema } from './sheet'

const sheetViewSchema = z.object({ sheet: z.unknown(), families: z.array(familySchema) })
export type SheetView = { sheet: Sheet; families: Family[] }
export function readSheetView(raw: unknown): Reading<SheetView> {
  const view = reader(sheetViewSchema)(raw)
  if (!view.ok) return view
  const sheet = readSheet(view.value.sheet)
  return sheet.ok ? { ok: true, value: { sheet: sheet.value, families: view.value.families } } : sheet
}
