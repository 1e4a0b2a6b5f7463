import fc from 'fast-check'
import { expect, it } from 'vitest'
import { developLine } from '../route/developLine'
import { pointsFromBends } from '../route/bendTable'
import { developedStrip } from './developedStrip'

it('a line laid out straight is as long as its course in space, and its bends lie in their middles', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          straight: fc.integer({ min: 40, max: 300 }),
          rotate: fc.integer({ min: -170, max: 170 }),
          bend: fc.integer({ min: 5, max: 120 }),
          radius: fc.integer({ min: 10, max: 30 }),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      rows => {
        const all = [...rows, { straight: 50, rotate: 0, bend: 0, radius: 0 }]
        const { length, bends } = developedStrip(all)
        const points = pointsFromBends([0, 0, 0], [1, 0, 0], all)
        const course = points.ok ? developLine([{ kind: 'tube', points: points.value } as never]) : undefined
        if (!course?.ok) return
        expect(length).toBeCloseTo(course.value.length, 6)
        expect(bends).toHaveLength(rows.length)
        for (const [i, { from, to }] of bends.entries()) expect((from + to) / 2).toBeCloseTo(course.value.bends[i]!.at, 6)
      },
    ),
  ))
