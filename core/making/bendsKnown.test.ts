import { describe, expect, it } from 'vitest'
import { workOut, type LineInMaking } from './workOut'

const line: LineInMaking = {
  rows: [
    { straight: 100, rotate: 0, bend: 90, radius: 20 },
    { straight: 60, rotate: -30, bend: 45, radius: 20 },
    { straight: 80, rotate: 0, bend: 0, radius: 0 },
  ],
  tube: {},
  ends: { from: { form: 'double-flare' }, to: { form: 'double-flare' } },
  bender: { radius: 20, takeUp: 0, setFor90: 99, grip: 15 },
  loose: [],
}

// The mark of the second bend by hand: 100, an arc of 90° at 20 mm (π/2 · 20 = 31.416), 60.
describe('a bend as far as it is known', () => {
  it('with bar and nut unsaid has its angle, setting and turn, and a mark from the formed face', () => {
    const { bends, marks, cut } = workOut(line)
    expect([marks, cut]).toEqual([undefined, undefined])
    expect(bends).toEqual([
      { bend: 0, angle: 90, turn: 0, clock: 0, set: expect.closeTo(99, 6), mark: { at: 100, from: 'formed' } },
      { bend: 1, angle: 45, turn: -30, clock: -30, set: expect.closeTo(49.5, 6), mark: { at: expect.closeTo(191.416, 3), from: 'formed' } },
    ])
  })
  it('known, is marked from the cut: as much further along as the flare takes', () => {
    const from = { form: 'double-flare', standOut: 5, finished: 2 } as const
    const { bends, marks } = workOut({ ...line, ends: { from, to: from } })
    expect(bends[1]!.mark).toEqual({ at: expect.closeTo(194.416, 3), from: 'cut' })
    expect(bends.map(({ mark }) => mark!.at)).toEqual(marks!.map(({ mark }) => mark))
  })
  it('with no bender, nor any end said, still has its angle and its turn, and nothing that nobody knows', () => {
    const { bends } = workOut({ ...line, bender: {}, ends: { from: {}, to: {} } })
    expect(bends).toEqual([
      { bend: 0, angle: 90, turn: 0, clock: 0 },
      { bend: 1, angle: 45, turn: -30, clock: -30 },
    ])
    expect(workOut({ ...line, bender: { radius: 20, takeUp: 0 } }).bends[0]).not.toHaveProperty('set')
    expect(workOut({ ...line, bender: { radius: 20, setFor90: 99 } }).bends[0]).not.toHaveProperty('mark')
  })
})
