/** ms that a way in is looked for at most. */
export const feedInMs = 2000

/** Random numbers between 0 and 1, the same each time (a linear congruential generator; Numerical Recipes, from memory). */
export function seededRandom(seed = 20): () => number {
  let state = seed
  return () => (state = (state * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32
}
