import type { Db } from '../../utils/db'
import type { SheetRow } from './sheetRows'

/** The given revision, or the latest. */
export async function findSheet(db: Db, id: string, revision?: number): Promise<SheetRow | undefined> {
  const { rows } = await db.query<SheetRow>(
    `select id, revision, body, digest from sheets where id = $1::text and ($2::int is null or revision = $2::int)
      order by revision desc limit 1`,
    [id, revision ?? null],
  )
  return rows[0]
}
