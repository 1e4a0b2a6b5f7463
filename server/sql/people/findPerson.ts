import type { Db } from '../../utils/db'
import type { PersonRow } from './listPeople'

export async function findPerson(db: Db, id: string): Promise<PersonRow | undefined> {
  const { rows } = await db.query<PersonRow>('select id, name, role, secret_hash, hint, active, version from people where id = $1::uuid', [
    id,
  ])
  return rows[0]
}
