import { describe, expect, it } from 'vitest'
import { lookAt, taps } from '../tests/helpers/benchCamera'
import { computations } from './compute'
import { emptyBench, readBench } from './schemas/making'

const value = (name: keyof typeof computations, request: unknown) => {
  const answer = computations[name].run(request)
  return (answer.ok ? answer.value : answer) as Record<string, unknown>
}
const rows = [
  { straight: 80, rotate: 0, bend: 90, radius: 14 },
  { straight: 70, rotate: 0, bend: 0, radius: 0 },
]

describe('lines and fittings over compute', () => {
  it('bends from points and back', () => {
    const made = value('bends', { line: { rows } })
    // 80 + 70 + 14·π/2
    expect(made.developed).toBeCloseTo(171.991, 3)
    expect(value('bends', { line: { points: made.points } })).toMatchObject({ rows: made.rows })
    expect(value('bends', { line: { rows: [{ ...rows[0], radius: 0 }] } })).toMatchObject({ ok: false, errors: [{ path: 'line.rows' }] })
    expect(value('bends', { line: { points: [{ at: [0, 0, 0] }] } })).toMatchObject({ ok: false })
  })
  it('a line made, with what is still to say', () => {
    const { line } = emptyBench()
    expect(value('make', { ...line, rows })).toMatchObject({
      needs: ['outside', 'wall', 'material', 'radius', 'takeUp', 'setFor90', 'grip', 'ends'],
    })
    const known = {
      ...line,
      rows,
      tube: { outside: 4.76, wall: 0.71, material: 'steel' },
      bender: { radius: 14, takeUp: 6, setFor90: 93, grip: 18 },
      ends: { from: { form: 'plain' }, to: { form: 'plain' } },
    }
    const made = value('make', known) as { cut: { cut: number }; marks: { mark: number }[]; acts: { id: string }[] }
    expect(made.cut.cut).toBeCloseTo(171.991, 3)
    expect(made.marks[0]!.mark).toBeCloseTo(74, 9)
    expect(made.acts[0]!.id).toBe('cut')
  })
  it('old against new', () => {
    const tolerance = { along: 3, end: 2, endAngle: 3 }
    const long = [rows[0], { ...rows[0], straight: 90, rotate: 90 }, { ...rows[1], straight: 120 }]
    const wrong = long.map((row, i) => (i === 1 ? { ...row, bend: 80 } : row))
    expect(value('compare', { old: { rows: long }, new: { rows: long }, tolerance })).toMatchObject({ verdict: 'agrees' })
    expect(value('compare', { old: { rows: long }, new: { rows: wrong }, tolerance })).toMatchObject({
      verdict: 'massage',
      one: { changes: [{ bend: 1, what: 'angle', by: 10 }] },
    })
    expect(value('compare', { old: { rows: long }, new: { rows: long }, tolerance: { ...tolerance, end: 0 } })).toMatchObject({ ok: false })
  })
  it('a hose, and the stretch of a moulded one', () => {
    const hose = {
      material: 'rubber',
      inside: 16,
      wall: 4,
      between: 150,
      spigots: [
        { bead: 8, length: 25 },
        { bead: 8, length: 25 },
      ],
      clampWidth: 12,
    }
    expect(value('hose', { hose })).toMatchObject({ cut: 200, issues: [{ code: 'HOSE_PRESSURE_UNKNOWN' }], clamps: [] })
    const moulded = {
      rows: [
        { ...rows[0], radius: 30 },
        { ...rows[0], radius: 30, rotate: 90 },
        { ...rows[1], straight: 200 },
      ],
    }
    const course = {
      rows: [
        { ...rows[0], straight: 40, radius: 30 },
        { ...rows[1], straight: 200 },
      ],
    }
    expect(value('hose', { hose, moulded, course })).toMatchObject({ keep: { turned: false } })
    expect(value('hose', { hose, moulded: course, course: moulded })).toMatchObject({ ok: false, errors: [{ path: 'moulded' }] })
  })
  it('a line from pictures, and what is wrong with them by its place', () => {
    const lens = { focal: 1500, k1: 0, width: 2000, height: 1500 }
    const line = [
      [300, 40, 5],
      [500, 40, 5],
      [500, 240, 60],
    ] as const
    const pictures = [lookAt([450, 950, 950], [430, 150, 30]), lookAt([-450, 250, 1000], [430, 150, 30])].map(pose => {
      const points = taps(lens, pose, line)
      return { papers: [points.slice(0, 4)], legs: [points.slice(4, 6), points.slice(6, 8)] }
    })
    const job = { width: 2000, height: 1500, papers: ['a4'], pictures }
    const { apexes, within } = value('reconstruct', job) as { apexes: number[][]; within: number[] }
    // Told right-handed: y goes away from the viewer (core/photo/handedness.test.ts).
    for (const [i, [x, y, z]] of line.entries())
      for (const [axis, told] of [x, -y, z].entries()) expect(apexes[i]![axis]).toBeCloseTo(told, 0)
    expect(Math.max(...within)).toBeLessThan(20)
    expect(value('reconstruct', { ...job, pictures: [pictures[0], { ...pictures[1], legs: pictures[1]!.legs.slice(1) }] })).toMatchObject({
      ok: false,
      errors: [{ path: 'pictures.1' }],
    })
    expect(value('reconstruct', { ...job, known: [{ a: 0, b: 9, length: 5, within: 1 }] })).toMatchObject({
      ok: false,
      errors: [{ path: 'known.0' }],
    })
    expect(value('reconstruct', { ...job, pictures: [pictures[0], pictures[0]] })).toMatchObject({
      ok: false,
      message: expect.stringContaining('one place'),
    })
  })
  it('a fitting', () => {
    const found = value('fitting', { diameter: 9.9, side: 'outside', sealing: 'bubble', part: 'turns' }) as {
      candidates: { id: string }[]
      never: string[]
    }
    expect(found.candidates[0]!.id).toBe('bubble-flare M10×1')
    expect(found.never.join()).toContain('3/8-24')
    expect(value('fitting', {})).toEqual({ candidates: [], none: 0, toBeSure: undefined, never: [] })
    expect(value('fitting', { diameter: -1 })).toMatchObject({ ok: false })
  })
})

describe('what lies on the bench', () => {
  it('comes back as it was left; what a stranger wrote there does not', () => {
    const bench = { ...emptyBench(), other: rows }
    expect(readBench(JSON.parse(JSON.stringify(bench)))).toEqual({ ok: true, value: bench })
    expect(readBench({ ...bench, v: 2 })).toEqual({ ok: false, error: { why: 'newer', version: 2 } })
    expect(readBench({ ...bench, other: [{ ...rows[0], bend: 400 }] })).toMatchObject({ ok: false, error: { why: 'damaged' } })
    expect(readBench({ ...bench, other: Array.from({ length: 41 }, () => rows[1]) })).toMatchObject({ ok: false })
  })
})
