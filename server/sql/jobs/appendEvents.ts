import type { Summary } from '../../../core/job/summarise'
import type { JobEvent } from '../../../core/job/types'
import type { Db } from '../../utils/db'
import { eventRecord, eventTarget, toRecords } from './insertEvents'

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
 * Moves each job on and stores its events, in one statement: every job all or nothing, and only if it still stands where it stood when this
 * was decided and nobody else holds it. False: somebody came between, and nothing of it was stored. One append for a job at a time.
 */
export async function appendEvents(db: Db, appends: readonly Append[]): Promise<boolean[]> {
  const heads = appends.map(({ events: _, summary, nextWords, ...head }) => ({
    ...head,
    stage: summary.stage,
    closed: summary.stage === 'handed-over',
    summary,
    next_words: nextWords,
  }))
  const { rows } = await db.query<{ id: string }>(
    `with wanted as (
       select * from json_to_recordset($1::json)
         as w (id uuid, "from" int, "to" int, revision int, stage text, closed boolean, summary jsonb, next_words text)
     ), held as (
       select j.id from jobs j join wanted w on w.id = j.id and w."from" = j.seq for update of j skip locked
     ), moved as (
       update jobs j set seq = w."to", stage = w.stage, closed = w.closed, sheet_revision = w.revision, summary = w.summary,
         next_words = w.next_words, updated_at = now()
       from wanted w join held h on h.id = w.id where j.id = h.id and j.seq = w."from"
       returning j.id
     ), stored as (
       insert into ${eventTarget} select e.* from json_to_recordset($2::json) as ${eventRecord} join moved on moved.id = e.job_id
     )
     select id from moved`,
    [JSON.stringify(heads), toRecords(appends.flatMap(({ events }) => events))],
  )
  const moved = new Set(rows.map(({ id }) => id))
  return appends.map(({ id }) => moved.has(id))
}
