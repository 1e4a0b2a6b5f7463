import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { celsius, millilitres } from '../units/types'
import { changeStrength, freezePoint, shareForFrost, shareOf } from './coolantStrength'
import { boilingPoints, kindOfFluid, mayGoIn } from './fluidKinds'
import { changesFor, renewedShare } from './renewedShare'

describe('the share of new fluid', () => {
  it('a third of a gearbox changed three times is 70 % new (dilution law: 1 − (2/3)³)', () => {
    expect(renewedShare(millilitres(9000), [3000, 3000, 3000].map(millilitres))).toBeCloseTo(19 / 27, 12)
  })
  it('poured and stirred in the head of a bucket, it is the same', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 12_000 }), { maxLength: 6 }), changes => {
        const volume = 9000
        let old = volume
        for (const amount of changes) old -= old * Math.min(1, amount / volume)
        expect(renewedShare(millilitres(volume), changes.map(millilitres))).toBeCloseTo(1 - old / volume, 9)
      }),
    )
    expect(() => renewedShare(millilitres(0), [])).toThrow(RangeError)
  })
  it('says how many changes a wanted share takes, and not one fewer', () => {
    for (const wanted of [0.1, 0.34, 0.5, 0.7, 0.9]) {
      const count = changesFor(millilitres(9000), millilitres(3000), wanted)!
      expect(renewedShare(millilitres(9000), Array(count).fill(millilitres(3000)))).toBeGreaterThanOrEqual(wanted)
      expect(renewedShare(millilitres(9000), Array(count - 1).fill(millilitres(3000)))).toBeLessThan(wanted)
    }
    expect(changesFor(millilitres(9000), millilitres(0), 0.5)).toBeUndefined()
    expect(changesFor(millilitres(9000), millilitres(3000), 1)).toBeUndefined()
    expect(changesFor(millilitres(9000), millilitres(9000), 1)).toBe(1)
    expect(changesFor(millilitres(9000), millilitres(3000), 0)).toBe(0)
  })
})

describe('coolant', () => {
  it.each([
    [0, 0],
    [0.3, -15],
    [0.4, -24],
    [0.5, -37],
    [0.6, -52],
  ])('%f ethylene glycol freezes at about %f °C (ASTM D3306 family and handbooks, ±2 °C, from memory)', (share, wanted) =>
    expect(Math.abs(freezePoint(share) - wanted)).toBeLessThanOrEqual(2),
  )
  it('the share for a frost is the one that freezes there, and stronger stands more', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.6, noNaN: true }), share => {
        expect(shareForFrost(freezePoint(share))).toBeCloseTo(share, 9)
        expect(freezePoint(Math.min(0.6, share + 0.01))).toBeLessThanOrEqual(freezePoint(share))
      }),
    )
    expect(shareForFrost(celsius(5))).toBe(0)
    expect(() => shareForFrost(celsius(-60))).toThrow(RangeError)
    for (const wrong of [-0.01, 0.61, NaN]) expect(() => freezePoint(wrong)).toThrow(RangeError)
  })
  it('7.2 L of 30 % come to 50 % for 2.06 L of concentrate (worked by hand: 7.2·0.2/0.7)', () => {
    const change = changeStrength(millilitres(7200), 0.3, 0.5)!
    expect(change.of).toBe('concentrate')
    expect(change.add).toBeCloseTo(2057.1, 1)
  })
  it('drained and filled as said, it has the wanted share; too strong takes water', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(share, share, (is, wanted) => {
        const volume = 7200
        const change = changeStrength(millilitres(volume), is, wanted)
        if (!change) {
          expect(Math.abs(is - wanted)).toBeLessThan(1e-9)
          return
        }
        expect(change.of).toBe(wanted > is ? 'concentrate' : 'water')
        const left = { volume: millilitres(volume - change.drain), share: is }
        const fresh = { volume: change.add, share: change.of === 'water' ? 0 : 1 }
        expect(shareOf([left, fresh])).toBeCloseTo(wanted, 9)
      }),
    )
    // A mixture of half and half does not make sixty of a hundred.
    expect(() => changeStrength(millilitres(7200), 0.3, 0.6, 0.5)).toThrow(RangeError)
    expect(() => changeStrength(millilitres(7200), -0.1, 0.6)).toThrow(RangeError)
    expect(() => shareOf([])).toThrow(RangeError)
  })
})

describe('what may go in', () => {
  it.each([
    ['brake fluid DOT 4', 'dot-4'],
    ['brake fluid DOT 5.1', 'dot-5.1'],
    // Written with a comma, a dash or spaces it is glycol all the same, and never silicone.
    ['DOT 5,1', 'dot-5.1'],
    ['DOT 5-1', 'dot-5.1'],
    ['DOT-5.1', 'dot-5.1'],
    ['DOT5.1', 'dot-5.1'],
    ['dot 5 . 1', 'dot-5.1'],
    ['DOT 5/1', 'dot-5.1'],
    ['DOT 5, silicone', 'dot-5'],
    ['DOT 4-6', 'other'],
    ['DOT 51', 'other'],
    ['Brake fluid dot5', 'dot-5'],
    ['brake fluid DOT 3, in the set', 'dot-3'],
    ['coolant CB-2, 50/50', 'coolant'],
    ['GX-6 long life', 'gearbox'],
    ['GX-3 as steering fluid', 'steering'],
    ['engine oil EO-30', 'engine-oil'],
    ['window wash', 'other'],
  ] as const)('%s is %s', (words, kind) => expect(kindOfFluid(words)).toBe(kind))
  // 49 CFR 571.116, from memory; the other rows are common practice.
  it.each([
    ['DOT 4', 'DOT 5.1', { may: 'yes' }],
    ['DOT 4', 'brake fluid DOT 4', { may: 'yes' }],
    ['DOT 4', 'DOT 3', { may: 'with-care', because: 'lower-boiling-point' }],
    ['DOT 4', 'DOT 5', { may: 'no', because: 'silicone' }],
    ['DOT 5', 'DOT 5.1', { may: 'no', because: 'silicone' }],
    ['DOT 5', 'DOT 5', { may: 'yes' }],
    ['DOT 4', 'engine oil EO-30', { may: 'no', because: 'another-use' }],
    ['steering fluid SF-2', 'DOT 4', { may: 'no', because: 'another-use' }],
    ['GX-6', 'GX-6', { may: 'yes' }],
    ['GX-6', 'GX-8', { may: 'no', because: 'another-specification' }],
    ['coolant CB-2', 'coolant CB-5', { may: 'no', because: 'another-specification' }],
    ['GX-6', 'coolant CB-5', { may: 'no', because: 'another-use' }],
    ['steering fluid SF-2', 'something else', { may: 'no', because: 'another-specification' }],
  ])('asked for %s, offered %s', (asked, offered, wanted) => expect(mayGoIn(asked, offered)).toEqual(wanted))
  it('what the sheet names beside it goes in, but no silicone by that', () => {
    expect(mayGoIn('GX-6 long life', 'GX-6', ['gx-6'])).toEqual({ may: 'yes' })
    expect(mayGoIn('DOT 4', 'DOT 5', ['DOT 5'])).toEqual({ may: 'no', because: 'silicone' })
  })
  it('a better class never boils sooner', () => {
    expect(boilingPoints['dot-3'].dry).toBeLessThan(boilingPoints['dot-4'].dry)
    expect(boilingPoints['dot-4'].wet).toBeLessThan(boilingPoints['dot-5.1'].wet)
  })
})
