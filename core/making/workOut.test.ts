import { describe, expect, it } from 'vitest'
import { flatViews } from './flatViews'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { gaugeRow, pixelsPerMm } from './pitchGauge'
import { firstBend, lieFlat, tableRows } from './tableRows'
import { otherEndFirst, workOut, type LineInMaking } from './workOut'

const rows: BendRow[] = [
  { straight: 80, rotate: 0, bend: 90, radius: 14 },
  { straight: 60, rotate: 90, bend: 45, radius: 14 },
  { straight: 70, rotate: 0, bend: 0, radius: 0 },
]
const whole: LineInMaking = {
  rows,
  tube: { outside: 4.76, wall: 0.71, material: 'steel' },
  ends: { from: { form: 'double-flare', standOut: 5, finished: 2 }, to: { form: 'plain' } },
  bender: { radius: 14, takeUp: 6, setFor90: 93, grip: 18 },
  trim: 10,
  straightAtFlare: 35,
  loose: [{ id: 'nut-from', kind: 'nut', end: 'from' }],
}

describe('a line worked out as far as it is known', () => {
  it('all of it: cut, marks from the cut, an order and the acts', () => {
    const found = workOut(whole)
    expect(found.needs).toEqual([])
    expect(found.issues).toEqual([])
    // Straights 210, arcs 14·(π/2 + π/4) = 32.99; the flare takes 3, the trim 10.
    expect(found.developed).toBeCloseTo(242.987, 3)
    expect(found.cut?.cut).toBeCloseTo(255.987, 3)
    // First bend 80 from the finished end, 3 more from the cut, 6 before it begins.
    expect(found.marks?.map(({ mark }) => mark)[0]).toBeCloseTo(77, 9)
    expect(found.marks?.map(({ set }) => set)[0]).toBeCloseTo(93, 9)
    expect(found.order?.order).toEqual([0, 1])
    expect(found.acts.map(({ id }) => id)).toContain('slide:nut-from')
  })
  it('what nobody has said is asked for, and nothing is made up in its place', () => {
    const found = workOut({ ...whole, tube: {}, bender: { radius: 14 }, straightAtFlare: undefined })
    expect(found.needs).toEqual(['outside', 'wall', 'material', 'takeUp', 'setFor90', 'grip', 'straightAtFlare'])
    expect(found.marks).toBeUndefined()
    expect(found.cut).toBeUndefined()
    expect(workOut({ ...whole, rows: [] }).needs).toEqual(['rows'])
  })
  it('a flare nobody has tried leaves the cut open and says at which end', () => {
    const found = workOut({ ...whole, ends: { ...whole.ends, to: { form: 'bubble' } } })
    expect(found.cut).toBeUndefined()
    expect(found.notCut).toEqual({ code: 'CUT_ALLOWANCE_UNKNOWN', ends: ['to'] })
  })
  it('what the first flare takes unknown, there are no marks either; an end nobody spoke of is asked for', () => {
    const found = workOut({ ...whole, ends: { ...whole.ends, from: { form: 'double-flare' } } })
    expect([found.marks, found.notCut]).toEqual([undefined, { code: 'CUT_ALLOWANCE_UNKNOWN', ends: ['from'] }])
    expect(workOut({ ...whole, ends: { from: {}, to: { form: 'plain' } } })).toMatchObject({ needs: ['ends'], acts: [] })
  })
  it('begun at the other end everything turns round with it, and back again it is as before', () => {
    const turned = otherEndFirst(whole)
    const found = workOut(turned)
    expect(found.marks?.map(({ angle }) => Math.round(angle))).toEqual([45, 90])
    // The second end is plain: the marks are measured from it, and the flare with its nut is the second now.
    expect(found.marks![0]!.from).toBeCloseTo(70, 6)
    expect(found.acts.find(({ kind }) => kind === 'form')?.end).toBe('to')
    expect(turned.loose[0]!.end).toBe('to')
    expect(found.cut?.cut).toBeCloseTo(workOut(whole).cut!.cut, 9)
    expect(otherEndFirst(turned)).toEqual(whole)
  })
  it('a straight tube needs no bender; one this bender cannot make is refused', () => {
    const straight = workOut({ ...whole, rows: [{ straight: 300, rotate: 0, bend: 0, radius: 0 }], bender: {} })
    expect(straight.needs).toEqual([])
    expect(straight.cut?.cut).toBeCloseTo(313, 9)
    expect(workOut({ ...whole, bender: { ...whole.bender, radius: 90 } }).refused).toMatchObject({ code: 'BEND_NO_LENGTH' })
  })
})

describe('tables and pictures', () => {
  it('a table is written in tenths, its first bend turned from nothing', () => {
    const written = tableRows([
      { straight: 80.04, rotate: -90, bend: 45.06, radius: 14 },
      { ...rows[1]!, rotate: 12.345 },
    ])
    expect(written.map(({ straight, rotate, bend }) => [straight, rotate, bend])).toEqual([
      [80, 0, 45.1],
      [60, 12.3, 45],
    ])
    expect(firstBend([{ straight: 5, rotate: 0, bend: 0, radius: 0 }])).toBe(-1)
  })
  it('laid flat the first bend goes to the left, and both views have one scale', () => {
    const points = pointsFromBends([0, 0, 0], [1, 0, 0], lieFlat(rows.slice(0, 1)))
    if (!points.ok) throw new Error(points.error.code)
    const [above, side] = flatViews([points.value])
    expect(above!.lines[0]!.at(-1)![1]).toBeGreaterThan(5)
    expect(side!.box.height).toBeCloseTo(0, 6)
    expect(above!.bends).toHaveLength(1)
    expect(flatViews([[]])[0]!.lines).toEqual([[]])
  })
  // ISO/IEC 7810: a card is 85.60 mm wide.
  it('a gauge is as long as its turns', () => {
    const scale = pixelsPerMm(428)
    expect(scale).toBeCloseTo(5, 9)
    const points = gaugeRow(1.5, 30, scale)
      .split(' ')
      .map(point => Number(point.split(',')[0]))
    expect(points).toHaveLength(41)
    expect(points.at(-1)).toBeCloseTo(150, 9)
  })
})
