import type { Body } from '../sheet/types'
import type { Developed } from './developLine'
import type { Element } from './elementGeometry'
import { elementPoint } from './elementGeometry'

/**
 * Bounding boxes over a line's elements, halved along the line: flat arrays, so that a line of thousands of elements is passed by hundreds
 * of keep-outs in milliseconds. Node k has children 2k+1 and 2k+2; leaves are single elements.
 */
export type LineTree = { readonly nodes: Float64Array; readonly ranges: Int32Array; readonly count: number }

/** Widens node `at` of the boxes to hold an element: its ends, and for an arc the points where a coordinate turns back. */
function holdElement(nodes: Float64Array, at: number, element: Element): void {
  const length = element.to - element.from
  const first = elementPoint(element, 0)
  const last = elementPoint(element, length)
  for (let i = 0; i < 3; i++) {
    let low = Math.min(first[i]!, last[i]!)
    let high = Math.max(first[i]!, last[i]!)
    if (element.kind === 'arc') {
      // c + r·(radial·cos θ + heading·sin θ) swings by r·hypot about c. Up to half a turn it turns back where its slope changes sign;
      // beyond that take the whole swing.
      const angle = length / element.radius
      const slope = element.heading[i]!
      const slopeAtEnd = slope * Math.cos(angle) - element.radial[i]! * Math.sin(angle)
      const turnsHigh = angle > Math.PI || (slope > 0 && slopeAtEnd < 0)
      const turnsLow = angle > Math.PI || (slope < 0 && slopeAtEnd > 0)
      if (turnsHigh || turnsLow) {
        const swing = element.radius * Math.hypot(element.radial[i]!, slope)
        if (turnsHigh) high = element.centre[i]! + swing
        if (turnsLow) low = element.centre[i]! - swing
      }
    }
    nodes[at + i] = low
    nodes[at + 3 + i] = high
  }
}

/** A tree of boxes around the elements of a line, for asking what is near without looking at all of it. */
export function lineTree(line: Developed): LineTree {
  const count = line.elements.length
  const size = 2 ** (1 + Math.ceil(Math.log2(Math.max(1, count))))
  const [nodes, ranges] = [new Float64Array(size * 6), new Int32Array(size * 2)]
  const build = (node: number, low: number, high: number) => {
    ranges[node * 2] = low
    ranges[node * 2 + 1] = high
    if (high - low === 1) return holdElement(nodes, node * 6, line.elements[low]!)
    const middle = (low + high) >> 1
    build(2 * node + 1, low, middle)
    build(2 * node + 2, middle, high)
    const at = node * 6
    const left = (2 * node + 1) * 6
    const right = left + 6
    for (let i = 0; i < 3; i++) {
      nodes[at + i] = Math.min(nodes[left + i]!, nodes[right + i]!)
      nodes[at + 3 + i] = Math.max(nodes[left + 3 + i]!, nodes[right + 3 + i]!)
    }
  }
  if (count > 0) build(0, 0, count)
  return { nodes, ranges, count }
}

/** From a node's box to a body's box: never more than from anything in the one to the other. */
function gapOf(nodes: Float64Array, at: number, box: Float64Array): number {
  const x = Math.max(0, nodes[at]! - box[3]!, box[0]! - nodes[at + 3]!)
  const y = Math.max(0, nodes[at + 1]! - box[4]!, box[1]! - nodes[at + 4]!)
  const z = Math.max(0, nodes[at + 2]! - box[5]!, box[2]! - nodes[at + 5]!)
  return Math.sqrt(x * x + y * y + z * z)
}

function boxOf(body: Body): Float64Array {
  const box = new Float64Array(6)
  for (let i = 0; i < 3; i++) {
    box[i] = body.shape === 'box' ? body.min[i]! : Math.min(body.a[i]!, body.b[i]!) - body.radius
    box[3 + i] = body.shape === 'box' ? body.max[i]! : Math.max(body.a[i]!, body.b[i]!) + body.radius
  }
  return box
}

/** `within`: how near, in mm, an element must come to be of interest; a visit may lower it, -Infinity ends the walk. */
export type Walk = {
  tree: LineTree
  box: Float64Array
  order: 'forward' | 'backward' | 'nearest'
  within: number
  visit: (element: number) => number
}

function descend(walk: Walk, node: number): void {
  const { nodes, ranges } = walk.tree
  if (ranges[node * 2 + 1]! - ranges[node * 2]! === 1) {
    walk.within = walk.visit(ranges[node * 2]!)
    return
  }
  const left = 2 * node + 1
  const right = left + 1
  const leftGap = gapOf(nodes, left * 6, walk.box)
  const rightGap = gapOf(nodes, right * 6, walk.box)
  if (walk.order === 'forward' || (walk.order === 'nearest' && leftGap <= rightGap)) {
    if (leftGap <= walk.within) descend(walk, left)
    if (rightGap <= walk.within) descend(walk, right)
  } else {
    if (rightGap <= walk.within) descend(walk, right)
    if (leftGap <= walk.within) descend(walk, left)
  }
}

/**
 * Visits the elements that may come within `within` mm of a body: in their order along the line, against it, or the likely nearest first. A
 * tree of boxes, as in any textbook of computational geometry.
 */
export function visitNear(tree: LineTree, body: Body, order: Walk['order'], within: number, visit: Walk['visit']): void {
  const walk: Walk = { tree, box: boxOf(body), order, within, visit }
  if (tree.count > 0 && gapOf(tree.nodes, 0, walk.box) <= within) descend(walk, 0)
}
