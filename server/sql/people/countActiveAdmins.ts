import type { Db } from '../../utils/db'

/** Locks the admins it counts, so that two cannot remove each other at once. */
export async function countActiveAdmins(db: Db): Promise<number> {
  const { rows } = await db.query(`select id from people where role = 'admin' and active for update`)
  return rows.length
}
