import type { SearchEntry } from '../../../shared/searchEntries'
import type { Db } from '../../utils/db'

type EntryRow = Omit<SearchEntry, 'sheet'> & { sheet_id: string | null }

const quoted = (word: string) => `'${word.replaceAll('\\', '\\\\').replaceAll("'", "''")}'`
/** Every word (or one of its near words) must be there, as a whole or as a beginning; with `any`, one is enough. */
export const tsquery = (words: readonly { word: string; near: readonly string[] }[], join: 'all' | 'any'): string =>
  words.map(({ word, near }) => `(${[`${quoted(word)}:*`, ...near.map(quoted)].join(' | ')})`).join(join === 'all' ? ' & ' : ' | ')

/** At most `limit` candidates of each kind, as the index gives them: ranking them is the program's (core/search). */
export async function findEntries(db: Db, query: string, limit: number): Promise<SearchEntry[]> {
  const { rows } = await db.query<EntryRow>(
    'select kind, ref, sheet_id, title, detail, tokens from search_candidates($1::tsquery, $2::int)',
    [query, limit],
  )
  return rows.map(({ sheet_id, ...entry }) => ({ ...entry, sheet: sheet_id ?? undefined }))
}
