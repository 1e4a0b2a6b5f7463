import type { Refusal } from '../types'

/** Beyond these nothing on a car is meant: a slipped finger, or the wrong unit. */
const reason = { torque: [0.5, 400], volume: [1, 40_000], temperature: [-40, 160] } as const

/**
 * A refusal for a value that no car has, in the dimension's SI unit; undefined for any other. The bounds are our own, wider than any car.
 */
export function outOfReason(dimension: keyof typeof reason, value: number): Refusal | undefined {
  const [low, high] = reason[dimension]
  return value >= low && value <= high ? undefined : { code: 'JOB_QUANTITY_RANGE', dimension, value, low, high }
}
