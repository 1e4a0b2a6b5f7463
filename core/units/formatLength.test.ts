import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatLength, inchesAndFraction } from './formatLength'
import { millimetres } from './types'

describe('formatLength', () => {
  // Workshop tables: 4.76 mm is 3/16 in, 6.35 is 1/4, 9.53 is 3/8, 25.4 is 1 (exact), 38.1 is 1 1/2.
  it.each([
    [4.76, '3/16'],
    [6.35, '1/4'],
    [9.53, '3/8'],
    [25.4, '1'],
    [38.1, '1 1/2'],
    [0, '0'],
    [585, '23 1/32'],
    [-38.1, '−1 1/2'],
    [0.2, '0'],
  ])('%d mm is %s in', (mm, text) => expect(inchesAndFraction(mm)).toBe(text))
  it('says millimetres as a tape has them', () => {
    expect(formatLength(millimetres(1213.96), 'mm')).toBe('1214\u00a0mm')
    expect(formatLength(millimetres(9.53), 'mm')).toBe('9.5\u00a0mm')
    expect(formatLength(millimetres(25.4), 'in')).toBe('1\u00a0in')
  })
  it('is never off by more than half a thirty-second', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), mm => {
        const value = inchesAndFraction(mm)
          .split(' ')
          .reduce((sum, part) => sum + (part.includes('/') ? Number(part.split('/')[0]) / Number(part.split('/')[1]) : Number(part)), 0)
        expect(Math.abs(value * 25.4 - mm)).toBeLessThanOrEqual(25.4 / 64 + 1e-9)
      }),
    )
  })
})
