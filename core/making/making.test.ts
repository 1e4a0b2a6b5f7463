import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bendsFromPoints, pointsFromBends, type BendRow } from '../route/bendTable'
import { developLine } from '../route/developLine'
import { distance } from '../route/vector'
import { fitBender, settingFor, type Bender, type TrialBend } from './bender'
import { cutLength } from './cutLength'
import { aroundTheClock, developedLength, fromOtherEnd, markBends, rowsForBender, rowsFromMarks } from './markBends'
import { burstPressure, thinnedWall } from './tubeStrength'

const bender: Bender = { radius: 14, takeUp: 6.5, springback: { offset: 1, factor: 1.02 }, grip: 18 }
const row = fc.record({
  straight: fc.double({ min: 45, max: 200, noNaN: true }),
  rotate: fc.double({ min: -179, max: 180, noNaN: true }),
  bend: fc.double({ min: 5, max: 110, noNaN: true }),
  radius: fc.constant(14),
})
const line = fc
  .array(row, { minLength: 1, maxLength: 8 })
  .map((rows): BendRow[] => [
    ...rows.map((one, i) => (i === 0 ? { ...one, rotate: 0 } : one)),
    { straight: 60, rotate: 0, bend: 0, radius: 0 },
  ])
const close = (a: readonly BendRow[], b: readonly BendRow[], digits = 7) => {
  expect(a).toHaveLength(b.length)
  for (const [i, one] of a.entries())
    for (const key of ['straight', 'bend', 'radius', 'rotate'] as const) {
      const far = key === 'rotate' ? aroundTheClock(one.rotate - b[i]!.rotate) : one[key] - b[i]![key]
      expect(Math.abs(far), `row ${i}, ${key}`).toBeLessThan(10 ** -digits)
    }
}

describe('a table, points and marks are one line', () => {
  it('table → marks on the tube → table', () =>
    fc.assert(
      fc.property(line, fc.double({ min: 0, max: 12, noNaN: true }), (rows, allowance) => {
        const marked = markBends(rows, bender, allowance)
        if (!marked.ok) throw new Error(marked.error.code)
        const { marks, developed } = marked.value
        close(rowsFromMarks(marks, bender, developed + allowance, allowance), rows)
      }),
    ))

  it('developed length is the length found by walking along it in small steps', () =>
    fc.assert(
      fc.property(line, rows => {
        const points = pointsFromBends([0, 0, 0], [1, 0, 0], rows)
        if (!points.ok) throw new Error(points.error.code)
        const developed = developLine([{ kind: 'tube', points: points.value } as never])
        if (!developed.ok) throw new Error(developed.error.code)
        // Arcs in chords of half a degree: r·θ less r·θ³/24 each.
        let walked = 0
        for (const { straight, bend, radius } of rows) {
          const chords = Math.ceil(bend * 2) || 1
          walked += straight + chords * 2 * radius * Math.sin((bend * Math.PI) / 180 / chords / 2)
        }
        expect(developed.value.length).toBeCloseTo(walked, 2)
        expect(developedLength(rows)).toBeCloseTo(developed.value.length, 9)
      }),
      { numRuns: 50 },
    ))

  it('begun at the other end it has the same shape: every two corners are as far apart', () =>
    fc.assert(
      fc.property(line, rows => {
        const cornersOf = (table: readonly BendRow[]) => {
          const points = pointsFromBends([0, 0, 0], [1, 0, 0], table)
          if (!points.ok) throw new Error(points.error.code)
          return points.value.map(({ at }) => at)
        }
        const [there, back] = [cornersOf(rows), cornersOf(fromOtherEnd(rows)).toReversed()]
        for (const [i, a] of there.entries())
          for (const [j, b] of there.entries()) expect(distance(a, b)).toBeCloseTo(distance(back[i]!, back[j]!), 6)
        close(fromOtherEnd(fromOtherEnd(rows)), rows)
      }),
    ))

  it('another radius keeps the corners where they are', () =>
    fc.assert(
      fc.property(line, fc.double({ min: 8, max: 20, noNaN: true }), (rows, radius) => {
        const made = rowsForBender(rows, radius)
        if (!made.ok) return
        const cornersOf = (table: readonly BendRow[]) => pointsFromBends([0, 0, 0], [1, 0, 0], table)
        const [a, b] = [cornersOf(rows), cornersOf(made.value)]
        if (!a.ok || !b.ok) throw new Error('no points')
        for (const [i, { at }] of a.value.entries()) expect(distance(at, b.value[i]!.at)).toBeLessThan(1e-6)
      }),
    ))

  // A single 90° bend of 20 mm between corners 100 and 80 mm away: straights 80 and 60, arc 31.416, gain 2·20·tan 45° − 20·π/2 = 8.584 mm.
  it('a bend worked by hand', () => {
    const rows = bendsFromPoints([{ at: [0, 0, 0] }, { at: [100, 0, 0], radius: 20 as never }, { at: [100, 80, 0] }])
    const marked = markBends(rows, { radius: 20, takeUp: 5, springback: { offset: 0, factor: 1.05 }, grip: 10 }, 2)
    if (!marked.ok) throw new Error(marked.error.code)
    expect(marked.value.developed).toBeCloseTo(100 + 80 - 8.584, 3)
    expect(marked.value.marks).toHaveLength(1)
    expect(marked.value.marks[0]).toMatchObject({ bend: 0, turn: 0, clock: 0 })
    expect(marked.value.marks[0]!.mark).toBeCloseTo(77, 9)
    expect(marked.value.marks[0]!.to).toBeCloseTo(82 + 31.416, 3)
    expect(marked.value.marks[0]!.set).toBeCloseTo(94.5, 9)
  })
  it('bends that run into each other for this bender are refused, with the straight that is missing', () => {
    const tight: BendRow[] = [
      { straight: 50, rotate: 0, bend: 90, radius: 8 },
      { straight: 4, rotate: 90, bend: 90, radius: 8 },
      { straight: 50, rotate: 0, bend: 0, radius: 0 },
    ]
    expect(markBends(tight, bender)).toEqual({ ok: false, error: { code: 'BEND_NO_LENGTH', row: 1 } })
  })
})

describe('a bender from trial bends', () => {
  /** What somebody would measure on a piece bent with this bender, without error. */
  const trial = ({ radius, takeUp }: Bender, length: number, mark: number, got: number): TrialBend => {
    const tangent = radius * Math.tan((got * Math.PI) / 360)
    const begins = mark + takeUp
    const ends = begins + (radius * got * Math.PI) / 180
    return { length, mark, set: settingFor(bender, got), got, firstLeg: begins + tangent, secondLeg: length - ends + tangent }
  }
  it('is found again from what was measured', () => {
    const fitted = fitBender([trial(bender, 300, 100, 90), trial(bender, 280, 120, 60), trial(bender, 300, 90, 120)], 18)
    if (!fitted.ok) throw new Error(fitted.error.code)
    expect(fitted.value.radius).toBeCloseTo(14, 9)
    expect(fitted.value.takeUp).toBeCloseTo(6.5, 9)
    expect(settingFor(fitted.value, 75)).toBeCloseTo(settingFor(bender, 75), 9)
  })
  it('one trial gives a factor; half a millimetre of reading moves the radius by little', () => {
    const one = { ...trial(bender, 300, 100, 90), set: 93 }
    const fitted = fitBender([{ ...one, firstLeg: one.firstLeg + 0.5 }], 18)
    if (!fitted.ok) throw new Error(fitted.error.code)
    expect(fitted.value.springback).toEqual({ offset: 0, factor: 93 / 90 })
    expect(Math.abs(fitted.value.radius - 14)).toBeLessThan(0.5 / 0.42)
  })
  it.each([
    [[], { code: 'BENDER_NO_TRIAL' }],
    [[trial(bender, 300, 100, 30)], { code: 'BENDER_ANGLE_SMALL', trial: 0 }],
    [[{ ...trial(bender, 300, 100, 90), length: 320 }], { code: 'BENDER_LENGTHS_DISAGREE', trial: 0 }],
  ])('what no bender can be read from: %j', (trials, error) => expect(fitBender(trials, 18)).toEqual({ ok: false, error }))
})

describe('how long to cut', () => {
  it('adds what each flare takes and the trim; what nobody has measured is not nothing', () => {
    const flare = { form: 'double-flare', standOut: 5, finished: 2.2 } as const
    const cut = cutLength(500, { from: flare, to: { form: 'plain' } }, 15)
    if (!cut.ok) throw new Error(cut.error.code)
    expect(cut.value.cut).toBeCloseTo(517.8, 9)
    expect(cutLength(500, { from: { form: 'bubble' }, to: { form: 'bead', standOut: 4 } }, 0)).toEqual({
      ok: false,
      error: { code: 'CUT_ALLOWANCE_UNKNOWN', ends: ['from', 'to'] },
    })
    expect(cutLength(500, { from: flare, to: { form: 'bubble', standOut: 1, finished: 2 } }, 0)).toEqual({
      ok: false,
      error: { code: 'CUT_ALLOWANCE_BACKWARDS', end: 'to' },
    })
  })
})

describe('strength', () => {
  // Barlow with S = 290 MPa, t = 0.71 mm, D = 4.76 mm: 86.5 MPa (worked by hand).
  it('bursts where Barlow says', () => expect(burstPressure({ outside: 4.76, wall: 0.71, material: 'steel' }) / 1000).toBeCloseTo(86.51, 1))
  // 0.71·14/(14 + 2.38) = 0.607 mm (worked by hand).
  it('thins on the outside of a bend', () =>
    expect(thinnedWall({ outside: 4.76, wall: 0.71, material: 'steel' }, 14)).toBeCloseTo(0.607, 3))
})
