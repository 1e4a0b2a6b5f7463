import type { Summary } from '../../../core/job/summarise'
import type { JobEvent } from '../../../core/job/types'
import type { Db } from '../../utils/db'
import { eventRecord, eventTarget, toRecords } from './insertEvents'
import { jobChannel } from './notifyJob'

export type Append = {
  id: string
  /** Where the job stood when this was decided, and where it stands after. */
  from: number
  to: number
  revision: number
  summary: Summary
  nextWords: string
  events: readonly JobEvent[]
}

/**
 * Moves the job on, stores its events and tells everybody, in one statement: all or nothing, and only if the job still stands where it
 * stood when this was decided. False: somebody came between, and nothing was stored. The notification goes out when, and only when, this
 * commits.
 */
export async function appendEvents(db: Db, { id, from, to, revision, summary, nextWords, events }: Append): Promise<boolean> {
  const { rowCount } = await db.query(
    `with moved as (
       update jobs set seq = $3::int, stage = $4::text, closed = $5::boolean, sheet_revision = $6::int, summary = $7::jsonb,
         next_words = $8::text, updated_at = now()
       where id = $1::uuid and seq = $2::int
       returning id, seq
     ), stored as (
       insert into ${eventTarget} select e.* from json_to_recordset($9::json) as ${eventRecord}, moved
     )
     select pg_notify($10::text, json_build_object('id', id, 'seq', seq)::text) from moved`,
    [
      id,
      from,
      to,
      summary.stage,
      summary.stage === 'handed-over',
      revision,
      JSON.stringify(summary),
      nextWords,
      toRecords(events),
      jobChannel,
    ],
  )
  return rowCount === 1
}
