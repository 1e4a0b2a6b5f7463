import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allDemoSheets, demoCar } from '../../tests/helpers/demo'
import type { CentrePoint, Keepout, Section } from '../sheet/types'
import { millimetres } from '../units/types'
import { developLine, pointAt } from './developLine'
import { insertPoint, nextSection, setSectionPoints, tidyPoints } from './editCourse'
import { centreOfBody, landmarksOf } from './landmarks'
import { wheelOpeningOf } from './projectStandpoint'
import { nextStop, stopsAlong } from './stopsAlong'
import { traceLines } from './traceLines'
import { unrollLine } from './unrollLine'
import { distance } from './vector'

const at = (x: number, y: number, z: number, radius?: number): CentrePoint => ({
  at: [x, y, z],
  ...(radius !== undefined && { radius: millimetres(radius) }),
})
const tube = (...points: CentrePoint[]): Section => ({ kind: 'tube', material: 'steel', od: millimetres(10), wall: millimetres(1), points })

describe('editing a course', () => {
  it('a section that moves takes its neighbours’ ends along', () => {
    const sections = [tube(at(0, 0, 0), at(100, 0, 0)), tube(at(100, 0, 0), at(200, 0, 0)), tube(at(200, 0, 0), at(300, 0, 0))]
    const moved = setSectionPoints(sections, 1, [at(110, 5, 0), at(190, 5, 0)])
    expect(moved[0]!.points).toEqual([at(0, 0, 0), at(110, 5, 0)])
    expect(moved[2]!.points).toEqual([at(190, 5, 0), at(300, 0, 0)])
    expect(developLine(moved).ok).toBe(true)
  })

  it('a new point stands half-way, after the last one 100 mm on; a new section begins where the line ends', () => {
    expect(insertPoint([at(0, 0, 0), at(101, 50, 7)], 0)[1]).toEqual(at(51, 25, 4))
    expect(insertPoint([at(0, 0, 0), at(100, 0, 0)], 1)[2]).toEqual(at(200, 0, 0))
    const sections = [tube(at(0, 0, 0), at(100, 40, 0))]
    expect(developLine([...sections, nextSection(sections)])).toMatchObject({ ok: true })
  })

  it('tidies to tenths without a minus before nothing', () => {
    expect(tidyPoints([at(-0.01, 1.26, 2)])).toEqual([at(0, 1.3, 2)])
    expect(Object.is(tidyPoints([at(-0.01, 0, 0)])[0]!.at[0], -0)).toBe(false)
  })
})

describe('traceLines', () => {
  const hot: Keepout = {
    id: 'pipe',
    what: 'pipe',
    kind: 'hot',
    clearance: millimetres(20),
    body: { shape: 'capsule', a: [50, 40, -50], b: [50, 40, 50], radius: millimetres(10) },
  }
  it('draws every arc within the chord error asked for, and keeps its length', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 60 }), fc.integer({ min: 1, max: 20 }), (radius, tenths) => {
        const sections = [tube(at(0, 0, 0), at(200, 0, 0, radius), at(200, 200, 0))]
        const [traced] = traceLines([{ id: 'a', sections }], [], tenths / 10)
        const developed = developLine(sections)
        if (!developed.ok) throw new Error(developed.error.code)
        expect(traced!.length).toBeCloseTo(developed.value.length, 9)
        const points = traced!.sections[0]!.points
        // Every chord's middle is as near to the arc as promised.
        for (let i = 1; i < points.length; i++) {
          const middle = points[i]!.map((value, axis) => (value + points[i - 1]![axis]!) / 2) as unknown as [number, number, number]
          const nearest = Math.min(
            ...Array.from({ length: 801 }, (_, k) => distance(middle, pointAt(developed.value, (developed.value.length * k) / 800))),
          )
          expect(nearest).toBeLessThan(tenths / 10 + 0.3)
        }
      }),
      { numRuns: 12 },
    )
  })

  it('tells clearances, leaves a line out that cannot be, and keeps the others', () => {
    const traced = traceLines(
      [
        { id: 'broken', sections: [tube(at(0, 0, 0))] },
        { id: 'good', sections: [tube(at(0, 0, 0), at(100, 0, 0))] },
      ],
      [hot],
    )
    expect(traced.map(line => line.line)).toEqual(['good'])
    // 40 mm between the axes, less 10 and 5.
    expect(traced[0]!.clearances).toEqual([
      expect.objectContaining({
        keepout: 'pipe',
        closestAt: expect.closeTo(50, 3) as number,
        gap: expect.closeTo(25, 4) as number,
        tooClose: false,
      }),
    ])
  })
})

describe('stopsAlong', () => {
  const one = demoCar('one')
  const unrolled = unrollLine(
    one,
    one.lines.find(line => line.id === 'supply')!,
  )
  const stops = stopsAlong(unrolled)
  it('has every joint, hold, bend, pass and turning point of a line, in order', () => {
    expect(stops).toHaveLength(
      unrolled.joints.length + unrolled.holds.length + unrolled.bends.length + unrolled.clearances.length + unrolled.extremes.length,
    )
    expect(stops.every((stop, i) => i === 0 || stop.at >= stops[i - 1]!.at)).toBe(true)
    expect(stops[0]).toMatchObject({ kind: 'joint', at: 0 })
  })

  it('steps from end to end and back, stays at the ends, and begins at either', () => {
    let stop = nextStop(stops, undefined, 1)
    let steps = 1
    for (let next = nextStop(stops, stop!.at, 1); next!.at > stop!.at; next = nextStop(stops, stop!.at, 1))
      [stop, steps] = [next, steps + 1]
    expect(stop!.at).toBeCloseTo(unrolled.length, 6)
    expect(steps).toBeGreaterThan(5)
    expect(nextStop(stops, undefined, -1)!.at).toBeCloseTo(unrolled.length, 6)
    expect(nextStop(stops, 0, -1)!.at).toBe(0)
  })
})

describe('for orientation', () => {
  it('the wheel to take off is the one the line is near', () => {
    expect(
      wheelOpeningOf([
        [0, 400, 300],
        [100, 500, 300],
      ]),
    ).toEqual({ side: 'left', axle: 'front' })
    expect(wheelOpeningOf([[-2500, -600, 300]])).toEqual({ side: 'right', axle: 'rear' })
    const brake = allDemoSheets().find(sheet => sheet.id === 'wherry-rear-brake')!
    expect(wheelOpeningOf(brake.lines.flatMap(line => line.sections.flatMap(section => section.points.map(point => point.at)))).axle).toBe(
      'rear',
    )
  })

  it('a sheet’s own landmarks stand instead of the generic car’s', () => {
    expect(landmarksOf({}).some(mark => mark.name === 'engine')).toBe(true)
    const plover = allDemoSheets().find(sheet => sheet.id === 'plover-clutch-hose')!
    expect(landmarksOf(plover)).toBe(plover.landmarks)
    expect(centreOfBody({ shape: 'box', min: [0, 0, 0], max: [10, 20, 30] })).toEqual([5, 10, 15])
  })
})
