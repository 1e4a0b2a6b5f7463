import { apexesFromLegs, scattersFromLegs, type Leg } from './apexesFromLegs'
import type { Pixel } from './homography'
import type { Picture } from './photoJob'

/**
 * What is laid on one picture, in its order: the paper's four corners, then two points on each straight, then the four corners of a second
 * sheet in the pictures that show one.
 */
export type Laid = readonly Pixel[]

/** Which of the points are joined by a line in the picture. Points by number, from 0. Our own. */
export const layPoints = (legs: number): { joins: [number, number][] } => ({
  joins: [
    ...sheetFrom(0),
    ...Array.from({ length: legs }, (_, i): [number, number] => [4 + 2 * i, 5 + 2 * i]),
    ...sheetFrom(pointsOf(legs)),
  ],
})
const sheetFrom = (n: number): [number, number][] => [
  [n, n + 1],
  [n + 1, n + 2],
  [n + 2, n + 3],
  [n + 3, n],
]

/** So many points are laid at least: without a second sheet. */
export const pointsOf = (legs: number): number => 4 + 2 * legs
/** Whether all is laid that has to be: a second sheet is whole, or not in the picture. */
export const isWhole = (laid: Laid, legs: number): boolean => laid.length === pointsOf(legs) || laid.length === pointsOf(legs) + 4

/** The straight that a point lies on, and its other point; undefined for a corner of a sheet. By number, from 0. */
export function legOf(n: number, legs: number): { leg: number; points: readonly [number, number] } | undefined {
  if (n < 4 || n >= pointsOf(legs)) return undefined
  const leg = Math.floor((n - 4) / 2)
  return { leg, points: [4 + 2 * leg, 5 + 2 * leg] }
}

/** What a picture says, from what was laid on it. `legs`: how many. */
export function pictureOf(laid: Laid, legs: number): Picture {
  const straights = Array.from({ length: legs }, (_, i): Leg => [laid[4 + 2 * i]!, laid[5 + 2 * i]!])
  const second = laid.slice(pointsOf(legs), pointsOf(legs) + 4)
  return {
    papers: [laid.slice(0, 4), ...(second.length === 4 ? [second] : [])],
    apexes: apexesFromLegs(straights),
    scatters: scattersFromLegs(straights),
  }
}
