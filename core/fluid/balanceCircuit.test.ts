import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { celsius, millilitres } from '../units/types'
import { balanceCircuit, dripLoss, type Amount } from './balanceCircuit'
import { densityAt, volumeByWeight } from './volumeByWeight'

const amount = (value: number, within = 0): Amount => ({ millilitres: millilitres(value), within: millilitres(within) })
const amounts = fc.array(
  fc.record({ value: fc.double({ min: 0, max: 5000, noNaN: true }), within: fc.double({ min: 0.1, max: 500, noNaN: true }) }),
  { maxLength: 6 },
)
const made = (list: { value: number; within: number }[]) => list.map(({ value, within }) => amount(value, within))

describe('a circuit’s balance', () => {
  it('is what left less what went in, and as uncertain as all of it', () => {
    fc.assert(
      fc.property(amounts, amounts, (out, added) => {
        const { owed } = balanceCircuit(made(out), made(added))
        const left = out.reduce((sum, { value }) => sum + value, 0) - added.reduce((sum, { value }) => sum + value, 0)
        expect(owed!.millilitres).toBeCloseTo(left, 6)
        const squares = [...out, ...added].reduce((sum, { within }) => sum + within ** 2, 0)
        expect(owed!.within).toBeCloseTo(Math.sqrt(squares), 6)
      }),
    )
  })
  it('is unknown where something that left was not measured, and not nothing; a level read says it all the same', () => {
    expect(balanceCircuit([amount(300, 20), undefined], [amount(100, 5)]).owed).toBeUndefined()
    expect(balanceCircuit([amount(300, 20), undefined], [amount(100, 5)], amount(250, 60)).owed).toEqual(amount(250, 60))
    expect(balanceCircuit([], [])).toEqual({ out: amount(0), in: amount(0), owed: amount(0) })
  })
  it('two ways of knowing are weighed by how far each may be off (worked by hand: 400 ± 100 and 500 ± 50 make 480 ± 45)', () => {
    const { owed } = balanceCircuit([amount(400, 100)], [], amount(500, 50))
    expect(owed!.millilitres).toBeCloseTo(480, 6)
    expect(owed!.within).toBeCloseTo(44.72, 2)
    expect(balanceCircuit([amount(400, 0)], [], amount(500, 50)).owed).toEqual(amount(400, 0))
    expect(balanceCircuit([amount(400, 100)], [], amount(500, 0)).owed).toEqual(amount(500, 0))
  })
  it('twelve drips a minute for a hundred hours of driving are 3.6 L (common practice, no source: 20 drips a mL)', () => {
    expect(dripLoss(12, 100)).toBeCloseTo(3600, 6)
  })
})

describe('by weight', () => {
  it('a litre is its density at 15 °C, and more the warmer it is', () => {
    const oil = { at15: 0.85, expansionPerKelvin: 0.0007 }
    expect(volumeByWeight(850, oil, celsius(15))).toBeCloseTo(1000, 9)
    expect(volumeByWeight(850, oil, celsius(85))).toBeCloseTo(1049, 6)
    expect(densityAt(oil, celsius(85))).toBeCloseTo(0.8103, 4)
    expect(() => volumeByWeight(850, { at15: 0, expansionPerKelvin: 0 }, celsius(15))).toThrow(RangeError)
  })
})
