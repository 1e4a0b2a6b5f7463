import type { Db } from '../../utils/db'

export const jobChannel = 'efferent_jobs'

/** Sign-ins that have ended, or a person whose every sign-in has: whoever follows by them is let go at once, in every process. */
export const endedChannel = 'efferent_ended'
export async function notifyEnded(db: Db, ended: { signIn?: string; person?: string }): Promise<void> {
  await db.query('select pg_notify($1::text, $2::text)', [endedChannel, JSON.stringify(ended)])
}

/** Delivered by PostgreSQL when, and only when, the transaction commits. */
export async function notifyJob(db: Db, job: { id: string; seq: number }): Promise<void> {
  await db.query('select pg_notify($1::text, $2::text)', [jobChannel, JSON.stringify(job)])
}
