import type { Sheet } from '../../../core/sheet/types'
import type { Db } from '../../utils/db'

export type InsertSheet = { sheet: Sheet; digest: string; families: string[]; search: string; importedBy: string | undefined }

export async function insertSheet(db: Db, { sheet, digest, families, search, importedBy }: InsertSheet): Promise<void> {
  await db.query(
    `insert into sheets (id, revision, title, system, summary, families, body, digest, search, imported_by)
     values ($1::text, $2::int, $3::text, $4::text, $5::text, $6::text[], $7::jsonb, $8::text, $9::text, $10::uuid)`,
    [sheet.id, sheet.revision, sheet.title, sheet.system, sheet.summary, families, JSON.stringify(sheet), digest, search, importedBy ?? null])
}
