import { limits } from '#shared/limits'
import { libraryAnswers } from '#shared/answers/library'
import type { SheetHead } from '#shared/schemas/library'
import type { Reader } from './api'

/** The heads of all sheets, or of those for one family: the server gives them page by page. */
export async function allSheets(ask: <T>(path: string, read: Reader<T>) => Promise<T>, family?: string): Promise<SheetHead[]> {
  const heads: SheetHead[] = []
  for (;;) {
    const query = new URLSearchParams({ ...(family && { family }), ...(heads.length > 0 && { after: heads.at(-1)!.id }) }).toString()
    const page = await ask(`/api/sheets${query && `?${query}`}`, libraryAnswers.sheets)
    heads.push(...page)
    if (page.length < limits.sheetsPerPage) return heads.sort((a, b) => a.title.localeCompare(b.title) || a.id.localeCompare(b.id))
  }
}
