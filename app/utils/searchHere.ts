import { listOfSheets, pageSheets, type SheetAsk, type SheetPage } from '#core/search/pageSheets'
import type { SearchResult, SheetHead } from '#shared/schemas/library'
import { searchShelf } from '#shared/searchResult'
import { systemSays } from '#shared/words/systemSays'
import { libraryHere } from './libraryHere'

// The searches without a server, loaded when nobody answers: no page pays for them before.

export const searchHere = async (query: string): Promise<SearchResult> => searchShelf(query.trim(), await libraryHere())
export const pageHere = async (ask: SheetAsk): Promise<SheetPage<SheetHead>> =>
  pageSheets(
    listOfSheets((await libraryHere()).heads, system => systemSays[system].name),
    ask,
  )
