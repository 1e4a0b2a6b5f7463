import { apexesFromLegs, type Leg } from './apexesFromLegs'
import type { Pixel } from './homography'
import type { Picture } from './reconstructLine'

/** What is laid on one picture, in its order: the paper's four corners, then two points on each straight. */
export type Laid = readonly Pixel[]

/** Which of the points are joined by a line in the picture. */
export const layPoints = (legs: number): { joins: [number, number][] } => ({
  joins: [[0, 1], [1, 2], [2, 3], [3, 0], ...Array.from({ length: legs }, (_, i): [number, number] => [4 + 2 * i, 5 + 2 * i])],
})

/** What a picture says, from what was laid on it. */
export function pictureOf(laid: Laid, legs: number): Picture {
  const straights = Array.from({ length: legs }, (_, i): Leg => [laid[4 + 2 * i]!, laid[5 + 2 * i]!])
  return { papers: [laid.slice(0, 4)], apexes: apexesFromLegs(straights) }
}
