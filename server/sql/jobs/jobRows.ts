import type { JobEvent } from '../../../core/job/types'
import { reader } from '../../../shared/versioned'
import { summarySchema, type JobRow } from '../../../shared/schemas/jobRow'
import { readEvent } from '../../../shared/schemas/event'
import { unreadableRow } from '../unreadableRow'
import type { Summed } from './appendEvents'

export type EventRow = {
  id: string
  job_id: string
  version: number
  seq: number
  seen: number | null
  at: Date
  recorded_at: Date
  person_id: string
  person_name: string
  sent_by: string | null
  sent_by_name: string | null
  device: string
  body: unknown
  sent_sha256?: Buffer | null
}
export type JobHeadRow = {
  id: string
  number: number
  seq: number
  sheet_id: string
  sheet_revision: number
  sheet_title: string
  vehicle_id: string
  plate: string
  vehicle_label: string
  customer: string
  summary: unknown
  /** Up to which event the summary says how the job stands; null: not known. */
  summary_seq: number | null
  next_words: string
  opened_at: Date
  updated_at: Date
  server_now: Date
}

export const eventColumns = 'id, job_id, version, seq, seen, at, recorded_at, person_id, person_name, sent_by, sent_by_name, device, body'

/** A row as the JSON its version is read from: what it says is believed only when it has been read (readEvent). */
export function toEvent(row: EventRow): JobEvent {
  const read = readEvent({
    ...(row.version > 1 && { v: row.version, seen: row.seen }),
    id: row.id,
    job: row.job_id,
    seq: row.seq,
    at: row.at.toISOString(),
    recordedAt: row.recorded_at.toISOString(),
    by: { id: row.person_id, name: row.person_name },
    ...(row.sent_by !== null && { sentBy: { id: row.sent_by, name: row.sent_by_name } }),
    device: row.device,
    body: row.body,
  })
  if (read.ok) return read.value
  throw unreadableRow(`event ${row.id} of job ${row.job_id}`, read.error)
}

const readSummary = reader(summarySchema)

/** What was summed up at this row and can be read: another version may have said it otherwise, and it can be had anew. */
export function summedAt({ seq, summary, summary_seq, next_words }: JobHeadRow): Summed | undefined {
  const read = readSummary(summary)
  return summary_seq === seq && read.ok ? { summary: read.value, nextWords: next_words } : undefined
}

export function toJobRow(row: JobHeadRow, { summary, nextWords }: Summed): JobRow {
  return {
    id: row.id,
    number: row.number,
    seq: row.seq,
    sheet: row.sheet_id,
    sheetTitle: row.sheet_title,
    revision: row.sheet_revision,
    plate: row.plate,
    vehicleId: row.vehicle_id,
    vehicle: row.vehicle_label,
    customer: row.customer,
    summary,
    nextWords,
    openedAt: row.opened_at.toISOString(),
    updatedAt: row.updated_at.toISOString(),
    serverNow: row.server_now.toISOString(),
  }
}

export const jobSelect = `select j.id, j.number, j.seq, j.sheet_id, j.sheet_revision, s.title as sheet_title, j.vehicle_id,
  v.plate, f.make || ' ' || f.model as vehicle_label,
    j.customer, j.summary, j.summary_seq, j.next_words, j.opened_at, j.updated_at, now() as server_now
  from jobs j join sheets s on s.id = j.sheet_id and s.revision = j.sheet_revision join vehicles v on v.id = j.vehicle_id
    join families f on f.id = v.family`
