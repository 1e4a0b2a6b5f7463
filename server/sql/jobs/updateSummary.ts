import type { Summary } from '../../../core/job/summarise'
import type { Db } from '../../utils/db'

export async function updateSummary(db: Db, job: { id: string; seq: number; summary: Summary; nextWords: string }): Promise<void> {
  await db.query(
    `update jobs set seq = $2::int, stage = $3::text, closed = $4::boolean, summary = $5::jsonb, next_words = $6::text, updated_at = now() where id = $1::uuid`,
    [job.id, job.seq, job.summary.stage, job.summary.stage === 'handed-over', JSON.stringify(job.summary), job.nextWords])
}
