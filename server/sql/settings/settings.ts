import type { Db } from '../../utils/db'

export async function readSettings(db: Db): Promise<Record<string, unknown>> {
  const { rows } = await db.query<{ key: string; value: unknown }>('select key, value from settings')
  return Object.fromEntries(rows.map(({ key, value }) => [key, value]))
}

/** A setting as it stands, held until the end of the transaction: two who change it at once go one after the other. */
export async function holdSetting(db: Db, key: string): Promise<unknown> {
  await db.query(`insert into settings (key, value) values ($1::text, 'null') on conflict (key) do nothing`, [key])
  const { rows } = await db.query<{ value: unknown }>('select value from settings where key = $1::text for update', [key])
  return rows[0]?.value
}

export async function dropSetting(db: Db, key: string): Promise<void> {
  await db.query('delete from settings where key = $1::text', [key])
}

export async function writeSetting(db: Db, key: string, value: unknown): Promise<void> {
  await db.query('insert into settings (key, value) values ($1::text, $2::jsonb) on conflict (key) do update set value = excluded.value', [
    key,
    JSON.stringify(value),
  ])
}
