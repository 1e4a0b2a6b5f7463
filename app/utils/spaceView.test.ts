import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Vec3 } from '#core/sheet/types'
import { outlineOf, spaceView } from './spaceView'

const box = { width: 500, height: 320 }
const number = fc.double({ min: -900, max: 900, noNaN: true })
const course = fc.array(fc.tuple(number, number, number), { minLength: 2, maxLength: 12 }) as fc.Arbitrary<Vec3[]>
const angle = fc.record({ turn: fc.double({ min: 0, max: 360, noNaN: true }), tilt: fc.double({ min: -90, max: 90, noNaN: true }) })

describe('a picture in space', () => {
  it('holds all of it, whichever way it is turned', () =>
    fc.assert(
      fc.property(course, angle, (points, looked) => {
        const { spot } = spaceView([points], looked, box)
        for (const { x, y } of points.map(spot)) {
          expect(Math.min(x, box.width - x)).toBeGreaterThanOrEqual(36 - 1e-6)
          expect(Math.min(y, box.height - y)).toBeGreaterThanOrEqual(36 - 1e-6)
        }
      }),
    ))

  it('shows no length longer than it is, and one square to the eye as long as it is', () =>
    fc.assert(
      fc.property(course, angle, (points, looked) => {
        const { spot, scale } = spaceView([points], looked, box)
        const [a, b] = [points[0]!, points[1]!]
        const [p, q] = [spot(a), spot(b)]
        const true_ = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
        expect(Math.hypot(p.x - q.x, p.y - q.y) / scale).toBeLessThanOrEqual(true_ + 1e-6)
        const level = spaceView(
          [
            [
              [0, 0, 0],
              [0, 0, 100],
            ],
          ],
          { ...looked, tilt: 0 },
          box,
        )
        const [low, high] = [level.spot([0, 0, 0]), level.spot([0, 0, 100])]
        expect((low.y - high.y) / level.scale).toBeCloseTo(100, 6)
      }),
    ))

  it('from above the car’s left is not drawn on its right, and from below it is', () => {
    const points: Vec3[] = [
      [0, 0, 0],
      [100, 0, 0],
      [0, 100, 0],
    ]
    const side = (tilt: number) => {
      const { spot } = spaceView([points], { turn: 0, tilt }, box)
      const [o, x, y] = points.map(spot) as [{ x: number; y: number }, { x: number; y: number }, { x: number; y: number }]
      return Math.sign((x.x - o.x) * (y.y - o.y) - (x.y - o.y) * (y.x - o.x))
    }
    expect(side(90)).toBe(-side(-90))
  })
})

it('a box is drawn by its twelve edges, each once, and a round thing as thick as it is', () => {
  const { courses } = outlineOf({ shape: 'box', min: [0, 0, 0] as never, max: [10, 20, 30] as never })
  const edges = courses.flatMap(one => one.slice(1).map((to, i) => [one[i]!, to].map(String).sort().join('|')))
  expect(new Set(edges).size).toBe(12)
  expect(edges).toHaveLength(12)
  expect(outlineOf({ shape: 'capsule', a: [0, 0, 0], b: [0, 0, 9], radius: 4 } as never)).toMatchObject({ thick: 8, round: true })
})
