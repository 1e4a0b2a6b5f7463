import type { CentrePoint, Section, Vec3 } from '../sheet/types'
import type { Millimetres } from '../units/types'

const map = (at: Vec3, change: (value: number, axis: number) => number): Vec3 => [change(at[0], 0), change(at[1], 1), change(at[2], 2)]

/** New points for one section of a line; its neighbours' ends follow, for sections are one line. Our own. */
export function setSectionPoints(sections: readonly Section[], index: number, points: readonly CentrePoint[]): Section[] {
  const [first, last] = [points[0], points.at(-1)]
  return sections.map((section, i) => {
    if (i === index) return { ...section, points }
    if (i === index + 1 && last) return { ...section, points: [{ at: last.at }, ...section.points.slice(1)] }
    if (i === index - 1 && first) return { ...section, points: [...section.points.slice(0, -1), { at: first.at }] }
    return section
  })
}

/** A point half-way to the next one, on whole millimetres; after the last, 100 mm further forward. */
export function insertPoint(points: readonly CentrePoint[], after: number): CentrePoint[] {
  const here = points[after]!.at
  const next = points[after + 1]?.at ?? map(here, (value, axis) => (axis === 0 ? value + 200 : value))
  return [
    ...points.slice(0, after + 1),
    { at: map(here, (value, axis) => Math.round((value + next[axis]!) / 2)) },
    ...points.slice(after + 1),
  ]
}

/** One coordinate of one point. In mm; points and axes by number, from 0. */
export const movePoint = (points: readonly CentrePoint[], index: number, axis: 0 | 1 | 2, to: number): CentrePoint[] =>
  points.map((point, i) => (i === index ? { ...point, at: map(point.at, (old, a) => (a === axis ? to : old)) } : point))

/** How round a corner is bent; nothing, or none, makes it sharp. In mm; points by number, from 0. */
export const setRadius = (points: readonly CentrePoint[], index: number, radius: number | undefined): CentrePoint[] =>
  points.map((point, i) => (i !== index ? point : radius ? { ...point, radius: radius as Millimetres } : { at: point.at }))

/** Points to the tenth of a millimetre: finer than any tape. */
export const tidyPoints = (points: readonly CentrePoint[]): CentrePoint[] =>
  points.map(point => ({ ...point, at: map(point.at, value => Math.round(value * 10) / 10 + 0) }))

const usual = {
  tube: { kind: 'tube', material: 'steel', od: 10, wall: 1 },
  hose: { kind: 'hose', build: 'rubber', bore: 9, wall: 3 },
} as const

/** The same course as tube or as hose, with a usual size to be written over. */
export const sectionAs = ({ points }: Pick<Section, 'points'>, kind: Section['kind']): Section =>
  ({ ...usual[kind], points }) as unknown as Section

/** A section to go on with from the end of the last one. */
export function nextSection(sections: readonly Section[]): Section {
  const end = sections.at(-1)!.points.at(-1)!.at
  return sectionAs({ points: [{ at: end }, { at: map(end, (value, axis) => (axis === 0 ? value + 100 : value)) }] }, 'hose')
}
