import type { Body, Vec3 } from '../sheet/types'
import type { Developed, Element } from './developLine'
import { elementPoint } from './elementGeometry'

/**
 * Bounding boxes over a line's elements, halved along the line: flat arrays, so that a line of thousands of elements is passed by hundreds of
 * keep-outs in milliseconds. Node k has children 2k+1 and 2k+2; leaves are single elements.
 */
export type LineTree = { readonly nodes: Float64Array; readonly ranges: Int32Array; readonly count: number }

/** A box that surely holds the element: for an arc the box of its circle's part is bounded by centre ± radius, cut to what its ends and tangents span. */
function elementBox(element: Element): readonly [Vec3, Vec3] {
  const length = element.to - element.from
  const points = [elementPoint(element, 0), elementPoint(element, length)]
  if (element.kind === 'arc') {
    const angle = length / element.radius
    for (let i = 0; i < 3; i++) {
      // Each coordinate c + r·(radial·cos + heading·sin) has its extremes where the derivative vanishes.
      const peak = Math.atan2(element.heading[i]!, element.radial[i]!)
      for (const theta of [peak, peak + Math.PI, peak - Math.PI]) if (theta > 0 && theta < angle) points.push(elementPoint(element, theta * element.radius))
    }
  }
  const of = (pick: (...values: number[]) => number) => [0, 1, 2].map(i => pick(...points.map(point => point[i]!))) as unknown as Vec3
  return [of(Math.min), of(Math.max)]
}

export function lineTree(line: Developed): LineTree {
  const count = line.elements.length
  const nodes: number[] = []
  const ranges: number[] = []
  const build = (node: number, low: number, high: number) => {
    let [min, max]: readonly [Vec3, Vec3] = [[0, 0, 0], [0, 0, 0]]
    if (high - low === 1) [min, max] = elementBox(line.elements[low]!)
    else {
      const middle = (low + high) >> 1
      build(2 * node + 1, low, middle)
      build(2 * node + 2, middle, high)
      const [left, right] = [(2 * node + 1) * 6, (2 * node + 2) * 6]
      min = [0, 1, 2].map(i => Math.min(nodes[left + i]!, nodes[right + i]!)) as unknown as Vec3
      max = [3, 4, 5].map(i => Math.max(nodes[left + i]!, nodes[right + i]!)) as unknown as Vec3
    }
    for (let i = 0; i < 3; i++) {
      nodes[node * 6 + i] = min[i]!
      nodes[node * 6 + 3 + i] = max[i]!
    }
    ranges[node * 2] = low
    ranges[node * 2 + 1] = high
  }
  if (count > 0) build(0, 0, count)
  return { nodes: Float64Array.from(nodes, value => value ?? 0), ranges: Int32Array.from(ranges, value => value ?? 0), count }
}

/** Axis-aligned box of a body, grown by `margin` mm. */
export function bodyBox(body: Body, margin: number): readonly [Vec3, Vec3] {
  if (body.shape === 'box') return [body.min.map(value => value - margin) as unknown as Vec3, body.max.map(value => value + margin) as unknown as Vec3]
  const grow = body.radius + margin
  return [[0, 1, 2].map(i => Math.min(body.a[i]!, body.b[i]!) - grow) as unknown as Vec3, [0, 1, 2].map(i => Math.max(body.a[i]!, body.b[i]!) + grow) as unknown as Vec3]
}

/** Elements whose boxes touch the given box, in their order along the line. */
export function elementsWithin(tree: LineTree, [min, max]: readonly [Vec3, Vec3], visit: (element: number) => void): void {
  if (tree.count === 0) return
  const stack = [0]
  while (stack.length > 0) {
    const node = stack.pop()!
    const at = node * 6
    const { nodes } = tree
    if (nodes[at]! > max[0] || nodes[at + 1]! > max[1] || nodes[at + 2]! > max[2] || nodes[at + 3]! < min[0] || nodes[at + 4]! < min[1] || nodes[at + 5]! < min[2]) continue
    if (tree.ranges[node * 2 + 1]! - tree.ranges[node * 2]! === 1) visit(tree.ranges[node * 2]!)
    else stack.push(2 * node + 2, 2 * node + 1)
  }
}
