import type { Section } from '../sheet/types'
import { millilitres, type Millilitres } from '../units/types'
import type { Developed } from './developLine'

/** Inside diameter in mm. Textbook: outside less two walls. */
export const boreOf = (section: Section): number => (section.kind === 'hose' ? section.bore : section.od - 2 * section.wall)
/** Outside radius in mm. */
export const outerRadiusOf = (section: Section): number => (section.kind === 'hose' ? section.bore / 2 + section.wall : section.od / 2)

/** Volume of a round bore, mL per mm of length: π/4·d²/1000. */
export const volumePerMm = (boreMm: number): number => ((Math.PI / 4) * boreMm ** 2) / 1000

/** What the whole line holds. */
export function lineVolume(sections: readonly Section[], developed: Developed): Millilitres {
  return millilitres(
    sections.reduce((sum, section, i) => {
      const span = developed.sections[i]!
      return sum + (span.to - span.from) * volumePerMm(boreOf(section))
    }, 0),
  )
}
