import type { JobEvent } from '../../../core/job/types'
import type { Db } from '../../utils/db'

/** An event as the columns of job_events, for `eventRecord`. */
const toRecord = (event: JobEvent, sent: Readonly<Record<string, string>>) => ({
  id: event.id,
  job_id: event.job,
  version: event.v,
  seq: event.seq,
  seen: event.seen,
  at: event.at,
  recorded_at: event.recordedAt,
  person_id: event.by.id,
  person_name: event.by.name,
  sent_by: event.sentBy?.id,
  sent_by_name: event.sentBy?.name,
  device: event.device,
  body: event.body,
  sent_sha256: sent[event.id] === undefined ? null : `\\x${sent[event.id]}`,
})
/** `sent`: the SHA-256 of each as it was sent, in hex, by its id; what nobody sent (an opening) has none. */
export const toRecords = (events: readonly JobEvent[], sent: Readonly<Record<string, string>> = {}): string =>
  JSON.stringify(events.map(event => toRecord(event, sent)))

export const eventTarget = `job_events (id, job_id, version, seq, seen, at, recorded_at, person_id, person_name, sent_by, sent_by_name,
  device, body, sent_sha256)`
export const eventRecord = `e (id uuid, job_id uuid, version smallint, seq int, seen int, at timestamptz, recorded_at timestamptz,
  person_id uuid, person_name text, sent_by uuid, sent_by_name text, device text, body jsonb, sent_sha256 bytea)`

/** One statement for the batch; `recordedAt` was taken by the caller so that what it decided on is what is stored. */
export async function insertEvents(db: Db, events: readonly JobEvent[]): Promise<void> {
  await db.query(`insert into ${eventTarget} select * from json_to_recordset($1::json) as ${eventRecord}`, [toRecords(events)])
}
