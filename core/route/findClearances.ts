import type { Body, Keepout, KeepoutKind, Section } from '../sheet/types'
import type { Developed } from './developLine'
import type { Element } from './elementGeometry'
import { distanceToBody } from './distanceToBody'
import { elementPoint, elementToBody } from './elementGeometry'
import { lineTree, visitNear } from './lineTree'
import { outerRadiusOf } from './tubeVolume'

export type Clearance = {
  keepout: string
  what: string
  kind: KeepoutKind
  /** Arc lengths between which the line passes near the body (to 1 mm); where it is closest; the gap there, wall to wall, mm. */
  from: number
  to: number
  closestAt: number
  gap: number
  asks: number
  tooClose: boolean
}

/** Arc length, to 1 mm, at which an element comes within `reach` of a body, walking from `inside` (near enough) towards `outside`. */
function edgeOfPass(element: Element, body: Body, reach: number, inside: number, outside: number): number {
  const isNear = (along: number) => distanceToBody(elementPoint(element, along), body) <= reach
  if (isNear(outside)) return outside
  let [near, far] = [inside, outside]
  while (Math.abs(far - near) > 1) {
    const middle = (near + far) / 2
    if (isNear(middle)) near = middle
    else far = middle
  }
  return near
}

/**
 * Where a line passes its keep-outs, and the least clearance of each pass, right to 1e-5 mm (elementToBody). A pass counts from
 * `nearFactor` times
 * the clearance the keep-out asks for; a line that passes one body twice gets one pass from the first to the last approach.
 */
export function findClearances(
  sections: readonly Section[],
  line: Developed,
  keepouts: readonly Keepout[],
  { nearFactor = 2.5 } = {},
): Clearance[] {
  const tree = lineTree(line)
  const outer = sections.map(outerRadiusOf)
  const widest = Math.max(0, ...outer)
  const found: Clearance[] = []
  for (const { id, what, kind, body, clearance } of keepouts) {
    const near = clearance * nearFactor
    /** The first element, from one end of the line or the other, that comes near, and where it is nearest. */
    const firstNear = (order: 'forward' | 'backward') => {
      let first: { element: Element; along: number; reach: number; gap: number } | undefined
      visitNear(tree, body, order, near + widest, index => {
        const element = line.elements[index]!
        const reach = near + outer[element.section]!
        const { distance, along } = elementToBody(element, body, reach)
        if (distance > reach) return near + widest
        first = { element, along, reach, gap: Math.max(0, distance - outer[element.section]!) }
        return -Infinity
      })
      return first
    }
    const first = firstNear('forward')
    if (!first) continue
    const last = firstNear('backward') ?? first
    const from = first.element.from + edgeOfPass(first.element, body, first.reach, first.along, 0)
    const to = last.element.from + edgeOfPass(last.element, body, last.reach, last.along, last.element.to - last.element.from)
    const nearer = last.gap < first.gap ? last : first
    let gap = nearer.gap
    let closestAt = nearer.element.from + nearer.along
    visitNear(tree, body, 'nearest', gap > 0 ? gap + widest : -Infinity, index => {
      const element = line.elements[index]!
      const wall = outer[element.section]!
      const { distance, along } = elementToBody(element, body, gap + wall)
      if (Math.max(0, distance - wall) < gap) {
        gap = Math.max(0, distance - wall)
        closestAt = element.from + along
      }
      return gap > 0 ? gap + widest : -Infinity
    })
    found.push({ keepout: id, what, kind, from, to, closestAt, gap, asks: clearance, tooClose: gap < clearance })
  }
  return found
}
