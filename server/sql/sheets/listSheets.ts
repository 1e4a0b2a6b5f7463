import { limits } from '../../../shared/limits'
import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

/** As many as one answer holds, in the order of ids, which never change: those after `after`, of one family where it is named. */
export async function listSheets(db: Db, { after, family }: { after?: string; family?: string }): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(
    `select ${headColumns} from sheet_heads s
     where ($1::text is null or s.id > $1::text) and ($2::text is null or s.families @> array[$2::text]) order by s.id limit $3::int`,
    [after ?? null, family ?? null, limits.sheetsPerPage],
  )
  return rows
}

export async function listSheetsById(db: Db, ids: string[]): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from sheet_heads s where s.id = any ($1::text[])`, [ids])
  return rows
}
