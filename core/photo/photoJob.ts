import type { Scatter } from './apexesFromLegs'
import type { Pixel } from './homography'

/** Sheets of paper by name, mm: A4 (ISO 216), Letter (8.5 × 11 in). Corners go round from the upper left, the long side down. */
export const sheets = { a4: [210, 297], letter: [215.9, 279.4] } as const
export type SheetOfPaper = keyof typeof sheets
/**
 * One picture: the four corners of each sheet that was tapped in it, and where each apex of the line is seen; undefined: not seen.
 * `scatters`: how surely each apex is seen; absent: as a tap is.
 */
export type Picture = {
  papers: readonly (readonly Pixel[] | undefined)[]
  apexes: readonly (Pixel | undefined)[]
  scatters?: readonly (Scatter | undefined)[]
}
export type PhotoJob = {
  /** All pictures by one camera, in pixels. */
  width: number
  height: number
  /** The sheets that lie beside the line; the first is where places are measured from. */
  papers: readonly SheetOfPaper[]
  pictures: readonly Picture[]
  /** Distances between apexes that somebody measured, mm. */
  known?: readonly { a: number; b: number; length: number; within: number }[]
}

export type PhotoIssue =
  | { code: 'PHOTO_TOO_FEW'; has: number }
  | { code: 'PHOTO_PAPER_UNSEEN'; picture: number }
  /** `corner`: the one that makes it no sheet, by number from 0, where one can be named. */
  | { code: 'PHOTO_PAPER_ODD'; picture: number; paper: number; corner?: number }
  /** The corners go round the wrong way: what is above the bench would come out below it. */
  | { code: 'PHOTO_PAPER_REVERSED'; picture: number; paper: number }
  | { code: 'PHOTO_APEX_UNSEEN'; apex: number; has: number }
  | { code: 'PHOTO_SAME_PLACE' }

/** Corners of a sheet on the bench, clockwise from above: x to the right, y towards the viewer, and so z down into the bench. */
export const cornersOf = (paper: SheetOfPaper): Pixel[] => {
  const [wide, high] = sheets[paper]
  return [
    [0, 0],
    [wide, 0],
    [wide, high],
    [0, high],
  ]
}

/** Taps: how exactly a corner of paper and an apex are hit, pixels, one deviation. */
export const tapped = { corner: 1.5, apex: 3 }
