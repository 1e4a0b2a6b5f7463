import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Leg } from './apexesFromLegs'
import { snapToTube, type GreyPatch } from './snapToTube'

const size = 400
type Drawn = { tube?: { leg: Leg; width: number; grey: number }; ground?: number; noise?: number; shine?: number; seed?: number }
/** A drawn picture: a tube on a bench with grain and light that falls off, its edges as soft as a lens makes them. */
function picture({ tube, ground = 120, noise = 6, shine = 0, seed = 1 }: Drawn): GreyPatch {
  let state = seed
  const grain = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state / 2 ** 32 - 0.5) * 2 * noise
  }
  const values = new Uint8ClampedArray(size * size)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      let value = ground + (x + y) / 40
      if (tube) {
        const [[ax, ay], [bx, by]] = tube.leg
        const long = Math.hypot(bx - ax, by - ay)
        const off = ((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / long
        const cover = Math.min(1, Math.max(0, (tube.width / 2 - Math.abs(off)) / 1.5 + 0.5))
        value += cover * (tube.grey - ground)
        // A bright stripe along its middle, as on bare steel.
        if (shine && Math.abs(off) < tube.width / 10) value += shine
      }
      values[y * size + x] = value + grain()
    }
  return { left: 0, top: 0, width: size, height: size, values }
}
const offTrue = ([p, q]: Leg, [[ax, ay], [bx, by]]: Leg) =>
  Math.max(...[p, q].map(([x, y]) => Math.abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / Math.hypot(bx - ax, by - ay)))
/** As a finger lays it: some pixels beside, a little askew. */
const laid = ([a, b]: Leg, first: number, second: number): Leg => {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1])
  const [nx, ny] = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long]
  return [
    [a[0] + nx * first, a[1] + ny * first],
    [b[0] + nx * second, b[1] + ny * second],
  ]
}
const leg: Leg = [
  [60, 90],
  [330, 300],
]

describe('a straight laid on the tube’s two edges', () => {
  it('lies within half a pixel of its middle, light on dark or dark on light, wherever the finger was', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.integer({ min: 6, max: 22 }),
        fc.constantFrom(70, 90, 180, 210),
        fc.integer({ min: 1, max: 1e6 }),
        (first, second, width, grey, seed) => {
          const snapped = snapToTube(picture({ tube: { leg, width, grey }, seed }), laid(leg, first, second), 24)
          expect(snapped, `${width} ${grey}`).toBeDefined()
          expect(offTrue(snapped!.leg, leg)).toBeLessThan(0.5)
          expect(Math.abs(snapped!.width - width)).toBeLessThan(1)
        },
      ),
      { numRuns: 40 },
    ))

  it('moves an end across the tube only: where it ends is for the eye to say', () => {
    const snapped = snapToTube(picture({ tube: { leg, width: 12, grey: 200 } }), laid(leg, 5, -3), 24)!
    for (const n of [0, 1] as const) {
      const [dx, dy] = [snapped.leg[n][0] - leg[n][0], snapped.leg[n][1] - leg[n][1]]
      expect(Math.hypot(dx, dy)).toBeLessThan(1)
    }
  })

  it('takes a tube whose picture begins elsewhere, and one of bare steel by one of its bright bands', () => {
    const whole = picture({ tube: { leg, width: 14, grey: 190 } })
    const [left, top, width, height] = [40, 60, 320, 270]
    const values = Array.from(
      { length: width * height },
      (_, i) => whole.values[(top + Math.floor(i / width)) * size + left + (i % width)]!,
    )
    const cut = snapToTube({ left, top, width, height, values }, laid(leg, 4, 4), 20)!
    expect(offTrue(cut.leg, leg)).toBeLessThan(0.5)
    const shiny = snapToTube(picture({ tube: { leg, width: 16, grey: 150 }, shine: 80 }), laid(leg, 4, -4), 24)!
    expect(offTrue(shiny.leg, leg)).toBeLessThan(0.8)
  })

  it('is left where it was laid when there is no tube: on bare grain, beside one edge of a sheet, on no length', () => {
    expect(snapToTube(picture({ noise: 10 }), leg, 24)).toBeUndefined()
    const sheet = picture({ noise: 3 })
    const values = Array.from(sheet.values, (value, i) => (i % size < 200 ? 240 : value))
    expect(
      snapToTube(
        { ...sheet, values },
        [
          [203, 40],
          [198, 350],
        ],
        24,
      ),
    ).toBeUndefined()
    expect(snapToTube(picture({ tube: { leg, width: 12, grey: 200 } }), [leg[0], leg[0]], 24)).toBeUndefined()
  })
})
