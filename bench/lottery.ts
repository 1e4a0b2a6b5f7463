/** A small linear congruential generator: the same library in every run. */
export function lottery(seed: number): (below: number) => number {
  let state = seed
  return below => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}
