import type { Db } from '../../utils/db'

export async function lockPeople(db: Db): Promise<void> {
  await db.query('lock table people in exclusive mode')
}
