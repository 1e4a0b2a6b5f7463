import type { Vec3 } from '../sheet/types'

/** Small fixed-size vector helpers; plain tuples so that they cross workers and storage unchanged. */
export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
/** a − b. */
export const subtract = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
/** a · k. Textbook vectors, in whatever unit they are in. */
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k]
/** The scalar product. In the product of both units. */
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
/** Length, in the unit of its coordinates. In the vector’s own unit. */
export const length = (a: Vec3): number => Math.sqrt(dot(a, a))
/** How far apart two points are. In the points’ own unit. */
export const distance = (a: Vec3, b: Vec3): number => length(subtract(a, b))
/** Undefined for the zero vector: a direction that does not exist is not a direction. */
export function direction(a: Vec3, b: Vec3): Vec3 | undefined {
  const step = subtract(b, a)
  const size = length(step)
  return size > 0 ? scale(step, 1 / size) : undefined
}
