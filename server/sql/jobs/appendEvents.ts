import type { Summary } from '../../../core/job/record/summarise'
import type { JobEvent } from '../../../core/job/types'
import { asked, type Db } from '../../utils/db'
import { eventRecord, eventTarget, toRecords } from './insertEvents'

export type Summed = { summary: Summary; nextWords: string }

export type Append = {
  id: string
  /** Where the job stood when this was decided, and where it stands after. */
  from: number
  to: number
  revision: number
  closed: boolean
  /** Absent: summed up before long, or by whoever reads it first (server/services/summaries.ts). */
  summed?: Summed
  events: readonly JobEvent[]
  /** The SHA-256 of each as it was sent, in hex, by its id. */
  sent: Readonly<Record<string, string>>
}

/**
 * Moves each job on and stores its events, in one statement: every job all or nothing, and only if it still stands where it stood when this
 * was decided and nobody else holds it. False: somebody came between, and nothing of it was stored. One append for a job at a time.
 */
export async function appendEvents(db: Db, appends: readonly Append[]): Promise<boolean[]> {
  const heads = appends.map(({ events: _, summed, ...head }) => ({
    ...head,
    ...(summed && { stage: summed.summary.stage, summary: summed.summary, next_words: summed.nextWords, summary_seq: head.to }),
  }))
  const { rows } = await asked<{ id: string }>(
    db,
    'append',
    `with wanted as (
       select * from json_to_recordset($1::json)
         as w (id uuid, "from" int, "to" int, revision int, stage text, closed boolean, summary jsonb,
           next_words text, summary_seq int)
     ), held as (
       select j.id from jobs j join wanted w on w.id = j.id and w."from" = j.seq for update of j skip locked
     ), moved as (
       update jobs j set seq = w."to", closed = w.closed, sheet_revision = w.revision, updated_at = now(),
         stage = coalesce(w.stage, j.stage), summary = coalesce(w.summary, j.summary),
         next_words = coalesce(w.next_words, j.next_words), summary_seq = coalesce(w.summary_seq, j.summary_seq)
       from wanted w join held h on h.id = w.id where j.id = h.id and j.seq = w."from"
       returning j.id
     ), stored as (
       insert into ${eventTarget} select e.* from json_to_recordset($2::json) as ${eventRecord} join moved on moved.id = e.job_id
     )
     select id from moved`,
    [
      JSON.stringify(heads),
      toRecords(
        appends.flatMap(({ events }) => events),
        Object.assign({}, ...appends.map(({ sent }) => sent)) as Record<string, string>,
      ),
    ],
  )
  const moved = new Set(rows.map(({ id }) => id))
  return appends.map(({ id }) => moved.has(id))
}
