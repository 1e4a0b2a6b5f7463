import { seededRandom } from '../../core/feed/seededRandom'

/** Whole numbers from 0 up to, and without, a bound: the same ones in every run. */
export function seededInteger(seed: number): (below: number) => number {
  const random = seededRandom(seed)
  return below => Math.floor(random() * below)
}
