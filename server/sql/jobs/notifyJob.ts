import { asked, type Db } from '../../utils/db'

export const jobChannel = 'efferent_jobs'

/** Sign-ins that have ended, or a person whose every sign-in has: whoever follows by them is let go at once, in every process. */
export const endedChannel = 'efferent_ended'
export async function notifyEnded(db: Db, ended: { signIn?: string; person?: string }): Promise<void> {
  await db.query('select pg_notify($1::text, $2::text)', [endedChannel, JSON.stringify(ended)])
}

export type MovedJob = { id: string; seq: number }

/**
 * Tells every process that these jobs have moved: after the commit that moved them, never in it, for a transaction that notifies holds up
 * every other one at its end until its own is on the disk.
 */
export async function notifyJobs(db: Db, jobs: readonly MovedJob[]): Promise<void> {
  await asked(db, 'notify', 'select pg_notify($1::text, moved) from unnest($2::text[]) as moved', [
    jobChannel,
    jobs.map(job => JSON.stringify(job)),
  ])
}

/** Jobs that have moved lately: what somebody who died between commit and telling did not tell. */
export async function listMoved(db: Db, seconds: number): Promise<MovedJob[]> {
  const { rows } = await db.query<MovedJob>('select id, seq from jobs where updated_at > now() - make_interval(secs => $1::int)', [seconds])
  return rows
}
