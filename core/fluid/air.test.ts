import { describe, expect, it } from 'vitest'
import { celsius, millimetres } from '../units/types'
import { driftRise, eotvos, holdingBore, stokesRise, swarmShare } from './bubbleRise'
import { foamRest } from './foamRest'
import { viscosityAt, viscosityLine } from './viscosityAt'

const at = (degrees: number, mm2PerS: number) => ({ celsius: celsius(degrees), mm2PerS })

describe('viscosity against temperature (ASTM D341, from memory)', () => {
  it('goes through the two points it is drawn by', () => {
    const line = viscosityLine(at(40, 46), at(100, 6.8))
    expect(viscosityAt(line, celsius(40))).toBeCloseTo(46, 6)
    expect(viscosityAt(line, celsius(100))).toBeCloseTo(6.8, 6)
  })
  // Handbook values for oils of viscosity index 95 to 100 (ISO 3448 grades at 40 °C), from memory; charts are read to about 8 %.
  it.each([
    ['ISO VG 32', 32, 5.4, 20, 85],
    ['ISO VG 46', 46, 6.8, 20, 130],
    ['ISO VG 46', 46, 6.8, 80, 11.3],
    ['ISO VG 68', 68, 8.7, 20, 205],
  ])('%s: %f at 40 °C and %f at 100 °C gives about %f °C: %f', (_, cold, hot, degrees, wanted) => {
    const found = viscosityAt(viscosityLine(at(40, cold), at(100, hot)), celsius(degrees))
    expect(Math.abs(found / wanted - 1)).toBeLessThan(0.08)
  })
  it('thins as it warms, whatever the two points', () => {
    const line = viscosityLine(at(20, 80), at(90, 8))
    for (let degrees = -20; degrees < 130; degrees += 10)
      expect(viscosityAt(line, celsius(degrees))).toBeGreaterThan(viscosityAt(line, celsius(degrees + 10)))
  })
  it('needs two temperatures and a fluid thicker than the formula’s end', () => {
    expect(() => viscosityLine(at(40, 46), at(40, 30))).toThrow(RangeError)
    expect(() => viscosityLine(at(40, 0.3), at(20, 1))).toThrow(RangeError)
  })
})

describe('bubbles', () => {
  it('a tenth of a millimetre in water of 20 °C climbs about 5.4 mm/s by Stokes (worked by hand: 9.81·10⁻⁸/18·10⁻⁶ m/s)', () => {
    expect(stokesRise(millimetres(0.1), 1.004)).toBeCloseTo(5.43, 2)
    expect(stokesRise(millimetres(0.2), 1.004) / stokesRise(millimetres(0.1), 1.004)).toBeCloseTo(4, 9)
  })
  it('a swarm of a tenth gas climbs at 61 % (0.9^4.65, Richardson & Zaki 1954)', () => {
    expect(swarmShare(0.1)).toBeCloseTo(0.6127, 4)
    expect(swarmShare(0)).toBe(1)
  })
  const brakeFluid = { density: 1050, surfaceTension: 0.036 }
  it('fill a tube and stay, up to about 3.3 mm of brake fluid (Bretherton 1961, from memory)', () => {
    expect(holdingBore(brakeFluid)).toBeCloseTo(3.43, 1)
    const r = holdingBore(brakeFluid) / 2000
    expect((brakeFluid.density * 9.81 * r ** 2) / brakeFluid.surfaceTension).toBeCloseTo(0.842, 3)
    expect(driftRise(millimetres(3.2), brakeFluid)).toBe(0)
  })
  it('water in an inch of glass: 0.34·√(g·D), 0.17 m/s; at 6 mm of brake fluid about 0.04 m/s (Viana et al. 2003, from memory)', () => {
    const water = { density: 998, surfaceTension: 0.0728 }
    expect(driftRise(millimetres(25.4), water) / 1000).toBeCloseTo(0.165, 2)
    expect(driftRise(millimetres(6), brakeFluid)).toBeGreaterThan(30)
    expect(driftRise(millimetres(6), brakeFluid)).toBeLessThan(60)
    expect(eotvos(millimetres(25.4), water)).toBeCloseTo(86.8, 0)
  })
})

describe('the rest of foam', () => {
  // A steering fluid in the middle of its kind.
  const steering = viscosityLine(at(40, 34), at(100, 7.3))
  it('takes about half an hour in a cool workshop (common practice, no source)', () => {
    const { least, likely, most } = foamRest(steering, celsius(18))
    expect(likely).toBeGreaterThan(22)
    expect(likely).toBeLessThan(42)
    expect(least).toBeLessThan(likely)
    expect(most).toBeGreaterThan(likely)
    expect(most).toBeLessThan(60)
  })
  it('is over sooner where it is warm, shallow or thin', () => {
    const cool = foamRest(steering, celsius(18)).likely
    expect(foamRest(steering, celsius(50)).likely).toBeLessThan(cool / 3)
    expect(foamRest(steering, celsius(18), { depth: millimetres(30), gasFraction: 0.05 }).likely).toBeCloseTo(cool / 2, 9)
    expect(foamRest(steering, celsius(18), { depth: millimetres(60), gasFraction: 0.3 }).likely).toBeGreaterThan(cool * 2)
  })
})
