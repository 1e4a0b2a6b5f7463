import { describe, expect, it } from 'vitest'
import { ageWords } from './ageWords'
import { fileSize } from './fileSize'

describe('ageWords', () => {
  it.each([
    [-5000, '0 minutes'],
    [61_000, '1 minute'],
    [59 * 60_000, '59 minutes'],
    [60 * 60_000, '1 hour'],
    [47 * 3_600_000, '47 hours'],
    [48 * 3_600_000, '2 days'],
    [400 * 86_400_000, '400 days'],
  ])('%d ms: %s', (ms, words) => expect(ageWords(ms)).toBe(words))
})

describe('fileSize', () => {
  it.each([
    [0, '0 B'],
    [999, '999 B'],
    [1000, '1.0 kB'],
    [12_345, '12 kB'],
    [1_234_567, '1.2 MB'],
    [5e15, '5000 TB'],
  ])('%d: %s', (bytes, words) => expect(fileSize(bytes)).toBe(words))
})
