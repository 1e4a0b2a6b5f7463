import type { Family } from '../../../core/sheet/types'
import type { Db } from '../../utils/db'

export async function listFamilies(db: Db): Promise<Family[]> {
  const { rows } = await db.query<{ body: Family }>('select body from families order by make, model')
  return rows.map(row => row.body)
}

export async function findFamily(db: Db, id: string): Promise<Family | undefined> {
  const { rows } = await db.query<{ body: Family }>('select body from families where id = $1::text', [id])
  return rows[0]?.body
}

export async function findFamilies(db: Db, ids: string[]): Promise<Family[]> {
  const { rows } = await db.query<{ body: Family }>('select body from families where id = any ($1::text[]) order by make, model', [ids])
  return rows.map(row => row.body)
}

export async function upsertFamily(db: Db, family: Family): Promise<void> {
  await db.query(
    `insert into families (id, make, model, body) values ($1::text, $2::text, $3::text, $4::jsonb)
     on conflict (id) do update set make = excluded.make, model = excluded.model, body = excluded.body`,
    [family.id, family.make, family.model, JSON.stringify(family)],
  )
}
