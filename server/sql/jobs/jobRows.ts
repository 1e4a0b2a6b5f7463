import type { JobBody, JobEvent } from '../../../core/job/types'
import type { Summary } from '../../../core/job/summarise'
import type { JobRow } from '../../../shared/schemas/api'

export type EventRow = {
  id: string
  job_id: string
  seq: number
  at: Date
  recorded_at: Date
  person_id: string
  person_name: string
  device: string
  body: JobBody
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
  summary: Summary
  next_words: string
  opened_at: Date
  updated_at: Date
  server_now: Date
}

export const eventColumns = 'id, job_id, seq, at, recorded_at, person_id, person_name, device, body'

export const toEvent = (row: EventRow): JobEvent => ({
  id: row.id,
  job: row.job_id,
  seq: row.seq,
  at: row.at.toISOString(),
  recordedAt: row.recorded_at.toISOString(),
  by: { id: row.person_id, name: row.person_name },
  device: row.device,
  body: row.body,
})

export const toJobRow = (row: JobHeadRow): JobRow => ({
  id: row.id,
  number: row.number,
  seq: row.seq,
  sheet: row.sheet_id,
  sheetTitle: row.sheet_title,
  revision: row.sheet_revision,
  plate: row.plate,
  vehicle: row.vehicle_label,
  customer: row.customer,
  summary: row.summary,
  nextWords: row.next_words,
  openedAt: row.opened_at.toISOString(),
  updatedAt: row.updated_at.toISOString(),
  serverNow: row.server_now.toISOString(),
})

export const jobSelect = `select j.id, j.number, j.seq, j.sheet_id, j.sheet_revision, s.title as sheet_title, j.vehicle_id,
  v.plate, f.make || ' ' || f.model as vehicle_label,
    j.customer, j.summary, j.next_words, j.opened_at, j.updated_at, now() as server_now
  from jobs j join sheets s on s.id = j.sheet_id and s.revision = j.sheet_revision join vehicles v on v.id = j.vehicle_id
    join families f on f.id = v.family`
