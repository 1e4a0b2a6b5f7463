import type { Family } from '../../../core/sheet/types'
import { reader } from '../../../shared/versioned'
import { familySchema } from '../../../shared/schemas/sheet'
import type { Db } from '../../utils/db'
import { unreadableRow } from '../unreadableRow'

const read = reader(familySchema)
/** A family as it is stored, held against its schema. */
export function toFamily(body: unknown): Family {
  const family = read(body)
  if (family.ok) return family.value
  throw unreadableRow('a vehicle family', family.error)
}

export async function listFamilies(db: Db): Promise<Family[]> {
  const { rows } = await db.query<{ body: unknown }>('select body from families order by make, model')
  return rows.map(row => toFamily(row.body))
}

export async function findFamily(db: Db, id: string): Promise<Family | undefined> {
  const { rows } = await db.query<{ body: unknown }>('select body from families where id = $1::text', [id])
  return rows[0] && toFamily(rows[0].body)
}

export async function findFamilies(db: Db, ids: string[]): Promise<Family[]> {
  const { rows } = await db.query<{ body: unknown }>('select body from families where id = any ($1::text[]) order by make, model', [ids])
  return rows.map(row => toFamily(row.body))
}

export async function insertFamily(db: Db, family: Family): Promise<void> {
  await db.query('insert into families (id, make, model, body) values ($1::text, $2::text, $3::text, $4::jsonb)', [
    family.id,
    family.make,
    family.model,
    JSON.stringify(family),
  ])
}

export async function upsertFamily(db: Db, family: Family): Promise<void> {
  await db.query(
    `insert into families (id, make, model, body) values ($1::text, $2::text, $3::text, $4::jsonb)
     on conflict (id) do update set make = excluded.make, model = excluded.model, body = excluded.body`,
    [family.id, family.make, family.model, JSON.stringify(family)],
  )
}
