import type { Body, Vec3 } from '../sheet/types'
import { distanceToBody } from './distanceToBody'
import { dot, subtract } from './vector'

/** Nearest approach of a segment to a body: its distance in mm (0 when they touch) and where along the segment, 0 to 1. */
export type Approach = { distance: number; along: number }

const clamp01 = (t: number) => Math.min(1, Math.max(0, t))

/** Both segments, either of which may be a point (closed form; Lumelsky 1985, Sunday 2001, from memory). */
function segmentToSegment(p: Vec3, q: Vec3, a: Vec3, b: Vec3): Approach {
  const [u, v, w] = [subtract(q, p), subtract(b, a), subtract(p, a)]
  const [uu, uv, vv, uw, vw] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)]
  const determinant = uu * vv - uv * uv
  // Parallel lines have no single nearest pair: any start serves, the clamping below finds an end.
  let s = uu > 0 && determinant > 1e-12 * uu * vv ? clamp01((uv * vw - vv * uw) / determinant) : 0
  const t = vv > 0 ? clamp01((vw + s * uv) / vv) : 0
  if (uu > 0) s = clamp01((t * uv - uw) / uu)
  const gap = [0, 1, 2].map(i => w[i]! + u[i]! * s - v[i]! * t) as unknown as Vec3
  return { distance: Math.sqrt(dot(gap, gap)), along: s }
}

/**
 * Between the parameters where a coordinate enters or leaves its slab the squared distance is one quadratic, so the least value is
 * one of a few closed forms.
 */
function segmentToBox(p: Vec3, q: Vec3, min: Vec3, max: Vec3): Approach {
  const step = subtract(q, p)
  const cuts = [0, 1]
  for (let i = 0; i < 3; i++) {
    if (step[i] === 0) continue
    for (const bound of [min[i]!, max[i]!]) {
      const t = (bound - p[i]!) / step[i]!
      if (t > 0 && t < 1) cuts.push(t)
    }
  }
  cuts.sort((a, b) => a - b)
  let best: Approach = { distance: Infinity, along: 0 }
  const squaredAt = (t: number) => {
    let sum = 0
    for (let i = 0; i < 3; i++) {
      const x = p[i]! + step[i]! * t
      const out = x < min[i]! ? min[i]! - x : x > max[i]! ? x - max[i]! : 0
      sum += out * out
    }
    return sum
  }
  const consider = (t: number) => {
    const squared = squaredAt(t)
    if (squared < best.distance) best = { distance: squared, along: t }
  }
  for (let k = 0; k + 1 < cuts.length; k++) {
    const [low, high] = [cuts[k]!, cuts[k + 1]!]
    const middle = (low + high) / 2
    let [slope, curve] = [0, 0]
    for (let i = 0; i < 3; i++) {
      const x = p[i]! + step[i]! * middle
      const bound = x < min[i]! ? min[i]! : x > max[i]! ? max[i]! : undefined
      if (bound === undefined) continue
      slope += step[i]! * (p[i]! - bound)
      curve += step[i]! * step[i]!
    }
    consider(low)
    consider(high)
    if (curve > 0) consider(Math.min(high, Math.max(low, -slope / curve)))
  }
  return { distance: Math.sqrt(best.distance), along: best.along }
}

const golden = (Math.sqrt(5) - 1) / 2

/** The distance to a convex body is convex along a straight, so a golden-section search closes in on the least value. */
function segmentToCylinder(p: Vec3, q: Vec3, body: Body): Approach {
  const at = (t: number) => distanceToBody([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t, p[2] + (q[2] - p[2]) * t], body)
  let [low, high] = [0, 1]
  let [left, right] = [1 - golden, golden]
  let [atLeft, atRight] = [at(left), at(right)]
  for (let i = 0; i < 60 && high - low > 1e-9; i++) {
    if (atLeft <= atRight) {
      high = right
      right = left
      atRight = atLeft
      left = high - golden * (high - low)
      atLeft = at(left)
    } else {
      low = left
      left = right
      atLeft = atRight
      right = low + golden * (high - low)
      atRight = at(right)
    }
  }
  return [0, 1, (low + high) / 2].map(along => ({ along, distance: at(along) })).reduce((best, one) => one.distance < best.distance ? one : best)
}

/** Least distance from the segment p–q to the surface of a body. Exact for capsules and boxes, to 1e-6 mm for cylinders. */
export function segmentToBody(p: Vec3, q: Vec3, body: Body): Approach {
  switch (body.shape) {
    case 'capsule': {
      const { distance, along } = segmentToSegment(p, q, body.a, body.b)
      return { distance: Math.max(0, distance - body.radius), along }
    }
    case 'box': return segmentToBox(p, q, body.min, body.max)
    case 'cylinder': return segmentToCylinder(p, q, body)
  }
}
