import { describe, expect, it } from 'vitest'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import type { Vec3 } from '../sheet/types'
import { adviseHose, clampsFor, cutFromMoulded, hoseMaterials, type HoseAsked } from './hose'

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
      for (const pressure of [undefined, 0, 150, 999, 1001, 12_000]) {
        const { clamps, never } = clampsFor(material, pressure)
        expect(clamps.length).toBeGreaterThan(0)
        expect(clamps.some(clamp => never.includes(clamp))).toBe(false)
        if (material === 'silicone') expect(clamps).not.toContain('worm')
        if ((pressure ?? 0) > 1000) expect(clamps).toEqual(['crimp'])
      }
  })
})

describe('cut to fit from a moulded hose', () => {
  const moulded: BendRow[] = [
    { straight: 120, rotate: 0, bend: 70, radius: 40 },
    { straight: 160, rotate: 90, bend: 50, radius: 40 },
    { straight: 200, rotate: -60, bend: 80, radius: 40 },
    { straight: 140, rotate: 0, bend: 0, radius: 0 },
  ]
  const points = (rows: readonly BendRow[], start: Vec3 = [0, 0, 0], heading: Vec3 = [1, 0, 0]) => {
    const made = pointsFromBends(start, heading, rows)
    if (!made.ok) throw new Error(made.error.code)
    return made.value
  }
  it('the stretch that is wanted is found where it is, whichever way round', () => {
    // From 50 mm before the second bend to 70 mm after the third.
    const wanted: BendRow[] = [
      { straight: 50, rotate: 0, bend: 50, radius: 40 },
      { straight: 200, rotate: -60, bend: 80, radius: 40 },
      { straight: 70, rotate: 0, bend: 0, radius: 0 },
    ]
    const found = cutFromMoulded(points(wanted, [500, 20, -30], [0, 0.6, 0.8]), points(moulded), 1)!
    const begins = 120 + (70 * Math.PI * 40) / 180 + 110
    expect(Math.abs(found.from - begins)).toBeLessThan(1)
    expect(found.turned).toBe(false)
    expect(found.greatest).toBeLessThan(1)
    const turned = cutFromMoulded(points(wanted).toReversed(), points(moulded), 1)!
    expect(turned.turned).toBe(true)
    expect(Math.abs(turned.from - begins)).toBeLessThan(1)
  })
  it('one that is too short is none', () =>
    expect(cutFromMoulded(points(moulded), points([{ straight: 100, rotate: 0, bend: 0, radius: 0 }]))).toBeUndefined())
})
