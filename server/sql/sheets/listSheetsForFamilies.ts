import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

export async function listSheetsForFamilies(db: Db, families: string[]): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(
    `select ${headColumns} from sheet_heads s where s.families && $1::text[] order by s.title, s.id`,
    [families],
  )
  return rows
}
