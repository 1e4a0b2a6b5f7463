import type { Db } from '../../utils/db'

export type PhotoRow = { bytes: Buffer; width: number; height: number; job_id: string; sent_sha256: Buffer | null }

/** False when a photo with this id is here already: it was sent twice. */
export async function insertPhoto(
  db: Db,
  photo: { id: string; job: string; bytes: Uint8Array; width: number; height: number; person: string; sent: Uint8Array },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into job_photos (id, job_id, bytes, width, height, person_id, sent_sha256)
      values ($1::uuid, $2::uuid, $3::bytea, $4::int, $5::int, $6::uuid, $7::bytea) on conflict (id) do nothing`,
    [photo.id, photo.job, photo.bytes, photo.width, photo.height, photo.person, photo.sent],
  )
  return rowCount === 1
}

export async function countPhotos(db: Db, job: string): Promise<number> {
  const { rows } = await db.query<{ n: number }>('select count(*)::int as n from job_photos where job_id = $1::uuid', [job])
  return rows[0]!.n
}

export async function findPhoto(db: Db, id: string): Promise<PhotoRow | undefined> {
  const { rows } = await db.query<PhotoRow>('select bytes, width, height, job_id, sent_sha256 from job_photos where id = $1::uuid', [id])
  return rows[0]
}

/** Those of a job's photos that are asked for and here. */
export async function listPhotos(db: Db, job: string, ids: readonly string[]): Promise<{ id: string; bytes: Buffer }[]> {
  const { rows } = await db.query<{ id: string; bytes: Buffer }>(
    'select id, bytes from job_photos where job_id = $1::uuid and id = any($2::uuid[])',
    [job, ids],
  )
  return rows
}
