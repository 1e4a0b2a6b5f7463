import { z } from 'zod'
import type { JobEvent } from '../../core/job/types'
import type { Sheet } from '../../core/sheet/types'
import { reader, type Reading } from '../versioned'
import { seqSchema } from './basics'
import { readEvent } from './event'
import { jobRowSchema, type JobRow } from './jobRow'
import { vehicleViewSchema, type VehicleView } from './library'
import { readSheet } from './readSheet'

/** Sheets and events carry their own version: each is read by its own reader, inside an envelope read by its schema. */
function readAll<T>(items: readonly unknown[], read: (raw: unknown) => Reading<T>): Reading<T[]> {
  const values: T[] = []
  for (const item of items) {
    const reading = read(item)
    if (!reading.ok) return reading
    values.push(reading.value)
  }
  return { ok: true, value: values }
}

const jobViewSchema = z.object({
  row: jobRowSchema,
  events: z.array(z.unknown()),
  sheet: z.unknown(),
  latest: z.number(),
  vehicle: vehicleViewSchema,
})
export type JobView = {
  row: JobRow
  events: JobEvent[]
  sheet: Sheet
  /** The newest revision of the sheet there is. */
  latest: number
  vehicle: VehicleView
}
export function readJobView(raw: unknown): Reading<JobView> {
  const view = reader(jobViewSchema)(raw)
  if (!view.ok) return view
  const [events, sheet] = [readAll(view.value.events, readEvent), readSheet(view.value.sheet)]
  if (!events.ok) return events
  return sheet.ok ? { ok: true, value: { ...view.value, events: events.value, sheet: sheet.value } } : sheet
}

const appendResultSchema = z.object({ seq: seqSchema, events: z.array(z.unknown()) })
export type AppendResult = { seq: number; events: JobEvent[] }
export function readAppendResult(raw: unknown): Reading<AppendResult> {
  const result = reader(appendResultSchema)(raw)
  if (!result.ok) return result
  const events = readAll(result.value.events, readEvent)
  return events.ok ? { ok: true, value: { seq: result.value.seq, events: events.value } } : events
}
