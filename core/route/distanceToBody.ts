import type { Body, Vec3 } from '../sheet/types'
import { add, distance, dot, length, scale, subtract } from './vector'

/** Distance in mm from a point to the surface of a body; 0 inside it. */
export function distanceToBody(point: Vec3, body: Body): number {
  switch (body.shape) {
    case 'box': {
      const outside = body.min.map((low, i) => Math.max(low - point[i]!, 0, point[i]! - body.max[i]!)) as unknown as Vec3
      return length(outside)
    }
    case 'capsule': {
      const { along } = onAxis(point, body.a, body.b)
      const nearest = add(body.a, scale(subtract(body.b, body.a), Math.min(1, Math.max(0, along))))
      return Math.max(0, distance(point, nearest) - body.radius)
    }
    case 'cylinder': {
      const { along, axisLength } = onAxis(point, body.a, body.b)
      const foot = add(body.a, scale(subtract(body.b, body.a), along))
      const radial = Math.max(0, distance(point, foot) - body.radius)
      const axial = Math.max(0, -along, along - 1) * axisLength
      return Math.hypot(radial, axial)
    }
  }
}

function onAxis(point: Vec3, a: Vec3, b: Vec3): { along: number; axisLength: number } {
  const axis = subtract(b, a)
  const axisLength = length(axis)
  return { along: axisLength > 0 ? dot(subtract(point, a), axis) / axisLength ** 2 : 0, axisLength }
}
