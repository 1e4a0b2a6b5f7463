import type { Db } from '../../utils/db'
import { eventColumns, type EventRow } from './jobRows'

/** Which of these ids are on record already: the resent ones. */
export async function findEvents(db: Db, ids: string[]): Promise<EventRow[]> {
  const { rows } = await db.query<EventRow>(`select ${eventColumns}, sent_sha256 from job_events where id = any ($1::uuid[])`, [ids])
  return rows
}
