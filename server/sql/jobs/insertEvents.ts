import type { JobEvent } from '../../../core/job/types'
import type { Db } from '../../utils/db'

/** One statement for the batch; `recordedAt` was taken by the caller so that what it decided on is what is stored. */
export async function insertEvents(db: Db, events: readonly JobEvent[]): Promise<void> {
  await db.query(
    `insert into job_events (id, job_id, seq, at, recorded_at, person_id, person_name, device, body)
     select * from json_to_recordset($1::json)
     as e (id uuid, job_id uuid, seq int, at timestamptz, recorded_at timestamptz, person_id uuid, person_name text, device text,
     body jsonb)`,
    [
      JSON.stringify(
        events.map(event => ({
          id: event.id,
          job_id: event.job,
          seq: event.seq,
          at: event.at,
          recorded_at: event.recordedAt,
          person_id: event.by.id,
          person_name: event.by.name,
          device: event.device,
          body: event.body,
        })),
      ),
    ],
  )
}
