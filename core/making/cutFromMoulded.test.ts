import { expect, describe, it } from 'vitest'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import type { Vec3 } from '../sheet/types'
import { cutFromMoulded } from './cutFromMoulded'

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
