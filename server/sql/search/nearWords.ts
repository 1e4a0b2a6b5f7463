import type { Db } from '../../utils/db'

/**
 * For each word that nothing is found by, the known words most like it (trigrams), for the core to choose from. Words that are known, or
 * begin one, are left out.
 */
export async function nearWords(db: Db, words: string[]): Promise<Map<string, string[]>> {
  const { rows } = await db.query<{ word: string; near: string[] | null }>(
    `select q.word, (select array_agg(n.word) from (select w.word from search_words w where w.word % q.word
      order by similarity(w.word, q.word) desc, w.word limit 16) n) as near
     from unnest($1::text[], $2::text[]) as q (word, pattern)
     where length(q.word) > 2 and not exists (select 1 from search_words k where k.word like q.pattern)`,
    [words, words.map(word => `${word.replace(/[\\%_]/g, character => `\\${character}`)}%`)],
  )
  return new Map(rows.map(row => [row.word, row.near ?? []]))
}
