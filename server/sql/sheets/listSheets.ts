import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

export async function listSheets(db: Db): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from sheet_heads s order by s.title, s.id`)
  return rows
}

export async function listSheetsById(db: Db, ids: string[]): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from sheet_heads s where s.id = any ($1::text[])`, [ids])
  return rows
}
