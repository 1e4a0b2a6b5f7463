import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsFromBends, type BendRow } from '../route/bendTable'
import { endsOf, suspectReading, usualWithin, type EndsMeasured } from './suspectReading'

const line: BendRow[] = [
  { straight: 120, rotate: 0, bend: 90, radius: 15 },
  { straight: 210, rotate: 75, bend: 45, radius: 15 },
  { straight: 160, rotate: -110, bend: 60, radius: 15 },
  { straight: 95, rotate: 0, bend: 0, radius: 0 },
]
const endsOfRows = (rows: readonly BendRow[]): EndsMeasured => {
  const points = pointsFromBends([3, -7, 11], [0.6, 0, 0.8], rows)
  if (!points.ok) throw new Error('no line')
  return endsOf(points.value.map(({ at }) => at))!
}
const changed = (row: number, change: Partial<BendRow>): BendRow[] => line.map((one, i) => (i === row ? { ...one, ...change } : one))
const found = (rows: readonly BendRow[], ends = endsOfRows(line)) => {
  const verdict = suspectReading(rows, ends)
  if (!verdict.ok) throw new Error(verdict.error.code)
  return verdict.value
}

describe('where the second end lies', () => {
  it('by hand: 100 along, a right angle of radius 20 and 50 on lie 120 along and 70 away, at 90°', () => {
    const ends = endsOfRows([
      { straight: 100, rotate: 0, bend: 90, radius: 20 },
      { straight: 50, rotate: 0, bend: 0, radius: 0 },
    ])
    expect(ends.along).toBeCloseTo(120, 9)
    expect(ends.away).toBeCloseTo(70, 9)
    expect(ends.between).toBeCloseTo(90, 9)
    expect(ends.twist).toBeCloseTo(0, 9)
  })

  it('is the same however the line lies, and tells a line from its mirror image', () =>
    fc.assert(
      fc.property(fc.double({ min: -180, max: 180, noNaN: true }), rotate => {
        const turned = endsOfRows(changed(0, { rotate }))
        const still = endsOfRows(line)
        for (const key of ['along', 'away', 'between', 'twist'] as const) expect(turned[key]).toBeCloseTo(still[key]!, 6)
        const mirror = endsOfRows(line.map(row => ({ ...row, rotate: -row.rotate })))
        expect(mirror.twist).toBeCloseTo(-still.twist!, 6)
      }),
    ))
})

describe('a reading that is wrong', () => {
  it('is named, with what it should be: a turn taken the wrong way, a bend misread, a straight of the next figure on the rule', () => {
    const cases = [
      [changed(2, { rotate: 110 }), { row: 2, what: 'rotate', should: -110 }],
      [changed(1, { bend: 60 }), { row: 1, what: 'bend', should: 45 }],
      [changed(1, { straight: 310 }), { row: 1, what: 'straight', should: 210 }],
    ] as const
    for (const [rows, { should, ...reading }] of cases) {
      const verdict = found(rows)
      if (verdict.meets) throw new Error('was not seen')
      expect(verdict.suspects[0]).toMatchObject(reading)
      expect(Math.abs(verdict.suspects[0]!.should - should)).toBeLessThan(3)
    }
  })

  it('drawn lines, small slips everywhere and one great one: the one is among those named in 95 of 100, first in most', () => {
    let [named, first, runs] = [0, 0, 0]
    const normal = fc.double({ min: -1, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 }),
        fc.constantFrom('straight' as const, 'bend' as const, 'rotate' as const),
        fc.boolean(),
        fc.array(normal, { minLength: 12, maxLength: 12 }),
        (row, what, isMore, slips) => {
          if (what === 'rotate' && row === 0) return
          const read = line.map((one, i) => ({
            ...one,
            straight: one.straight + slips[3 * i]! * usualWithin.rule,
            bend: one.bend === 0 ? 0 : one.bend + slips[3 * i + 1]! * usualWithin.protractor,
            rotate: one.rotate + slips[3 * i + 2]! * usualWithin.protractor,
          }))
          read[row]![what] += (isMore ? 1 : -1) * (what === 'straight' ? 40 : 25)
          const verdict = found(read)
          runs++
          if (verdict.meets) return
          const at = verdict.suspects.findIndex(one => one.row === row && one.what === what)
          if (at >= 0) named++
          if (at === 0) first++
        },
      ),
      { numRuns: 120, seed: 20261128 },
    )
    expect(named / runs).toBeGreaterThan(0.95)
    expect(first / runs).toBeGreaterThan(0.75)
  })
})

describe('what cannot be told', () => {
  it('small slips are no fault', () => {
    expect(found(changed(1, { straight: 211, bend: 46 })).meets).toBe(true)
  })
  it('with one distance measured many readings explain it, and all are named', () => {
    const { along } = endsOfRows(line)
    const verdict = found(changed(0, { straight: 160 }), { along })
    if (verdict.meets) throw new Error('was not seen')
    expect(verdict.suspects.length).toBeGreaterThan(2)
    expect(verdict.suspects).toContainEqual(expect.objectContaining({ row: 0, what: 'straight' }))
  })
  it('two great slips are explained by no single reading', () => {
    const verdict = found(changed(2, { rotate: 110 }).map((row, i) => (i === 0 ? { ...row, straight: 400 } : row)))
    expect(verdict).toMatchObject({ meets: false, suspects: [] })
  })
  it('nothing measured, or no line, is refused', () => {
    expect(suspectReading(line, {})).toEqual({ ok: false, error: { code: 'ENDS_NOT_MEASURED' } })
    expect(suspectReading(changed(0, { radius: 0 }), { along: 1 })).toMatchObject({ ok: false, error: { code: 'BEND_RADIUS' } })
  })
})
