import type { Db } from '../../utils/db'
import { headColumns, type SheetHeadRow } from './sheetRows'

/** Every word must be there, or the whole be near enough for a typing slip (trigram word similarity). */
export async function searchSheets(db: Db, args: { words: string[]; query: string; limit: number }): Promise<SheetHeadRow[]> {
  const { rows } = await db.query<SheetHeadRow>(
    `select ${headColumns} from latest_sheets s
     where s.search ilike all ($1::text[]) or word_similarity($2::text, s.search) > 0.45
     order by (s.search ilike all ($1::text[])) desc, word_similarity($2::text, s.search) desc, s.title limit $3::int`,
    [args.words.map(word => `%${word}%`), args.query, args.limit])
  return rows
}
