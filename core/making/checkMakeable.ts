import type { BendRow } from '../route/bendTable'
import type { Bender } from './bender'
import type { EndForm } from './cutLength'
import { burstPressure, leastRadius, thinnedWall, type Tube } from './tubeStrength'

/** What is asked of the line, and what its tools need; mm and kPa. */
export type Making = {
  tube: Tube
  bender: Pick<Bender, 'radius' | 'grip'>
  ends: { from: EndForm; to: EndForm }
  /** Straight beside a formed end: the bar's thickness and the nut pushed back behind it. */
  straightAtFlare: number
  /** Highest working pressure, and by how much the burst pressure is to exceed it. */
  pressure?: number
  safety?: number
}
export type MakeableIssue =
  | { code: 'MAKE_RADIUS_TIGHT'; least: number; radius: number }
  | { code: 'MAKE_END_STRAIGHT_SHORT'; end: 'from' | 'to'; least: number; has: number }
  | { code: 'MAKE_STRAIGHT_SHORT'; after: number; least: number; has: number }
  | { code: 'MAKE_PRESSURE'; burst: number; wanted: number }

/** Tubes are taken to burst at four times what they work at, where nobody says otherwise. Common practice, no source. */
export const usualSafety = 4

/**
 * What stands against making a line with these tools, before anything is cut: bends too tight for the tube, straights too short for flaring
 * bar, nut or bender, a wall too thin for the pressure where a bend has thinned it.
 */
export function checkMakeable(rows: readonly BendRow[], making: Making): MakeableIssue[] {
  const { tube, bender, ends, straightAtFlare, pressure, safety = usualSafety } = making
  const issues: MakeableIssue[] = []
  const bends = rows.filter(({ bend }) => bend > 0)
  const least = leastRadius[tube.material] * tube.outside
  if (bends.length > 0 && bender.radius < least - 1e-9) issues.push({ code: 'MAKE_RADIUS_TIGHT', least, radius: bender.radius })
  const straights = [0]
  for (const { straight, bend } of rows) {
    straights[straights.length - 1]! += straight
    if (bend > 0) straights.push(0)
  }
  const [first, last] = [straights[0]!, straights.at(-1)!]
  if (ends.from !== 'plain' && first < straightAtFlare)
    issues.push({ code: 'MAKE_END_STRAIGHT_SHORT', end: 'from', least: straightAtFlare, has: first })
  if (ends.to !== 'plain' && last < straightAtFlare)
    issues.push({ code: 'MAKE_END_STRAIGHT_SHORT', end: 'to', least: straightAtFlare, has: last })
  for (const [i, has] of straights.entries())
    if (i > 0 && i < straights.length - 1 && has < bender.grip)
      issues.push({ code: 'MAKE_STRAIGHT_SHORT', after: i - 1, least: bender.grip, has })
  if (pressure !== undefined) {
    const wall = bends.length > 0 ? thinnedWall(tube, bender.radius) : tube.wall
    const burst = burstPressure({ ...tube, wall })
    if (burst < pressure * safety) issues.push({ code: 'MAKE_PRESSURE', burst, wanted: pressure * safety })
  }
  return issues
}
