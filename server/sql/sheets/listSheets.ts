import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

/** The head of every sheet there is. */
export async function listSheets(db: Db): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from sheet_heads s`)
  return rows
}

/** Another text whenever a head, or a family it is named by, is another: by the transaction that wrote each row, and where it lies. */
export async function stampOfSheets(db: Db): Promise<string> {
  const { rows } = await db.query<{ stamp: string }>(
    `select concat_ws(' ',
      (select count(*) || ' ' || coalesce(sum(hashtext(s.xmin::text || s.ctid::text)::bigint), 0) from sheet_heads s),
      (select count(*) || ' ' || coalesce(sum(hashtext(f.xmin::text || f.ctid::text)::bigint), 0) from families f)) as stamp`,
  )
  return rows[0]!.stamp
}

export async function listSheetsById(db: Db, ids: string[]): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(`select ${headColumns} from sheet_heads s where s.id = any ($1::text[])`, [ids])
  return rows
}
