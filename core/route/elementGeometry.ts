import type { Body, Vec3 } from '../sheet/types'
import type { Element } from './developLine'
import { segmentToBody } from './segmentToBody'

/** Point of one straight or arc at `along` mm from its start. */
export function elementPoint(element: Element, along: number): Vec3 {
  if (element.kind === 'straight') {
    const { start, heading } = element
    return [start[0] + heading[0] * along, start[1] + heading[1] * along, start[2] + heading[2] * along]
  }
  const { centre, radius, radial, heading } = element
  const [cos, sin] = [radius * Math.cos(along / radius), radius * Math.sin(along / radius)]
  return [centre[0] + radial[0] * cos + heading[0] * sin, centre[1] + radial[1] * cos + heading[1] * sin, centre[2] + radial[2] * cos + heading[2] * sin]
}

/** Gap bounds closer than this (mm) are one gap: far below what anybody can measure on a car. */
const exactness = 1e-5

/**
 * Least distance from the centre line of a straight or arc to a body, and the arc length from the element's start where it is least.
 * Straights in closed form. Arcs by branch and bound: a piece of arc lies within its sagitta of its chord, so the chord's exact distance
 * less the sagitta is a bound, and halving shrinks the sagitta fourfold. The result is right to 1e-5 mm. `cutoff`: give up
 * (Infinity) once the element is known to stay farther away than this.
 */
export function elementToBody(element: Element, body: Body, cutoff = Infinity): { distance: number; along: number } {
  const length = element.to - element.from
  if (element.kind === 'straight') {
    const { distance, along } = segmentToBody(element.start, elementPoint(element, length), body)
    return { distance, along: along * length }
  }
  let best = { distance: Infinity, along: 0 }
  const pieces: { low: number; high: number; bound: number }[] = []
  const look = (low: number, high: number) => {
    const { distance, along } = segmentToBody(elementPoint(element, low), elementPoint(element, high), body)
    const sagitta = element.radius * (1 - Math.cos((high - low) / element.radius / 2))
    const at = low + along * (high - low)
    // The chord's nearest point, carried to the arc, is a real distance to beat.
    const point = elementPoint(element, at)
    const real = segmentToBody(point, point, body).distance
    if (real < best.distance) best = { distance: real, along: at }
    const bound = Math.max(0, distance - sagitta)
    if (bound <= cutoff) pieces.push({ low, high, bound })
  }
  // Halves first, so that no piece turns more than 90° and its sagitta means something.
  const count = Math.max(1, Math.ceil(length / element.radius / (Math.PI / 2)))
  for (let i = 0; i < count; i++) look(length * i / count, length * (i + 1) / count)
  while (pieces.length > 0) {
    let next = 0
    for (let i = 1; i < pieces.length; i++) if (pieces[i]!.bound < pieces[next]!.bound) next = i
    const { low, high, bound } = pieces[next]!
    pieces[next] = pieces.at(-1)!
    pieces.pop()
    if (bound >= best.distance - exactness || high - low < 1e-7) return best.distance > cutoff ? { distance: Infinity, along: 0 } : best
    const middle = (low + high) / 2
    look(low, middle)
    look(middle, high)
  }
  return best.distance > cutoff ? { distance: Infinity, along: 0 } : best
}
