import type { Db } from '../../utils/db'

/** Raises the version, so that sessions sealed before the change no longer count. */
export async function updatePerson(db: Db, id: string, change: { active?: boolean; secretHash?: string }): Promise<boolean> {
  const { rowCount } = await db.query(
    `update people set active = coalesce($2::boolean, active), secret_hash = coalesce($3::text, secret_hash),
       hint = case when $3::text is null then hint end, version = version + 1
     where id = $1::uuid`,
    [id, change.active ?? null, change.secretHash ?? null],
  )
  return rowCount === 1
}
