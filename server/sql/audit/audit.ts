import type { Db } from '../../utils/db'

export type AuditRow = { n: string; at: Date; kind: string; by_name: string; about: string; address: string }

export async function insertAudit(
  db: Db,
  row: { kind: string; by: { id: string; name: string }; about?: string; address?: string },
): Promise<void> {
  await db.query(`insert into audit (kind, by_id, by_name, about, address) values ($1::text, $2::uuid, $3::text, $4::text, $5::text)`, [
    row.kind,
    row.by.id || null,
    row.by.name,
    row.about ?? '',
    row.address ?? '',
  ])
}

/** Newest first, from before `before`. */
export async function listAudit(db: Db, before: number | undefined, count: number): Promise<AuditRow[]> {
  const { rows } = await db.query<AuditRow>(
    `select n, at, kind, by_name, about, address from audit where $1::bigint is null or n < $1::bigint order by n desc limit $2::int`,
    [before ?? null, count],
  )
  return rows
}
