import { describe, expect, it } from 'vitest'
import { adviseHose, clampsFor, clampUpTo, hoseMaterials, type HoseAsked } from './hose'

const heater: HoseAsked = {
  material: 'rubber',
  inside: 16,
  wall: 4,
  between: 300,
  spigots: [
    { bead: 8, length: 25 },
    { bead: 8, length: 30 },
  ],
  clampWidth: 12,
  pressure: 0,
}

describe('a hose', () => {
  it('is as long as its way and what goes over both spigots', () => {
    const advice = adviseHose(heater)
    expect(advice).toMatchObject({ cut: 355, slack: 0, issues: [] })
    expect(advice.clamps[0]).toBe('constant-tension')
  })
  // SAE J1273: it shrinks by 4 % at most. 300 + 10 for movement, all of it divided by 0.96 (worked by hand): 322.9.
  it('has to spare for movement and for shrinking under pressure', () => {
    expect(adviseHose({ ...heater, movement: 20, pressure: 150 }).slack).toBeCloseTo(22.917, 3)
  })
  it('a spigot without room for bead, clamp and 3 mm behind it is said, with what it needs', () => {
    const [first] = adviseHose({ ...heater, spigots: [{ bead: 8, length: 20 }, heater.spigots[1]] }).issues
    expect(first).toEqual({ code: 'HOSE_SPIGOT_SHORT', end: 0, needs: 23, has: 20 })
    expect(adviseHose({ ...heater, bendRadius: 60 }).issues).toEqual([{ code: 'HOSE_BEND_TIGHT', least: 96, radius: 60 }])
  })
  it('never a bare worm on silicone, and no clamp at all above 10 bar', () => {
    for (const material of hoseMaterials)
      for (const pressure of [0, 150, 999, 1001, 12_000]) {
        const { clamps, never } = clampsFor(material, pressure)
        expect(clamps.length).toBeGreaterThan(0)
        expect(clamps.every(clamp => clampUpTo[clamp] >= pressure)).toBe(true)
        expect(clamps.some(clamp => never.includes(clamp))).toBe(false)
        if (material === 'silicone') expect(clamps).not.toContain('worm')
        if (pressure > 1000) expect(clamps).toEqual(['crimp'])
      }
  })
  // A cooling system opens its cap at 1 to 1.5 bar; no spring clamp holds 9 (common practice, no source).
  it('a spring clamp holds a cooling system and no oil line; what does not hold is never used', () => {
    expect(clampsFor('rubber', 150).clamps[0]).toBe('constant-tension')
    expect(clampsFor('rubber', 900)).toEqual({ clamps: ['wide-band', 'crimp'], never: ['constant-tension', 'lined-worm', 'worm'] })
    expect(clampsFor('silicone', 400)).toEqual({ clamps: ['wide-band', 'lined-worm', 'crimp'], never: ['constant-tension', 'worm'] })
  })
  it('while nobody knows the pressure no clamp is named, and it is asked for', () => {
    const { pressure: _pressure, ...unasked } = heater
    expect(adviseHose(unasked)).toMatchObject({ clamps: [], issues: [{ code: 'HOSE_PRESSURE_UNKNOWN' }] })
    expect(clampsFor('silicone', undefined)).toEqual({ clamps: [], never: ['worm'] })
  })
})
