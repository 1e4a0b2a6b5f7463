import type { SearchEntry } from '../../../shared/searchEntries'
import type { Db } from '../../utils/db'

/** Adds entries and the words they are found by. A customer stands once, however many vehicles bring the name. */
export async function insertEntries(db: Db, entries: readonly SearchEntry[]): Promise<void> {
  if (entries.length === 0) return
  // A text array inside an array must be flat for unnest: tokens hold no space, so they travel as one string each.
  await db.query(
    `insert into search_entries (kind, ref, sheet_id, title, detail, tokens)
     select kind, ref, sheet_id, title, detail, array_to_tsvector(string_to_array(tokens, ' '))
     from unnest($1::text[], $2::text[], $3::text[], $4::text[], $5::text[], $6::text[])
     as e (kind, ref, sheet_id, title, detail, tokens)
     on conflict (ref) where kind = 'customer' do nothing`,
    [
      entries.map(entry => entry.kind),
      entries.map(entry => entry.ref),
      entries.map(entry => entry.sheet ?? null),
      entries.map(entry => entry.title),
      entries.map(entry => entry.detail),
      entries.map(entry => entry.tokens.join(' ')),
    ],
  )
  // Sorted, so that two writers take the same words in the same order and never wait for each other in a circle.
  const words = [...new Set(entries.flatMap(entry => entry.tokens))].filter(word => word.length > 2).sort()
  await db.query('insert into search_words (word) select unnest($1::text[]) on conflict do nothing', [words])
}

/** What a sheet is found by, apart from its notes. */
export async function deleteSheetEntries(db: Db, sheet: string): Promise<void> {
  await db.query("delete from search_entries where sheet_id = $1::text and kind <> 'note'", [sheet])
}
