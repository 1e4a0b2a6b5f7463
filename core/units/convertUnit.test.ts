import fc from 'fast-check'
import { unit } from 'mathjs'
import { describe, expect, it } from 'vitest'
import { fromSi, toSi } from './convertUnit'
import type { Dimension, SiOf, UnitsOf } from './types'
import { unitTable } from './unitTable'

describe('toSi', () => {
  // NIST SP 811, appendix B, from memory of the table; its rows are rounded to 7 figures.
  it.each([
    ['torque', 1, 'lbf.ft', 1.355_817_948],
    ['torque', 1, 'lbf.in', 0.112_984_829],
    ['torque', 100, 'kgf.cm', 9.806_65],
    ['length', 1, 'in', 25.4],
    ['volume', 1, 'qt', 946.352_946],
    ['volume', 1, 'floz', 29.573_529_56],
    ['pressure', 1, 'psi', 6.894_757],
    ['pressure', 1, 'bar', 100],
  ] as const)('%s: %d %s', (dimension, value, from, expected) => {
    expect(toSi(dimension, { value, unit: from } as never)).toBeCloseTo(expected, 6)
  })

  it.each([
    [32, 0],
    [212, 100],
    [-40, -40],
    [104, 40],
  ])('%d °F is %d °C', (fahrenheit, celsius) => {
    expect(toSi('temperature', { value: fahrenheit, unit: 'degF' })).toBeCloseTo(celsius, 10)
  })

  // A second opinion: mathjs keeps its own table.
  it.each([
    ['torque', 'lbf.ft', 'lbf ft', 'N m'],
    ['torque', 'lbf.in', 'lbf in', 'N m'],
    ['length', 'in', 'in', 'mm'],
    ['volume', 'qt', 'quart', 'mL'],
    ['volume', 'floz', 'floz', 'mL'],
    ['temperature', 'degF', 'degF', 'degC'],
    ['pressure', 'psi', 'psi', 'kPa'],
    ['pressure', 'bar', 'bar', 'kPa'],
  ] as const)('%s in %s agrees with mathjs', (dimension, ours, theirs, si) => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 5000, noNaN: true }), value => {
        const expected = unit(value, theirs).toNumber(si)
        expect(toSi(dimension, { value, unit: ours } as never) / expected).toBeCloseTo(1, 5)
      }),
    )
  })

  it('comes back through every unit', () => {
    const all = Object.entries(unitTable).flatMap(([dimension, units]) =>
      Object.keys(units).map(unitName => [dimension as Dimension, unitName] as const),
    )
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.double({ min: -1e5, max: 1e5, noNaN: true }), ([dimension, unitName], value) => {
        const si = toSi(dimension, { value, unit: unitName as UnitsOf[Dimension] }) as SiOf[Dimension]
        expect(fromSi(dimension, si, unitName as UnitsOf[Dimension])).toBeCloseTo(value, 6)
      }),
    )
  })
})
