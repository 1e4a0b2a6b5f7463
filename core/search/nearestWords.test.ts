import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isMended, nearestWords, slipsBetween } from './nearestWords'

describe('slipsBetween', () => {
  it('agrees with the textbook pairs', () => {
    // Wagner & Fischer 1974 and Wikipedia “Damerau–Levenshtein distance”, from memory: kitten → sitting 3, CA → ABC 3 for optimal string
    // alignment.
    expect(slipsBetween('kitten', 'sitting')).toBe(3)
    expect(slipsBetween('ca', 'abc')).toBe(3)
    expect(slipsBetween('steernig', 'steering')).toBe(1)
    expect(slipsBetween('', 'line')).toBe(4)
  })

  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 7 })
  it('is the same both ways, nothing for equals only, and one for one slip', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(slipsBetween(a, b)).toBe(slipsBetween(b, a))
        expect(slipsBetween(a, b) === 0).toBe(a === b)
        expect(slipsBetween(a, b)).toBeGreaterThanOrEqual(Math.abs(a.length - b.length))
      }),
    )
    fc.assert(
      fc.property(word, fc.nat(6), fc.nat(3), (a, at, kind) => {
        fc.pre(a.length > at + 1)
        const slipped = [
          a.slice(0, at) + a.slice(at + 1),
          `${a.slice(0, at)}x${a.slice(at)}`,
          `${a.slice(0, at)}x${a.slice(at + 1)}`,
          a.slice(0, at) + a[at + 1] + a[at] + a.slice(at + 2),
        ][kind]!
        expect(slipsBetween(slipped, a)).toBe(slipped === a ? 0 : 1)
      }),
    )
  })

  it('as a beginning, what follows costs nothing', () => {
    expect(slipsBetween('hali', 'halyard', true)).toBe(1)
    expect(slipsBetween('haly', 'halyard', true)).toBe(0)
  })
})

describe('nearestWords', () => {
  it('keeps the fewest slips only', () => {
    expect(nearestWords('haliard', ['hard', 'hale', 'halyard'])).toEqual(['halyard'])
    expect(nearestWords('steerin', ['steering', 'steel'])).toEqual(['steering'])
    expect(nearestWords('hali', ['halyard', 'hot'])).toEqual(['halyard'])
  })

  it('has nothing to offer when everything is far', () => {
    expect(nearestWords('zzyzx', ['size', 'hose'])).toEqual([])
    expect(nearestWords('abc', [])).toEqual([])
  })
})

it('three letters alone are not read as others; beside a number they may be a plate’s', () => {
  expect(isMended('red', ['red'])).toBe(false)
  expect(isMended('red', ['red', 'hose'])).toBe(false)
  expect(isMended('lym', ['sk', '41', 'lym'])).toBe(true)
  expect(isMended('coler', ['coler', 'lines'])).toBe(true)
})
