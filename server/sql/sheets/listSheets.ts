import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

export async function listSheets(db: Db): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from latest_sheets s order by s.title, s.id`)
  return rows
}
