/** One word looked for, with the near words a typing slip may have meant. */
export type Wanted = { word: string; near: readonly string[] }
export type Rankable = { title: string; tokens: readonly string[]; titleTokens: readonly string[] }

function wordScore({ word, near }: Wanted, tokens: ReadonlySet<string>, list: readonly string[]): number {
  if (tokens.has(word)) return 4
  // One letter begins too many words to mean much.
  if (list.some(token => token.startsWith(word))) return word.length > 1 ? 3 : 2
  return near.some(candidate => tokens.has(candidate)) ? 2 : 0
}

/**
 * How well an entry fits: every word counts, whole words more than beginnings, beginnings more than mended slips, and twice in the title.
 * Points that only order; weights of our own.
 */
export function scoreEntry(entry: Rankable, wanted: readonly Wanted[]): number {
  const [all, title] = [new Set(entry.tokens), new Set(entry.titleTokens)]
  return (
    wanted.reduce((sum, word) => sum + wordScore(word, all, entry.tokens) + wordScore(word, title, entry.titleTokens), 0) /
    Math.max(1, wanted.length)
  )
}

/** Best first; equals by title, so that the same query always shows the same list. `score`: points that only order. */
export function rankEntries<E extends Rankable>(entries: readonly E[], wanted: readonly Wanted[]): { entry: E; score: number }[] {
  return entries
    .map(entry => ({ entry, score: scoreEntry(entry, wanted) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score || (a.entry.title < b.entry.title ? -1 : a.entry.title > b.entry.title ? 1 : 0))
}
