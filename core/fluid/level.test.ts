import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { celsius, millilitres, millimetres } from '../units/types'
import { correctLevel, judgeLevel, levelAtTemperature, type LevelFluid } from './levelAtTemperature'
import { levelCurve } from './levelCurve'
import { predictWarmUp, type TemperatureRead } from './predictWarmUp'

const gearbox: LevelFluid = { volume: millilitres(8000), expansionPerKelvin: 0.00076, mlPerMm: 30 }
const seen = (mm: number, degrees: number) => ({ mm: millimetres(mm), celsius: celsius(degrees) })
const window = { low: celsius(65), high: celsius(80) }

describe('a level against its marks', () => {
  it.each([
    [10, -0.1, 'below'],
    [10, 0, 'at'],
    [10, 10, 'at'],
    [10, 10.1, 'above'],
    // A single mark is met within what an eye is off by.
    [0, -2.1, 'below'],
    [0, -2, 'at'],
    [0, 2, 'at'],
    [0, 2.1, 'above'],
  ] as const)('a band of %f mm, %f mm above its lower mark: %s', (band, mm, wanted) =>
    expect(judgeLevel({ band: millimetres(band) }, millimetres(mm))).toBe(wanted),
  )
})

describe('a level against temperature', () => {
  it('8 L of gearbox oil rise 10 mm on a stick of 30 mL/mm over 50 K (worked by hand: 8000·0.00076·50/30)', () => {
    expect(levelAtTemperature(gearbox, seen(0, 22.5), celsius(72.5))).toBeCloseTo(10.13, 2)
  })
  it('there and back is where it was', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 60, noNaN: true }),
        fc.integer({ min: -20, max: 110 }),
        fc.integer({ min: -20, max: 110 }),
        (mm, from, to) => {
          const there = levelAtTemperature(gearbox, seen(mm, from), celsius(to))
          expect(levelAtTemperature(gearbox, { mm: there, celsius: celsius(to) }, celsius(from))).toBeCloseTo(mm, 9)
        },
      ),
    )
  })
  it('what the correction says, done, lands in the band where it is read', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 80, noNaN: true }),
        fc.integer({ min: -10, max: 100 }),
        fc.constantFrom(0, 6, 15),
        fc.constantFrom(window, undefined),
        (mm, degrees, band, readIn) => {
          const scale = { band: millimetres(band) }
          const { change, at, expected } = correctLevel(gearbox, scale, seen(mm, degrees), readIn)
          if (!change) {
            expect(judgeLevel(scale, expected)).toBe('at')
            return
          }
          expect(judgeLevel(scale, expected)).toBe(change.act === 'add' ? 'below' : 'above')
          expect(change.most - change.likely).toBeCloseTo(2 * gearbox.mlPerMm, 9)
          expect(change.least).toBeCloseTo(Math.max(0, change.likely - 2 * gearbox.mlPerMm), 9)
          const moved = (change.act === 'add' ? 1 : -1) * change.likely
          const after = levelAtTemperature(gearbox, seen(mm + moved / gearbox.mlPerMm, degrees), at)
          expect(after).toBeCloseTo(band / 2, 9)
        },
      ),
    )
  })
  it('a cold reading that looks low may be right hot, and one at the mark cold too much', () => {
    const scale = { band: millimetres(8) }
    expect(correctLevel(gearbox, scale, seen(-7, 20), window).change).toBeUndefined()
    const cold = correctLevel(gearbox, scale, seen(4, 20), window).change!
    expect(cold.act).toBe('draw-off')
    expect(cold.likely).toBeGreaterThan(250)
    expect(correctLevel(gearbox, scale, seen(-7, 20)).change).toMatchObject({ act: 'add', likely: 11 * 30 })
  })
  it('a reading that holds nothing corrects nothing', () =>
    expect(() => correctLevel({ ...gearbox, mlPerMm: 0 }, { band: millimetres(5) }, seen(0, 20))).toThrow(RangeError))
})

describe('the curve of a level', () => {
  it('is the band itself at the middle of the window, and lower where it is colder', () => {
    const curve = levelCurve(gearbox, { band: millimetres(8) }, window, { from: 12.5, to: 92.5, step: 10 })
    expect(curve.map(point => point.celsius)).toEqual([12.5, 22.5, 32.5, 42.5, 52.5, 62.5, 72.5, 82.5, 92.5])
    expect(curve[6]).toEqual({ celsius: 72.5, low: 0, high: 8 })
    expect(curve[1]!.low).toBeCloseTo(-10.13, 2)
    for (const { low, high } of curve) expect(high - low).toBeCloseTo(8, 9)
    expect(levelCurve(gearbox, { band: millimetres(8) }, window, { from: 20, to: 10, step: 10 })).toEqual([])
    expect(() => levelCurve(gearbox, { band: millimetres(8) }, window, { from: 20, to: 30, step: 0 })).toThrow(RangeError)
  })
})

describe('warming up', () => {
  /** A body that warms towards `settled` with a time constant in minutes, read every two minutes. */
  const warming = (settled: number, tau: number, from: number, reads: number, error: (i: number) => number = () => 0): TemperatureRead[] =>
    Array.from({ length: reads }, (_, i) => ({
      seconds: i * 120,
      celsius: celsius(settled - (settled - from) * Math.exp((-i * 2) / tau) + error(i)),
    }))
  const minutesTo = (wanted: number, settled: number, tau: number, from: number) => tau * Math.log((settled - from) / (settled - wanted))

  it('says when it comes into its window, within its bounds, for bodies it has never seen', () => {
    let [inside, all] = [0, 0]
    for (const settled of [92, 105, 120, 140])
      for (const tau of [10, 18, 30])
        for (const from of [5, 20, 35])
          for (const reads of [3, 4, 5]) {
            // Half a degree up and down, as a cheap thermometer reads.
            const readings = warming(settled, tau, from, reads, i => (i % 2 ? 0.25 : -0.25))
            const said = predictWarmUp(readings, window)
            if (said.state !== 'warming') continue
            all++
            const left = minutesTo(window.low, settled, tau, from) - (reads - 1) * 2
            if (left >= said.until.least * 0.9 && left <= said.until.most * 1.1) inside++
            expect(said.until.least).toBeLessThanOrEqual(said.until.likely)
            expect(said.until.likely).toBeLessThanOrEqual(said.until.most)
          }
    expect(all).toBeGreaterThan(80)
    expect(inside / all).toBeGreaterThan(0.85)
  })
  const read = (...pairs: [number, number][]): TemperatureRead[] =>
    pairs.map(([seconds, degrees]) => ({ seconds, celsius: celsius(degrees) }))
  it('at 3 K a minute 30 K take ten minutes, and more where it slows down', () => {
    const said = predictWarmUp(read([0, 29], [120, 35]), window)
    if (said.state !== 'warming') throw new Error(said.state)
    expect(said.until.least).toBeGreaterThan(9)
    expect(said.until.least).toBeLessThan(11.5)
    expect(said.until.likely).toBeGreaterThan(11)
    expect(said.until.most).toBeGreaterThan(said.until.likely)
    expect(said.until.most).toBeLessThan(20)
  })
  it.each<[string, TemperatureRead[], string]>([
    ['nothing read', [], 'no-pace'],
    ['read once', read([0, 30]), 'no-pace'],
    ['read twice at one moment', read([0, 30], [0, 31]), 'no-pace'],
    ['standing still', read([0, 30], [300, 30.2]), 'no-pace'],
    ['cooling', read([0, 60], [120, 55]), 'no-pace'],
    ['too warm', read([0, 70], [120, 81]), 'too-warm'],
    ['in the window', read([0, 60], [120, 66]), 'in-window'],
    ['in the window, at its edges', read([0, 65]), 'in-window'],
    ['at the top', read([0, 80]), 'in-window'],
  ])('%s', (_, readings, state) => expect(predictWarmUp(readings, window).state).toBe(state))
  it('in the window it says how long that lasts, where it goes on warming', () => {
    expect(predictWarmUp(read([0, 60], [120, 66]), window)).toEqual({ state: 'in-window', left: 14 / 3 })
    expect(predictWarmUp(read([0, 66]), window)).toEqual({ state: 'in-window', left: undefined })
  })
  it('goes by what was read lately', () => {
    const lately = read([1200, 50], [1320, 52])
    expect(predictWarmUp([...read([0, 20], [60, 50]), ...lately], window)).toEqual(predictWarmUp(lately, window))
  })
})
