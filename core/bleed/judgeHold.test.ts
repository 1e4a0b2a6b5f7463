import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeHold } from './judgeHold'

describe('judgeHold', () => {
  it.each([
    [{ from: 80, to: 80, minutes: 5 }, 'holds'],
    [{ from: 80, to: 78, minutes: 5 }, 'holds'],
    [{ from: 80, to: 70, minutes: 5 }, 'leaks'],
    [{ from: 80, to: 40, minutes: 0.5 }, 'leaks'],
    [{ from: 80, to: 80, minutes: 1 }, 'too-soon'],
    [{ from: 40, to: 40, minutes: 5 }, 'too-little'],
    [{ from: 40, to: 20, minutes: 5 }, 'leaks'],
  ] as const)('%j: %s', (read, verdict) => expect(judgeHold(read)).toBe(verdict))

  it('what leaks does not hold by losing more, and what holds does not leak by losing less', () => {
    const number = (max: number) => fc.integer({ min: 0, max: max * 10 }).map(tenths => tenths / 10)
    fc.assert(
      fc.property(number(100), number(100), number(20), number(20), (from, to, minutes, more) => {
        if (judgeHold({ from, to, minutes }) === 'leaks') expect(judgeHold({ from, to: to - more, minutes })).toBe('leaks')
        if (judgeHold({ from, to, minutes }) === 'holds') expect(judgeHold({ from, to: to + more, minutes })).toBe('holds')
      }),
    )
  })
})
