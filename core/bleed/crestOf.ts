import { driftRise, type Interface } from '../fluid/bubbleRise'
import { samplePoints, type Developed } from '../route/developLine'
import { findExtremes } from '../route/findExtremes'
import { boreOf } from '../route/tubeVolume'
import type { Section, Slug } from '../sheet/types'
import { millimetres, type Millimetres } from '../units/types'

/** A high point of a line at which a bubble stays until the flow carries it over. `at`: mm along the line from its first end. */
export type Crest = {
  line: Slug
  at: Millimetres
  /** mL of air that find room there. */
  holds: number
  /** mL a second that take the bubble with them. */
  carriedBy: number
}

/** Brake fluid against air at 20 °C, from memory: kg/m³ and N/m. */
const brakeFluid: Interface = { density: 1050, surfaceTension: 0.036 }

/**
 * The high point of a line that holds a bubble best; undefined where none does. In a bore so narrow that no bubble rises in it (Bretherton,
 * core/fluid/bubbleRise) a bubble stays nowhere of itself and goes with any flow. In a wider one it climbs to the crest, and leaves it only
 * downwards: the flow must go faster than the bubble climbs (drift velocity × area). It finds room where the line lies within a bore of the
 * crest's height. Heights are those of a car that stands level.
 */
export function crestOf(line: Slug, sections: readonly Section[], developed: Developed): Crest | undefined {
  const crests = findExtremes(developed).flatMap(({ kind, at, depth }): Crest[] => {
    const section = sections[developed.sections.findIndex(({ to }) => at <= to)]
    if (kind !== 'high' || !section) return []
    const bore = boreOf(section)
    const climbs = driftRise(millimetres(bore), brakeFluid)
    if (climbs === 0 || depth < bore) return []
    const area = (Math.PI * bore ** 2) / 4
    return [{ line, at: millimetres(at), holds: (area * nearTop(developed, at, bore)) / 1000, carriedBy: (area * climbs) / 1000 }]
  })
  return crests.reduce<Crest | undefined>((best, crest) => (!best || crest.holds > best.holds ? crest : best), undefined)
}

/** Mm of the line that lie within so much (mm) of the height of a point of it, without leaving it in between. */
function nearTop(developed: Developed, at: number, within: number): number {
  const step = 0.5
  const points = samplePoints(developed, step)
  const top = points.reduce((near, point) => (Math.abs(point.s - at) < Math.abs(near.s - at) ? point : near)).at[2]
  const isNear = (i: number) => points[i] !== undefined && points[i].at[2] >= top - within
  const middle = points.findIndex(({ s }) => s >= at)
  let [from, to] = [middle, middle]
  while (isNear(from - 1)) from--
  while (isNear(to + 1)) to++
  return points[to]!.s - points[from]!.s
}
