import { describe, expect, it } from 'vitest'
import { jointKinds } from '../sheet/types'
import { millimetres } from '../units/types'
import { practiceFor } from './jointKinds'
import { inchFraction, nearHexes, wrenchFor, wrenches } from './nearHexes'

describe('nearHexes', () => {
  // Inch sizes in mm as workshop tables print them (1 in = 25.4 mm exactly, rounded to 0.01).
  it.each([
    [5, 7.94],
    [6, 9.53],
    [7, 11.11],
    [8, 12.7],
    [9, 14.29],
    [10, 15.88],
    [11, 17.46],
    [12, 19.05],
  ])('%i/16 in is %d mm', (sixteenths, mm) => {
    const wrench = wrenches.find(candidate => candidate.name === inchFraction(sixteenths))
    expect(Math.abs(wrench!.size - mm)).toBeLessThan(0.0051)
  })
  it('writes fractions in their lowest terms', () => {
    expect([4, 8, 10, 16, 17, 20].map(inchFraction)).toEqual(['1/4 in', '1/2 in', '5/8 in', '1 in', '1 1/16 in', '1 1/4 in'])
  })
  // Common practice, no source: 5/8 in fits where 16 mm is loose; 3/4 in and 19 mm are taken for each other; 11 mm and 7/16 in too.
  it.each([
    [16, '5/8 in', 'tight'],
    [19, '3/4 in', 'good'],
    [11, '7/16 in', 'good'],
    [8, '5/16 in', 'tight'],
  ])('on a %d mm hex goes a %s wrench, %s', (hex, name, fit) => {
    expect(nearHexes(millimetres(hex))[0]).toMatchObject({ wrench: { name }, fit })
  })
  it('a 16 mm wrench on a 5/8 in nut is good with 0.125 mm of play, and a 17 mm one does not count', () => {
    const near = nearHexes(millimetres(15.875))
    expect(near.map(({ wrench }) => wrench.name)).toEqual(['16 mm'])
    expect(near[0]!.play).toBeCloseTo(0.125, 9)
  })
  it('12 and 13 mm have no stand-in a soft nut survives, but 1/2 in is loose on 12.5', () => {
    expect(nearHexes(millimetres(12))).toEqual([])
    expect(nearHexes(millimetres(12.5))[0]).toMatchObject({ wrench: { name: '1/2 in' }, fit: 'good' })
    expect(nearHexes(millimetres(12.5)).at(-1)).toMatchObject({ wrench: { name: '13 mm' }, fit: 'loose' })
  })
  it('knows a hex by its own wrench, to the drawing’s rounding', () => {
    expect(wrenchFor(millimetres(19.05))?.name).toBe('3/4 in')
    expect(wrenchFor(millimetres(15.88))?.name).toBe('5/8 in')
    expect(wrenchFor(millimetres(12.4))).toBeUndefined()
  })
})

describe('practiceFor', () => {
  it('has something honest for every kind of joint, and a quarter turn for crush washers', () => {
    for (const kind of jointKinds) expect(practiceFor(kind).code).toBeTruthy()
    expect(practiceFor('banjo')).toEqual({ code: 'snug-and-turn', turn: 90 })
    expect(practiceFor('clip-connect')).toEqual({ code: 'its-own-lock' })
  })
})
