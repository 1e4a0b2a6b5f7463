import { expect, it } from 'vitest'
import { readBare, readLength } from './readTyped'

it.each<[string, number | undefined, number | undefined]>([
  ['18,5', 18.5, 18.5],
  ['-6.5', -6.5, -6.5],
  // 3/16 in = 4.7625 mm (1 in = 25.4 mm exactly).
  ['3/16 in', 4.7625, undefined],
  ['1 1/16', 1.0625, 1.0625],
  ['3-4', undefined, undefined],
  ['two', undefined, undefined],
  ['', undefined, undefined],
])('“%s” is %s mm, and as a bare number %s', (text, length, bare) => {
  if (length === undefined) expect(readLength(text)).toBeUndefined()
  else expect(readLength(text)).toBeCloseTo(length, 9)
  expect(readBare(text)).toEqual(bare)
})
