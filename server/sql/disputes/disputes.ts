import type { DisputeView } from '../../../shared/schemas/shop'
import type { Db } from '../../utils/db'

export type DisputeKind = DisputeView['kind']
export type Dispute = {
  kind: DisputeKind
  about: string
  job: string
  person: string
  sentBy: string
  why: string
  content?: object
  bytes?: Uint8Array
  sha256: Buffer
}
export type DisputeRow = {
  id: string
  kind: DisputeKind
  about: string
  job_id: string
  number: number
  plate: string
  person_id: string
  person: string
  sent_by: string
  why: string
  content: unknown
  received_at: Date
}

/** Once however often it is sent. */
export async function insertDispute(db: Db, one: Dispute): Promise<void> {
  await db.query(
    `insert into disputes (kind, about, job_id, person_id, sent_by, why, content, bytes, sha256)
      values ($1::text, $2::uuid, $3::uuid, $4::uuid, $5::uuid, $6::text, $7::jsonb, $8::bytea, $9::bytea)
      on conflict (about, sha256) do nothing`,
    [one.kind, one.about, one.job, one.person, one.sentBy, one.why, one.content ?? null, one.bytes ?? null, one.sha256],
  )
}

export async function countDisputes(db: Db, job: string): Promise<number> {
  const { rows } = await db.query<{ n: number }>('select count(*)::int as n from disputes where job_id = $1::uuid and settled_at is null', [
    job,
  ])
  return rows[0]!.n
}

/** What nobody has settled yet, oldest first; so many at most. */
export async function listDisputes(db: Db, most: number): Promise<DisputeRow[]> {
  const { rows } = await db.query<DisputeRow>(
    `select s.id, s.kind, s.about, s.job_id, j.number, v.plate, s.person_id, p.name as person, b.name as sent_by, s.why, s.content, s.received_at
      from disputes s join jobs j on j.id = s.job_id join vehicles v on v.id = j.vehicle_id
        join people p on p.id = s.person_id join people b on b.id = s.sent_by
      where s.settled_at is null order by s.received_at limit $1::int`,
    [most],
  )
  return rows
}

/** Held until the transaction ends; undefined: it is not there, or settled. */
export async function lockDispute(
  db: Db,
  id: string,
): Promise<Pick<DisputeRow, 'kind' | 'about' | 'job_id' | 'person_id' | 'content'> | undefined> {
  const { rows } = await db.query<DisputeRow>(
    'select kind, about, job_id, person_id, content from disputes where id = $1::uuid and settled_at is null for update',
    [id],
  )
  return rows[0]
}

/** False: it is not there, or somebody was quicker. */
export async function settleDispute(db: Db, id: string, by: string, why: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `update disputes set settled_at = now(), settled_by = $2::text, settled_why = $3::text where id = $1::uuid and settled_at is null`,
    [id, by, why],
  )
  return rowCount === 1
}

export async function disputedPhoto(db: Db, id: string): Promise<Buffer | undefined> {
  const { rows } = await db.query<{ bytes: Buffer | null }>('select bytes from disputes where id = $1::uuid', [id])
  return rows[0]?.bytes ?? undefined
}
