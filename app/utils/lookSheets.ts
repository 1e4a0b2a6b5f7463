import type { SheetAsk, SheetPage } from '#core/search/pageSheets'
import { libraryAnswers } from '#shared/answers/library'
import { limits } from '#shared/limits'
import type { SheetHead } from '#shared/schemas/library'
import { useConnection } from '~/stores/connection'
import { call } from './api'

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

/** `isHereOnly`: of what this device has, because nobody answers: what is not in it may well be in the library. */
export type LibraryPage = SheetPage<SheetHead> & { isHereOnly: boolean }

/**
 * A page of the library. What answers typed words is not kept: there is no end to them, and they would push out what is worth keeping.
 * While nobody answers, the same search goes over the sheets that this device has.
 */
export function lookSheets(ask: Partial<SheetAsk> = {}): Promise<LibraryPage> {
  const connection = useConnection()
  const path = pathOfSheets(ask)
  return connection.lookElse<LibraryPage>(
    async () => ({
      ...(await (ask.words?.trim() ? call('GET', path, libraryAnswers.sheets) : connection.look(path, libraryAnswers.sheets))),
      isHereOnly: false,
    }),
    async () => ({ ...(await (await import('./searchHere')).pageHere({ ...whole, ...ask })), isHereOnly: true }),
  )
}

/** Every sheet for one family, by the server's word or as it was said last: which layout a car has is never judged by some of them. */
export async function sheetsOfFamily(family: string): Promise<SheetHead[]> {
  const connection = useConnection()
  const heads: SheetHead[] = []
  for (;;) {
    const path = pathOfSheets({ family, from: heads.length, most: limits.sheetsPerPage })
    const { sheets, found } = await connection.look(path, libraryAnswers.sheets)
    heads.push(...sheets)
    if (sheets.length === 0 || heads.length >= found) return heads
  }
}
