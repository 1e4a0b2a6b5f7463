import type { Role } from '../../../core/job/types'
import type { Db } from '../../utils/db'

export async function insertPerson(db: Db, person: { name: string; role: Role; secretHash: string; hint?: string }): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'insert into people (name, role, secret_hash, hint) values ($1::text, $2::text, $3::text, $4::text) returning id',
    [person.name, person.role, person.secretHash, person.hint ?? null],
  )
  return rows[0]!.id
}
