import type { Body, Vec3 } from '../sheet/types'
import { approachToBody } from './distanceToBody'
import { dot } from './vector'

export type Straight = { kind: 'straight'; from: number; to: number; start: Vec3; heading: Vec3 }
export type Arc = { kind: 'arc'; from: number; to: number; centre: Vec3; radius: number; radial: Vec3; heading: Vec3 }
export type Element = (Straight | Arc) & { section: number }

/** Point of one straight or arc at `along` mm from its start. Textbook geometry of straights and arcs. */
export function elementPoint(element: Element, along: number): Vec3 {
  if (element.kind === 'straight') {
    const { start, heading } = element
    return [start[0] + heading[0] * along, start[1] + heading[1] * along, start[2] + heading[2] * along]
  }
  const { centre, radius, radial, heading } = element
  const cos = radius * Math.cos(along / radius)
  const sin = radius * Math.sin(along / radius)
  return [
    centre[0] + radial[0] * cos + heading[0] * sin,
    centre[1] + radial[1] * cos + heading[1] * sin,
    centre[2] + radial[2] * cos + heading[2] * sin,
  ]
}

/** Direction of one straight or arc at `along` mm from its start, unit length. */
function elementHeading(element: Element, along: number): Vec3 {
  if (element.kind === 'straight') return element.heading
  const { radius, radial, heading } = element
  const cos = Math.cos(along / radius)
  const sin = Math.sin(along / radius)
  return [heading[0] * cos - radial[0] * sin, heading[1] * cos - radial[1] * sin, heading[2] * cos - radial[2] * sin]
}

/** Gap bounds closer than this (mm) are one gap: far below what anybody can measure on a car. */
const exactness = 1e-5

type Look = { at: number; gap: number; slope: number }

/**
 * Least distance from the centre line of a straight or arc to a body, and the arc length from the element's start where it is least, right
 * to 1e-5 mm. `cutoff`: give up (Infinity) once the element is known to stay farther away than this.
 *
 * By branch and bound on the arc length s. The bodies are convex, so the distance bends downwards along a curve no faster than the curve
 * itself bends: f(s) + s²/2r is convex (r infinite for a straight). Two looks, each with distance and slope, thus bound everything between
 * them from below by two parabolas, and the next look is where those cross.
 */
export function elementToBody(element: Element, body: Body, cutoff = Infinity): { distance: number; along: number } {
  const length = element.to - element.from
  const bending = element.kind === 'straight' ? 0 : 1 / element.radius
  let best = { distance: Infinity, along: 0 }
  const look = (at: number): Look => {
    const { distance, away } = approachToBody(elementPoint(element, at), body)
    if (distance < best.distance) best = { distance, along: at }
    return { at, gap: distance, slope: dot(away, elementHeading(element, at)) }
  }
  const start = look(0)
  // Along the line the distance changes by no more than one goes.
  if (start.gap - length > cutoff) return { distance: Infinity, along: 0 }
  const pieces = [{ low: start, high: look(length) }]
  for (let piece = pieces.pop(); piece !== undefined; piece = pieces.pop()) {
    const { low, high } = piece
    const span = high.at - low.at
    // Left of the crossing low.gap + low.slope·d − d²/2r is the higher bound, right of it high.gap − high.slope·e − e²/2r with e = span −
    // d.
    const steepness = high.slope - low.slope + span * bending
    const crossing =
      steepness < 1e-12
        ? span / 2
        : Math.min(span, Math.max(0, (low.gap - high.gap + high.slope * span + (span * span * bending) / 2) / steepness))
    const bound = Math.max(0, low.gap + low.slope * crossing - (crossing * crossing * bending) / 2)
    if (bound >= best.distance - exactness || bound > cutoff || span < 1e-7) continue
    // A look too near an end would hardly shorten the piece.
    const middle = look(low.at + Math.min(span * 0.95, Math.max(span * 0.05, crossing)))
    pieces.push({ low: middle, high }, { low, high: middle })
  }
  return best.distance > cutoff ? { distance: Infinity, along: 0 } : best
}
