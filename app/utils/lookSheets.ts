import { listOfSheets, pageSheets, type SheetAsk, type SheetPage } from '#core/search/pageSheets'
import type { System } from '#core/sheet/types'
import { libraryAnswers } from '#shared/answers/library'
import { limits } from '#shared/limits'
import type { SheetHead } from '#shared/schemas/library'
import { systemSays } from '#shared/words/systemSays'
import { useConnection } from '~/stores/connection'
import { call } from './api'
import { libraryHere } from './libraryHere'

const whole: SheetAsk = { words: '', by: 'title', down: false, from: 0, most: limits.sheetsShown }

/** The address of a page: what is as usual is left out, so that the same page has one address. */
export function pathOfSheets(ask: Partial<SheetAsk>): string {
  const { words, systems, family, id, by, down, from, most } = { ...whole, ...ask }
  const query = new URLSearchParams({
    ...(words.trim() && { words: words.trim() }),
    ...(systems && { systems: systems.join(',') }),
    ...(family && { family }),
    ...(id && { id }),
    ...(by !== whole.by && { by }),
    ...(down && { down: '1' }),
    ...(from > 0 && { from: String(from) }),
    ...(most !== whole.most && { most: String(most) }),
  }).toString()
  return `/api/sheets${query && `?${query}`}`
}

/**
 * A page of the library. What answers typed words is not kept: there is no end to them, and they would push out what is worth keeping.
 * While nobody answers, the same search goes over the sheets that this device has.
 */
export function lookSheets(ask: Partial<SheetAsk> = {}): Promise<SheetPage<SheetHead>> {
  const connection = useConnection()
  const path = pathOfSheets(ask)
  return connection.lookElse(
    () => (ask.words?.trim() ? call('GET', path, libraryAnswers.sheets) : connection.look(path, libraryAnswers.sheets)),
    async () =>
      pageSheets(
        listOfSheets((await libraryHere()).heads, system => systemSays[system as System].name),
        { ...whole, ...ask },
      ),
  )
}
