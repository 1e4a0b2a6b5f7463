import type { Keepout, KeepoutKind, Section } from '../sheet/types'
import type { Developed, Element } from './developLine'
import { distanceToBody } from './distanceToBody'
import { elementPoint, elementToBody } from './elementGeometry'
import { bodyBox, elementsWithin, lineTree } from './lineTree'
import { outerRadiusOf } from './tubeVolume'

export type Clearance = {
  keepout: string; what: string; kind: KeepoutKind;
  /** Arc lengths between which the line passes near the body (to 1 mm); where it is closest; the gap there, wall to wall, mm. */
  from: number; to: number; closestAt: number; gap: number;
  asks: number; tooClose: boolean
}

/** Arc length, to 1 mm, at which an element comes within `reach` of a body, walking from `inside` (near enough) towards `outside`. */
function edgeOfPass(element: Element, keepout: Keepout, reach: number, inside: number, outside: number): number {
  const isNear = (along: number) => distanceToBody(elementPoint(element, along), keepout.body) <= reach
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
 * Where a line passes its keep-outs, and the least clearance of each pass, right to 1e-5 mm (elementToBody). A pass counts from `nearFactor` times
 * the clearance the keep-out asks for; a line that passes one body twice gets one pass from the first to the last approach.
 */
export function findClearances(sections: readonly Section[], line: Developed, keepouts: readonly Keepout[], { nearFactor = 2.5 } = {}): Clearance[] {
  const tree = lineTree(line)
  const outer = sections.map(outerRadiusOf)
  const widest = Math.max(0, ...outer)
  return keepouts.flatMap((keepout) => {
    const near = keepout.clearance * nearFactor
    let pass: { from: number; to: number; closestAt: number; gap: number } | undefined
    elementsWithin(tree, bodyBox(keepout.body, near + widest), (index) => {
      const element = line.elements[index]!
      const wall = outer[element.section]!
      const { distance, along } = elementToBody(element, keepout.body, near + wall)
      if (distance > near + wall) return
      const gap = Math.max(0, distance - wall)
      const from = element.from + edgeOfPass(element, keepout, near + wall, along, 0)
      const to = element.from + edgeOfPass(element, keepout, near + wall, along, element.to - element.from)
      pass = pass === undefined
        ? { from, to, closestAt: element.from + along, gap }
        : { from: Math.min(pass.from, from), to: Math.max(pass.to, to), ...(gap < pass.gap ? { gap, closestAt: element.from + along } : { gap: pass.gap, closestAt: pass.closestAt }) }
    })
    return pass ? [{ keepout: keepout.id, what: keepout.what, kind: keepout.kind, ...pass as { from: number; to: number; closestAt: number; gap: number }, asks: keepout.clearance, tooClose: (pass as { gap: number }).gap < keepout.clearance }] : []
  })
}
