import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bendersFor, coilsFor, cutOff, mostCuts, type Coil, type CoilCut } from './gear'

const coil: Coil = { id: 'hook', outside: 4.75, wall: 0.9, material: 'copper-nickel', left: 5000, cuts: [] }
const cut = (n: number, length: number): CoilCut => ({ id: `cut-${n}`, length, at: '2026-11-28T08:00:00Z', by: 'Imke Thorsby' })

describe('a coil', () => {
  it('is never below nothing, and every piece counts once however often and in whatever order it is sent', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 1, max: 900 })), { maxLength: 40 }), sent => {
        const lengths = new Map<number, number>()
        let now = coil
        for (const [n, said] of sent) {
          // The same piece is as long as it was the first time.
          const length = lengths.get(n) ?? said
          const after = cutOff(now, cut(n, length))
          if (after && after !== now) lengths.set(n, length)
          now = after ?? now
        }
        const gone = [...lengths.values()].reduce((sum, one) => sum + one, 0)
        expect(now.left).toBe(5000 - gone)
        expect(now.left).toBeGreaterThanOrEqual(0)
      }),
    ))

  it('too short for a piece it stays as it is', () => {
    expect(cutOff(coil, cut(1, 5000.1))).toBeUndefined()
    expect(cutOff(coil, cut(1, 5000))!.left).toBe(0)
  })

  it('remembers the last pieces, not all of them', () => {
    let now: Coil = coil
    for (let n = 0; n < mostCuts + 5; n++) now = cutOff(now, cut(n, 1))!
    expect(now.cuts).toHaveLength(mostCuts)
    expect(now.cuts.at(-1)!.id).toBe(`cut-${mostCuts + 4}`)
  })
})

it('offers what fits the tube: a sixteenth written as millimetres is the same, half a millimetre is not, and what is unknown rules nothing out', () => {
  const bender = {
    id: 'red',
    name: 'Red',
    outside: 4.76,
    material: 'copper-nickel' as const,
    radius: 15,
    takeUp: 2,
    setFor90: 93,
    grip: 12,
  }
  const has = (tube: Parameters<typeof bendersFor>[1]) => bendersFor([bender], tube).length
  expect(has({ outside: 4.75, material: 'copper-nickel' })).toBe(1)
  expect(has({ outside: 5.25 })).toBe(0)
  expect(has({ outside: 4.75, material: 'steel' })).toBe(0)
  expect(has({})).toBe(1)
  expect(coilsFor([coil], { outside: 4.75, wall: 0.9 })).toHaveLength(1)
  expect(coilsFor([coil], { outside: 4.75, wall: 0.7 })).toHaveLength(0)
})
