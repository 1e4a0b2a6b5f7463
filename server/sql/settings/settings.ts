import type { Db } from '../../utils/db'

export async function readSettings(db: Db): Promise<Record<string, unknown>> {
  const { rows } = await db.query<{ key: string; value: unknown }>('select key, value from settings')
  return Object.fromEntries(rows.map(({ key, value }) => [key, value]))
}

export async function writeSetting(db: Db, key: string, value: unknown): Promise<void> {
  await db.query('insert into settings (key, value) values ($1::text, $2::jsonb) on conflict (key) do update set value = excluded.value', [
    key,
    JSON.stringify(value),
  ])
}
