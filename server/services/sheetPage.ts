import { listOfSheets, pageSheets, type SheetAsk, type SheetList, type SheetPage } from '../../core/search/pageSheets'
import type { SheetHead } from '../../shared/schemas/library'
import { systemSays } from '../../shared/words/systemSays'
import { listSheets, stampOfSheets } from '../sql/sheets/listSheets'
import type { Db } from '../utils/db'
import { toHead } from './sheets'

type Kept = { stamp: string; list: Promise<SheetList<SheetHead>> }
/** By database: a server on a replica reads another one's heads. */
const kept = new WeakMap<Db, Kept>()

const readList = async (db: Db): Promise<SheetList<SheetHead>> =>
  listOfSheets((await listSheets(db)).map(toHead), system => systemSays[system].name)

/**
 * The page of the library that was asked for. The heads stay in memory, made ready to be asked; the database says each time whether they
 * are still those. The stamp is read before the heads: what changes between the two is read again next time.
 */
export async function getSheetPage(db: Db, ask: SheetAsk): Promise<SheetPage<SheetHead>> {
  const stamp = await stampOfSheets(db)
  let now = kept.get(db)
  if (now?.stamp !== stamp) {
    now = { stamp, list: readList(db) }
    kept.set(db, now)
    const mine = now
    mine.list.catch(() => kept.get(db) === mine && kept.delete(db))
  }
  return pageSheets(await now.list, ask)
}
