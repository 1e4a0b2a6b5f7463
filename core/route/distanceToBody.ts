import type { Body, Vec3 } from '../sheet/types'

/** Distance from a point to the surface of a body in mm, 0 inside it, and the direction in which it grows (unit length, zero inside). */
export type Approach = { distance: number; away: Vec3 }

const inside: Approach = { distance: 0, away: [0, 0, 0] }

function towards(x: number, y: number, z: number, less: number): Approach {
  const size = Math.sqrt(x * x + y * y + z * z)
  return size > less ? { distance: size - less, away: [x / size, y / size, z / size] } : inside
}

const outsideOf = (value: number, low: number, high: number) => (value < low ? value - low : value > high ? value - high : 0)

/**
 * Closed forms (plane geometry). All three bodies are convex, which elementToBody builds on. Called tens of thousands of times a picture,
 * so without arrays in between.
 */
export function approachToBody(point: Vec3, body: Body): Approach {
  if (body.shape === 'box') {
    const { min, max } = body
    return towards(outsideOf(point[0], min[0], max[0]), outsideOf(point[1], min[1], max[1]), outsideOf(point[2], min[2], max[2]), 0)
  }
  const { a, b, radius } = body
  const ux = b[0] - a[0]
  const uy = b[1] - a[1]
  const uz = b[2] - a[2]
  const px = point[0] - a[0]
  const py = point[1] - a[1]
  const pz = point[2] - a[2]
  const uu = ux * ux + uy * uy + uz * uz
  const along = uu > 0 ? (px * ux + py * uy + pz * uz) / uu : 0
  if (body.shape === 'capsule') {
    const t = Math.min(1, Math.max(0, along))
    return towards(px - ux * t, py - uy * t, pz - uz * t, radius)
  }
  const rx = px - ux * along
  const ry = py - uy * along
  const rz = pz - uz * along
  const reach = Math.sqrt(rx * rx + ry * ry + rz * rz)
  const radial = reach > radius ? 1 - radius / reach : 0
  const axial = outsideOf(along, 0, 1)
  return towards(rx * radial + ux * axial, ry * radial + uy * axial, rz * radial + uz * axial, 0)
}

/** Distance in mm from a point to the surface of a body; 0 inside it. Textbook geometry: nearest point of a box, of an axis. */
export const distanceToBody = (point: Vec3, body: Body): number => approachToBody(point, body).distance
