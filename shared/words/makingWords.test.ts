import { describe, expect, it } from 'vitest'
import { fittingSizes } from '../../core/making/fittingSizes'
import { lookalikes, mates, tellApart } from '../../core/making/identifyFitting'
import { makeActs } from '../../core/making/makeActs'
import { actWords, blockedWords, lockedWords } from './makeActWords'
import { adviceWords, cutIssueWords, makeableWords, matingWords, orderWords, tellApartWords, turnWords, wrenchWords } from './makingWords'

const size = (id: string) => fittingSizes.find(one => one.id === id)!

describe('what the bench says', () => {
  it('which way to turn, seen from the end one began at', () => {
    expect([
      turnWords({ bend: 0, turn: 0 }),
      turnWords({ bend: 2, turn: 35 }),
      turnWords({ bend: 2, turn: -35.4 }),
      turnWords({ bend: 1, turn: 0.2 }),
      turnWords({ bend: 1, turn: -180 }),
    ]).toEqual([
      'the first: the others are turned from it',
      '35° to the right of the last',
      '35° to the left of the last',
      'the same way as the last',
      'the opposite way to the last',
    ])
  })
  it('what to bend', () => {
    expect(adviceWords({ changes: [{ bend: 2, what: 'angle', by: -6 }], greatest: 0.84, rootMeanSquare: 0.3 })).toBe(
      'Take 6° out of bend 3: then it is off by 0.8 mm at most.',
    )
    expect(
      adviceWords({
        changes: [
          { bend: 0, what: 'angle', by: 4 },
          { bend: 1, what: 'turn', by: -10 },
        ],
        greatest: 2,
        rootMeanSquare: 1,
      }),
    ).toBe('Add 4° to bend 1, and turn bend 2 10° to the left: then it is off by 2 mm at most.')
  })
  it('what locks what out', () => {
    const acts = makeActs({ from: 'double-flare', to: 'plain' }, [{ id: 'n', kind: 'nut', end: 'from' }], [0])
    expect(acts.map(actWords)).toMatchInlineSnapshot(`
      [
        "Cut the tube square, with the trim left on",
        "Deburr the first end inside and outside, and blow it out",
        "Slide on: nut, first end, its thread to the end",
        "Form the first end: double flare, 45°",
        "Look at the first end: square, centred, no split, no crease",
        "Make bend 1",
        "Try it in its place, ends at their ports",
        "Mark and cut the second end to length",
        "Deburr the second end inside and outside, and blow it out",
      ]
    `)
    expect(lockedWords(acts[3]!)).toContain('Too late: the first end is formed')
    expect(lockedWords(acts[5]!)).toContain('Too late: bend 1 is made')
    expect(blockedWords(acts[2]!)).toBe('First: slide on: nut, first end, its thread to the end.')
  })
  it('what stands against it', () => {
    expect(makeableWords({ code: 'MAKE_STRAIGHT_SHORT', after: 0, least: 18, has: 12.4 })).toBe(
      'Between bends 1 and 2 there are 12 mm of straight; the bender needs 18 mm.',
    )
    expect(makeableWords({ code: 'MAKE_PRESSURE', burst: 73_950, wanted: 80_000 })).toMatch(
      /bursts at about 740\sbar; it should hold 800\sbar/,
    )
    expect(cutIssueWords({ code: 'CUT_ALLOWANCE_UNKNOWN', ends: ['from', 'to'] })).toContain('at the first end and at the second end')
    expect(orderWords({ notLast: [{ bend: 1, by: 'grip' }] })).toBe(
      'No order was found in which every bend can be made with this bender. Bend 2 cannot be the last: the bender finds no straight to hold.',
    )
  })
  it('which fitting, how to be sure, what never', () => {
    const [a, b] = [size('flare-45 7/16-20'), size('flare-37 7/16-20')]
    expect(tellApartWords(tellApart({ sealing: 'flare-45' }, a, b)!, ['A', 'B'])).toBe('Hold a protractor to the cone: 45° is A, 37° is B.')
    expect(matingWords(b, mates(a, b))).toBe('7/16-20, 37° flare nut: screws in all the way and does not seal.')
    const never = lookalikes(size('bubble-flare M10×1'))
    expect(never.map(({ other, mating }) => matingWords(other, mating))).toContain(
      '3/8-24, inverted flare nut: starts by hand, then strips the thread.',
    )
    expect(wrenchWords(size('inverted-flare 3/8-24'))).toEqual({
      wrench: '3/8 in or 7/16 in',
      tight: 'snug, then 30° further, by common practice',
    })
    expect(wrenchWords(size('flare-37 7/16-20')).tight).toBe('as its maker says')
  })
})
