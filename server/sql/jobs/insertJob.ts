import type { Summary } from '../../../core/job/record/summarise'
import type { Db } from '../../utils/db'

export type InsertJob = {
  id: string
  number: number
  sheetId: string
  sheetRevision: number
  vehicleId: string
  customer: string
  summary: Summary
  nextWords: string
}

export async function insertJob(db: Db, job: InsertJob): Promise<void> {
  await db.query(
    `insert into jobs (id, number, seq, sheet_id, sheet_revision, vehicle_id, customer, stage, summary, next_words, summary_seq)
     values ($1::uuid, $2::int, 1, $3::text, $4::int, $5::uuid, $6::text, $7::text, $8::jsonb, $9::text, 1)`,
    [
      job.id,
      job.number,
      job.sheetId,
      job.sheetRevision,
      job.vehicleId,
      job.customer,
      job.summary.stage,
      JSON.stringify(job.summary),
      job.nextWords,
    ],
  )
}

export async function nextJobNumber(db: Db): Promise<number> {
  const { rows } = await db.query<{ number: number }>(`select nextval('job_numbers')::int as number`)
  return rows[0]!.number
}
