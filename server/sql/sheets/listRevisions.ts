import type { Db } from '../../utils/db'

export type RevisionRow = { revision: number; published_at: Date; by: string | null }

export async function listRevisions(db: Db, id: string): Promise<RevisionRow[]> {
  const { rows } = await db.query<RevisionRow>(
    `select s.revision, s.imported_at as published_at, p.name as by from sheets s left join people p on p.id = s.imported_by
      where s.id = $1::text order by s.revision desc`,
    [id],
  )
  return rows
}

/** The newest revision's number, held for this transaction: two leads who publish at once come one after the other. */
export async function lockHead(db: Db, id: string): Promise<number | undefined> {
  const { rows } = await db.query<{ revision: number }>('select revision from sheet_heads where id = $1::text for update', [id])
  return rows[0]?.revision
}
