import type { Wanted } from './rankEntries'

/**
 * Of an entry's words, those a query met: the whole word where it is there, else the shortest that begins with it, else the one a slip was
 * mended to. In the order asked; `shown` are words that stand in plain sight anyway and need no telling.
 */
export function whyFound(tokens: readonly string[], wanted: readonly Wanted[], shown: readonly string[]): string[] {
  const all = new Set(tokens)
  const met = wanted.map(({ word, near }) => {
    if (all.has(word)) return word
    const [begun] = tokens.filter(token => token.startsWith(word)).sort((a, b) => a.length - b.length || (a < b ? -1 : 1))
    return begun ?? near.find(candidate => all.has(candidate))
  })
  const seen = new Set(shown)
  return [...new Set(met)].filter(token => token !== undefined).filter(token => !seen.has(token))
}
