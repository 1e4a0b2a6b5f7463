import type { Db } from '../../utils/db'
import { eventColumns, type EventRow } from './jobRows'

export async function listEvents(db: Db, jobId: string, afterSeq: number): Promise<EventRow[]> {
  const { rows } = await db.query<EventRow>(
    `select ${eventColumns} from job_events where job_id = $1::uuid and seq > $2::int order by seq`,
    [jobId, afterSeq],
  )
  return rows
}
