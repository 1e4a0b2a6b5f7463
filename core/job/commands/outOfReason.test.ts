import { describe, expect, it } from 'vitest'
import { outOfReason } from './outOfReason'

describe('what nobody means', () => {
  it.each([
    ['torque', 0.5, 400],
    ['volume', 1, 40_000],
    ['temperature', -40, 160],
  ] as const)('%s: the bounds themselves are meant, and nothing beyond them', (dimension, low, high) => {
    for (const value of [low, (low + high) / 2, high]) expect(outOfReason(dimension, value), String(value)).toBeUndefined()
    for (const value of [low - 0.01, high + 0.01, -Infinity, Infinity, Number.NaN])
      expect(outOfReason(dimension, value), String(value)).toEqual({ code: 'JOB_QUANTITY_RANGE', dimension, value, low, high })
  })
})
