import type { Db } from '../../utils/db'

export type Bucket = { key: string; tries: number; everySeconds: number }
export type TryRow = { granted: boolean; tries: number }

/**
 * Takes one try from a bucket, or none where there is none left: one statement under the row's lock, so that of a hundred at once only as
 * many get one as there are. What has come in since is reckoned from the database's clock; a clock set back adds nothing and costs nothing.
 */
export async function takeTry(db: Db, { key, tries, everySeconds }: Bucket): Promise<TryRow> {
  const { rows } = await db.query<TryRow>(
    `insert into sign_in_buckets as b (key, tries, filled_at, granted) values ($1::text, $2::float8 - 1, clock_timestamp(), true)
     on conflict (key) do update set (tries, filled_at, granted) = (
       select case when have >= 1 then have - 1 else have end, clock_timestamp(), have >= 1
       from (select least($2::float8, b.tries + greatest(0, extract(epoch from clock_timestamp() - b.filled_at)) / $3::float8) as have) f
     )
     returning granted, tries`,
    [key, tries, everySeconds],
  )
  return rows[0]!
}

/** A try that was none: the secret was right. */
export async function giveTryBack(db: Db, { key, tries }: Bucket): Promise<void> {
  await db.query('update sign_in_buckets set tries = least($2::float8, tries + 1) where key = $1::text', [key, tries])
}

/** Whoever has typed a PIN wrong too often may try again at once, on every device. */
export async function forgiveTries(db: Db, person: string): Promise<void> {
  await db.query(
    `delete from sign_in_buckets where key in ('person:' || $1::text, 'here:' || $1::text) or key like 'device:%:' || $1::text`,
    [person],
  )
}

/** What nobody has touched for a day is full again, and says nothing. */
export async function sweepTries(db: Db): Promise<void> {
  await db.query(`delete from sign_in_buckets where filled_at < clock_timestamp() - interval '1 day'`)
}
