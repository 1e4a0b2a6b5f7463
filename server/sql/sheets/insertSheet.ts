import type { Sheet } from '../../../core/sheet/types'
import type { Db } from '../../utils/db'

export type InsertSheet = { sheet: Sheet; digest: string; families: string[]; importedBy: string | undefined }

/** A revision, and the head where it is the newest. */
export async function insertSheet(db: Db, { sheet, digest, families, importedBy }: InsertSheet): Promise<void> {
  await db.query(
    `insert into sheets (id, revision, title, system, summary, families, body, digest, imported_by)
     values ($1::text, $2::int, $3::text, $4::text, $5::text, $6::text[], $7::jsonb, $8::text, $9::uuid)`,
    [sheet.id, sheet.revision, sheet.title, sheet.system, sheet.summary, families, JSON.stringify(sheet), digest, importedBy ?? null],
  )
  await db.query(
    `insert into sheet_heads (id, revision, title, system, summary, families, applies)
      values ($1::text, $2::int, $3::text, $4::text, $5::text, $6::text[], $7::jsonb)
     on conflict (id) do update set revision = excluded.revision, title = excluded.title, system = excluded.system,
     summary = excluded.summary, families = excluded.families,
       applies = excluded.applies, published_at = now() where excluded.revision > sheet_heads.revision`,
    [sheet.id, sheet.revision, sheet.title, sheet.system, sheet.summary, families, JSON.stringify(sheet.applies)],
  )
}
