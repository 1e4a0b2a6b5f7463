import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fallsThroughZero } from './fallsThroughZero'
import { pressureFor, storedAt } from './stepHydraulics'

describe('where a function falls through zero', () => {
  it('is where it is known to: the Dottie number and √2, to twelve places', () => {
    expect(fallsThroughZero(x => Math.cos(x) - x, 0, 1, 1e-13)).toBeCloseTo(0.739085133215, 12)
    expect(fallsThroughZero(x => 2 - x * x, 0, 400, 1e-13)).toBeCloseTo(Math.SQRT2, 12)
  })

  it('is found however the function is bent, kinked or steep', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 399, noNaN: true }), fc.constantFrom(0.05, 1, 3, 9), (root, bend) => {
        const functions = [
          (x: number) => Math.sign(root - x) * Math.abs(root - x) ** bend,
          (x: number) => (x < root ? (root - x) * 50 : (root - x) / 50),
          (x: number) => (x < root ? 1 : -1e-6),
        ]
        for (const of of functions) {
          let asked = 0
          const counted = (x: number) => {
            asked++
            return of(x)
          }
          expect(fallsThroughZero(counted, 0, 400, 4e-10)).toBeCloseTo(root, 8)
          // Halving takes forty.
          expect(asked).toBeLessThanOrEqual(2 + 4 * 40)
        }
      }),
    )
  })
  it('takes a fifth of the steps where the function is as smooth as what is pressed together', () => {
    let asked = 0
    fallsThroughZero(
      pressure => {
        asked++
        return 3 - storedAt(4, 0.02, pressure)
      },
      0,
      400,
      4e-10,
    )
    expect(asked).toBeLessThan(16)
  })
})

describe('the pressure for what is pushed in', () => {
  it('is the one at which so much is stored', () => {
    const amount = fc.double({ min: 0, max: 30, noNaN: true })
    fc.assert(
      fc.property(amount, fc.double({ min: 1e-4, max: 0.5, noNaN: true }), amount, (air, give, pushed) => {
        const pressure = pressureFor(air, give, pushed)
        expect(pressure).toBeGreaterThanOrEqual(0)
        expect(storedAt(air, give, pressure)).toBeCloseTo(pushed, 8)
      }),
    )
  })
  it('of air alone is Boyle’s, and beyond all of it there is none', () => {
    // Half of the air is gone at twice the pressure there was: one atmosphere over it.
    expect(pressureFor(2, 0, 1)).toBeCloseTo(1.013, 9)
    expect(pressureFor(1, 0, 2)).toBe(Infinity)
    expect(pressureFor(1, 0.02, 0)).toBe(0)
  })
})
