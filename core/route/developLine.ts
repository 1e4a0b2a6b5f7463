import { fail, ok, type Result } from '../result'
import type { CentrePoint, Section, Vec3 } from '../sheet/types'
import { elementPoint, type Element } from './elementGeometry'
import { add, direction, distance, dot, scale, subtract } from './vector'

export type Bend = { at: number; degrees: number; radius: number; section: number }
export type Developed = {
  /** Developed length in mm along the centre line. */
  length: number
  elements: readonly Element[]
  bends: readonly Bend[]
  sections: readonly { kind: Section['kind']; from: number; to: number }[]
}
export type RouteIssue =
  | { code: 'ROUTE_TOO_FEW_POINTS'; section: number }
  | { code: 'ROUTE_POINT_REPEATED'; section: number; point: number }
  | { code: 'ROUTE_BEND_DOES_NOT_FIT'; section: number; point: number; needsMm: number; hasMm: number }
  | { code: 'ROUTE_SECTIONS_APART'; section: number; gapMm: number }

/** Lengths shorter than this (mm) are drawing noise, not tube. */
const tolerance = 1e-6
/** Sections are one line: their ends may differ by a drawing's rounding, not more. */
const jointTolerance = 0.5

type Corner = { turn: number; tangent: number; radius: number }

/** Tangent length r·tan(θ/2) and arc r·θ at an inner point, θ the turn between the straights (plane geometry). */
function cornerAt(before: Vec3, after: Vec3, radius: number): Corner {
  const turn = Math.acos(Math.min(1, Math.max(-1, dot(before, after))))
  // Straights in line come out a rounding away from it: no bend, and no bisector to find a centre on.
  return turn < 1e-6 ? { turn: 0, tangent: 0, radius: 0 } : { turn, tangent: radius * Math.tan(turn / 2), radius }
}

function developSection(
  points: readonly CentrePoint[],
  section: number,
  offset: number,
): Result<{ elements: Element[]; bends: Bend[]; length: number }, RouteIssue> {
  if (points.length < 2) return fail({ code: 'ROUTE_TOO_FEW_POINTS', section })
  const headings: Vec3[] = []
  for (let i = 0; i + 1 < points.length; i++) {
    const heading = direction(points[i]!.at, points[i + 1]!.at)
    if (!heading) return fail({ code: 'ROUTE_POINT_REPEATED', section, point: i + 1 })
    headings.push(heading)
  }
  const corners = points.map((point, i): Corner =>
    i === 0 || i === points.length - 1 || !point.radius
      ? { turn: 0, tangent: 0, radius: 0 }
      : cornerAt(headings[i - 1]!, headings[i]!, point.radius),
  )
  const elements: Element[] = []
  const bends: Bend[] = []
  let at = offset
  for (let i = 0; i < headings.length; i++) {
    const here = corners[i]!
    const next = corners[i + 1]!
    const heading = headings[i]!
    const hasMm = distance(points[i]!.at, points[i + 1]!.at)
    const straight = hasMm - here.tangent - next.tangent
    if (straight < -tolerance)
      return fail({
        code: 'ROUTE_BEND_DOES_NOT_FIT',
        section,
        point: next.tangent > here.tangent ? i + 1 : i,
        needsMm: here.tangent + next.tangent,
        hasMm,
      })
    if (straight > tolerance) {
      elements.push({
        kind: 'straight',
        from: at,
        to: at + straight,
        start: add(points[i]!.at, scale(heading, here.tangent)),
        heading,
        section,
      })
      at += straight
    }
    if (next.turn > 0) {
      const arc = next.radius * next.turn
      const corner = points[i + 1]!.at
      // The centre lies on the bisector, r/cos(θ/2) from the corner.
      const bisector = direction([0, 0, 0], subtract(headings[i + 1]!, heading))!
      const centre = add(corner, scale(bisector, next.radius / Math.cos(next.turn / 2)))
      const start = subtract(corner, scale(heading, next.tangent))
      elements.push({
        kind: 'arc',
        from: at,
        to: at + arc,
        centre,
        radius: next.radius,
        radial: scale(subtract(start, centre), 1 / next.radius),
        heading,
        section,
      })
      bends.push({ at: at + arc / 2, degrees: (next.turn * 180) / Math.PI, radius: next.radius, section })
      at += arc
    }
  }
  return ok({ elements, bends, length: at - offset })
}

/**
 * Centre-line points with bend radii → straights and arcs by arc length. Lengths in mm. Every inner point with a radius becomes an arc
 * tangent to both straights; one without is a kink of no length (hose ends, fittings). Fails with too few points, one twice, an arc that
 * does not fit between its neighbours, or sections that lie apart.
 */
export function developLine(sections: readonly Section[]): Result<Developed, RouteIssue> {
  // Nobody has measured it: there is nothing to develop.
  if (sections.length === 0) return fail({ code: 'ROUTE_TOO_FEW_POINTS', section: 0 })
  const elements: Element[] = []
  const bends: Bend[] = []
  const spans: { kind: Section['kind']; from: number; to: number }[] = []
  let at = 0
  for (const [i, section] of sections.entries()) {
    const previous = sections[i - 1]?.points.at(-1)
    const first = section.points[0]
    if (previous && first && distance(previous.at, first.at) > jointTolerance) {
      return fail({ code: 'ROUTE_SECTIONS_APART', section: i, gapMm: distance(previous.at, first.at) })
    }
    const developed = developSection(section.points, i, at)
    if (!developed.ok) return developed
    elements.push(...developed.value.elements)
    bends.push(...developed.value.bends)
    spans.push({ kind: section.kind, from: at, to: at + developed.value.length })
    at += developed.value.length
  }
  return ok({ length: at, elements, bends, sections: spans })
}

/** Point at arc length `s` (mm), clamped to the line's ends. Textbook geometry of arcs and tangents. */
export function pointAt(line: Developed, s: number): Vec3 {
  const clamped = Math.min(line.length, Math.max(0, s))
  let [low, high] = [0, line.elements.length - 1]
  if (high < 0) throw new RangeError('a developed line has at least one element')
  while (low < high) {
    const middle = (low + high) >> 1
    if (line.elements[middle]!.to < clamped) low = middle + 1
    else high = middle
  }
  const element = line.elements[low]!
  return elementPoint(element, clamped - element.from)
}

/** Evenly spaced points, both ends included, at most `step` mm apart. */
export function samplePoints(line: Developed, step: number): { s: number; at: Vec3 }[] {
  if (!(step > 0)) throw new RangeError(`step must be positive, got ${step}`)
  const count = Math.max(1, Math.ceil(line.length / step))
  return Array.from({ length: count + 1 }, (_, i) => {
    const s = (line.length * i) / count
    return { s, at: pointAt(line, s) }
  })
}
