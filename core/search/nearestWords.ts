/**
 * Slips between two words: a letter too many, missing, wrong, or two neighbours swapped (optimal string alignment; Damerau 1964, the table
 * of Wagner and Fischer 1974). With `asBeginning`, `known` may go on: what is still being typed is compared with its beginning. A count.
 */
export function slipsBetween(typed: string, known: string, asBeginning = false): number {
  let before: number[] = []
  let last = Array.from({ length: known.length + 1 }, (_, j) => j)
  for (let i = 1; i <= typed.length; i++) {
    const row = [i]
    for (let j = 1; j <= known.length; j++) {
      const wrong = typed[i - 1] === known[j - 1] ? 0 : 1
      let least = Math.min(last[j]! + 1, row[j - 1]! + 1, last[j - 1]! + wrong)
      if (i > 1 && j > 1 && typed[i - 1] === known[j - 2] && typed[i - 2] === known[j - 1]) least = Math.min(least, before[j - 2]! + 1)
      row.push(least)
    }
    before = last
    last = row
  }
  return asBeginning ? Math.min(...last) : last[known.length]!
}

/**
 * Whether a word that nothing is found by is read as another: of three letters one slip makes almost any other (“red” half the plates), so
 * they are mended only beside a number, as the parts of a plate are. Our own.
 */
export const isMended = (word: string, words: readonly string[]): boolean =>
  [...word].length > 3 || words.some(other => other !== word && /\d/.test(other))

/**
 * Of known words like the one typed, those the fewest slips away: one slip in a short word, one in three letters in a long one, or none at
 * all.
 */
export function nearestWords(typed: string, known: readonly string[], most = 3): string[] {
  const ranked = known
    .map(word => ({ word, slips: Math.min(slipsBetween(typed, word), slipsBetween(typed, word, true) + 0.5) }))
    .sort((a, b) => a.slips - b.slips)
  const least = ranked[0]?.slips ?? Infinity
  return least > Math.max(1.5, typed.length / 3)
    ? []
    : ranked
        .filter(({ slips }) => slips === least)
        .slice(0, most)
        .map(({ word }) => word)
}
