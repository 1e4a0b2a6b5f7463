import type { Summary } from '../../../core/job/summarise'
import type { Db } from '../../utils/db'
import { jobChannel } from './notifyJob'

/** Writes the row and, in the same round trip, the notification that PostgreSQL delivers when, and only when, the transaction commits. */
export async function updateSummary(
  db: Db,
  job: { id: string; seq: number; revision: number; summary: Summary; nextWords: string },
): Promise<void> {
  await db.query(
    `with updated as (
       update jobs set seq = $2::int, stage = $3::text, closed = $4::boolean, sheet_revision = $8::int, summary = $5::jsonb,
       next_words = $6::text, updated_at = now() where id = $1::uuid returning id, seq
     ) select pg_notify($7::text, json_build_object('id', id, 'seq', seq)::text) from updated`,
    [
      job.id,
      job.seq,
      job.summary.stage,
      job.summary.stage === 'handed-over',
      JSON.stringify(job.summary),
      job.nextWords,
      jobChannel,
      job.revision,
    ],
  )
}
