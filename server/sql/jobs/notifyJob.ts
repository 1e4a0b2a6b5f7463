import type { Db } from '../../utils/db'

export const jobChannel = 'efferent_jobs'

/** Delivered by PostgreSQL when, and only when, the transaction commits. */
export async function notifyJob(db: Db, job: { id: string; seq: number }): Promise<void> {
  await db.query('select pg_notify($1::text, $2::text)', [jobChannel, JSON.stringify(job)])
}
