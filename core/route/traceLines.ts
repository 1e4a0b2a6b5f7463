import type { Keepout, Section, Slug, Vec3 } from '../sheet/types'
import { developLine } from './developLine'
import { elementPoint } from './elementGeometry'
import { findClearances, type Clearance } from './findClearances'
import { findExtremes, type Extreme } from './findExtremes'
import { outerRadiusOf } from './tubeVolume'

/** One section of a line as a row of points fit to be drawn: straights by their ends, arcs by as many chords as `sagitta` asks. */
export type TracedSection = { kind: Section['kind']; radius: number; points: Vec3[] }
export type TracedLine = { line: Slug; length: number; sections: TracedSection[]; clearances: Clearance[]; extremes: Extreme[] }

/**
 * Everything a routing picture needs of a set of lines, plain data that crosses to and from a worker. Lines that cannot be developed are
 * left out: the editor shows the others while one is being typed.
 */
export function traceLines(
  lines: readonly { id: Slug; sections: readonly Section[] }[],
  keepouts: readonly Keepout[],
  sagitta = 0.4,
): TracedLine[] {
  return lines.flatMap((line): TracedLine[] => {
    const developed = developLine(line.sections)
    if (!developed.ok) return []
    const sections = line.sections.map((section, index): TracedSection => {
      const points: Vec3[] = []
      for (const element of developed.value.elements) {
        if (element.section !== index) continue
        const length = element.to - element.from
        // A chord of an arc leaves it by r·(1 − cos(Δ/2)).
        const count =
          element.kind === 'straight'
            ? 1
            : Math.max(2, Math.ceil(length / element.radius / (2 * Math.acos(Math.max(0, 1 - sagitta / element.radius)))))
        for (let i = points.length === 0 ? 0 : 1; i <= count; i++) points.push(elementPoint(element, (length * i) / count))
      }
      return { kind: section.kind, radius: outerRadiusOf(section), points }
    })
    return [
      {
        line: line.id,
        length: developed.value.length,
        sections,
        clearances: findClearances(line.sections, developed.value, keepouts),
        extremes: findExtremes(developed.value),
      },
    ]
  })
}
