import type { Db } from '../../utils/db'

export type LockedJob = { id: string; seq: number; sheet_id: string; sheet_revision: number; vehicle_id: string; now: Date }

/**
 * Takes the job for this transaction: appends to one job happen one after the other, so its sequence has no gaps.
 * `now` is the database's clock, one for all server processes.
 */
export async function lockJob(db: Db, id: string): Promise<LockedJob | undefined> {
  const { rows } = await db.query<LockedJob>(
    'select id, seq, sheet_id, sheet_revision, vehicle_id, clock_timestamp() as now from jobs where id = $1::uuid for update',
    [id],
  )
  return rows[0]
}
