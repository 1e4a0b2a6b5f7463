import type { Role } from '../../../core/job/types'
import type { Db } from '../../utils/db'

export type PersonRow = { id: string; name: string; role: Role; secret_hash: string; hint: string | null; active: boolean; version: number }

export async function listPeople(db: Db): Promise<PersonRow[]> {
  const { rows } = await db.query<PersonRow>(
    'select id, name, role, secret_hash, hint, active, version from people order by active desc, lower(name)',
  )
  return rows
}
