import type { BendRow } from '../route/bendTable'
import type { CentrePoint, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'

/** The row of the first bend: the others are turned from it, and it is turned from nothing. By its number, from 0; −1: none. Our own. */
export const firstBend = (rows: readonly BendRow[]): number => rows.findIndex(({ bend }) => bend > 0)

/** A bend table as people write it: tenths of a millimetre and of a degree. */
export const tableRows = (rows: readonly BendRow[]): BendRow[] =>
  rows.map(({ straight, rotate, bend, radius }, i) => ({
    straight: tenth(straight),
    rotate: i <= firstBend(rows) ? 0 : tenth(rotate),
    bend: tenth(bend),
    radius: tenth(radius),
  }))

/** The line as it lies on the bench: its first bend flat, to the left. */
export const lieFlat = (rows: readonly BendRow[]): BendRow[] =>
  rows.map((row, i) => (i === firstBend(rows) ? { ...row, rotate: -90 } : row))

/** To a tenth: finer than anybody reads a rule or a protractor. In the unit it is in. */
export const tenth = (value: number): number => Math.round(value * 10) / 10 + 0

/** Corners with one radius for all bends; without one they are left as they are. In mm. */
export const pointsWithRadius = (corners: readonly Vec3[], radius: number | undefined): CentrePoint[] =>
  corners.map((at, i) => (radius !== undefined && i > 0 && i < corners.length - 1 ? { at, radius: millimetres(radius) } : { at }))
