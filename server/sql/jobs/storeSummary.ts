import type { Db } from '../../utils/db'
import type { Summed } from './appendEvents'

/** Keeps a job's summary, unless the job has moved on since or the same is kept already. When it was last worked on stays. */
export async function storeSummary(db: Db, id: string, seq: number, { summary, nextWords }: Summed): Promise<void> {
  await db.query(
    `update jobs set stage = $3::text, summary = $4::jsonb, next_words = $5::text, summary_seq = $2::int
     where id = $1::uuid and seq = $2::int and (summary_seq is distinct from $2::int or summary is distinct from $4::jsonb)`,
    [id, seq, summary.stage, JSON.stringify(summary), nextWords],
  )
}
