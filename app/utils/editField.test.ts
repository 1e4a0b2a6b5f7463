import { describe, expect, it } from 'vitest'
import type { Body, Contested } from '#core/sheet/types'
import {
  blankGroup,
  changeValue,
  dropValue,
  flipped,
  pairsOf,
  predicateOf,
  reshaped,
  typedNumber,
  typedNumbers,
  typedRows,
  withKey,
  withNeed,
  withValue,
} from './editField'

describe('what is typed', () => {
  it.each([
    ['12', 12],
    ['12,5', 12.5],
    [' 3 ', 3],
    ['', undefined],
    ['  ', undefined],
    ['twelve', undefined],
    ['1e999', undefined],
  ])('%j is %s: an empty box is not zero', (text, number) => expect(typedNumber(text)).toBe(number))
  it('numbers and rows leave out what is none', () => {
    expect(typedNumbers('11, 12;13 x 14')).toEqual([11, 12, 13, 14])
    expect(typedNumbers(' ')).toEqual([])
    expect(typedRows(' a \n\n b')).toEqual(['a', 'b'])
  })
})

it('a key that is not said is absent', () => {
  expect(withKey({ a: 1, b: 2 }, 'b', undefined)).toEqual({ a: 1 })
  expect(withKey({ a: 1 }, 'b', 0)).toEqual({ a: 1, b: 0 })
  expect(flipped(['a'], 'b')).toEqual(['a', 'b'])
  expect(flipped(['a', 'b'], 'a')).toEqual(['b'])
})

describe('values of several sources', () => {
  const settled = { values: [value(20), value(22)], settled: { by: 'Imke', at: 1 } } as unknown as Contested<number>
  function value(number: number) {
    return { value: number, source: 'service-information', date: '2026-01-01' }
  }
  it('one more is like the last, and keeps what was settled', () => {
    expect(withValue(settled, 'number', '2026-11-27')).toEqual({
      ...(settled as object),
      values: [value(20), value(22), { ...value(22), date: '2026-11-27' }],
    })
    expect(withValue('unknown', 'window', '2026-11-27')).toMatchObject({ values: [{ value: { low: 10, high: 12 } }] })
    expect(withValue(undefined, 'text', '2026-11-27')).toMatchObject({ values: [{ value: 'grade' }] })
  })
  it('what goes takes the settling with it; the last one leaves it unknown', () => {
    expect(dropValue(settled, 0)).toEqual({ values: [value(22)] })
    expect(dropValue({ values: [value(20)] } as never, 0)).toBe('unknown')
  })
  it('a citation that was emptied is gone', () => {
    const cited = { values: [{ ...value(20), citation: 'leaf 3' }] } as never
    expect(changeValue(cited, 0, { citation: undefined as never })).toEqual({ values: [value(20)] })
  })
})

describe('conditions', () => {
  const is = { trait: 'gearbox', is: 'auto' }
  const other = { trait: 'coolers', is: 'two' }
  it('of the common shape go to pairs and back', () => {
    for (const pairs of [[], [is], [is, other]]) expect(pairsOf(predicateOf(pairs))).toEqual(pairs)
    expect(predicateOf([], true)).toBeUndefined()
  })
  it('a richer one is left as it is written', () => expect(pairsOf({ any: [is, other] } as never)).toBeUndefined())
  it('an alternative of needs that is empty goes', () => {
    expect(withNeed([['a', 'b'], ['c']], 1, [])).toEqual([['a', 'b']])
    expect(withNeed([['a', 'b'], ['c']], 0, ['b'])).toEqual([['b'], ['c']])
  })
})

it('a shape keeps its corners; a box has its least corner first', () => {
  const capsule = { shape: 'capsule', a: [10, 0, 5], b: [0, 8, 9], radius: 12 } as unknown as Body
  const box = reshaped(capsule, 'box')
  expect(box).toEqual({ shape: 'box', min: [0, 0, 5], max: [10, 8, 9] })
  expect(reshaped(box, 'cylinder')).toMatchObject({ a: [0, 0, 5], b: [10, 8, 9] })
  expect(reshaped(capsule, 'cylinder')).toMatchObject({ radius: 12 })
})

it('a group begins with what it must have and nothing else', () =>
  expect(
    blankGroup([
      { kind: 'number', key: 'n', label: 'n', unit: 'mm' },
      { kind: 'choice', key: 'c', label: 'c', choices: [{ value: 'x', title: 'X' }] },
      { kind: 'words', key: 'w', label: 'w' },
      { kind: 'text', key: 't', label: 't' },
      { kind: 'text', key: 'o', label: 'o', optional: true },
    ]),
  ).toEqual({ n: 0, c: 'x', w: [], t: 'say it' }))
