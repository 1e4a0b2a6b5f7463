import { expect, it } from 'vitest'
import { elseSeenWords } from './airWords'

it('what else was seen of a round stands in its line, and what has not been said yet is named', () => {
  const all = { bubble: true, pedal: true, stands: true, out: false }
  expect(elseSeenWords({}, all)).toBe('bubbles, pedal, reservoir')
  expect(elseSeenWords({}, { ...all, pedal: false, stands: false })).toBe('bubbles')
  expect(elseSeenWords({ bubble: 0, pedal: 'floor', stands: 'three-quarters' }, all)).toBe(
    'bubbles 0 mm, pedal to the floor, reservoir three quarters',
  )
  expect(elseSeenWords({ bubble: 12 }, { ...all, stands: false })).toBe('bubbles 12 mm, pedal')
  const amounts = { ...all, bubble: false, pedal: false, stands: false, out: true }
  expect(elseSeenWords({}, amounts)).toBe('amounts')
  const said = { out: { value: 30, unit: 'mL' }, in: { value: 35, unit: 'mL' } } as const
  expect(elseSeenWords(said, amounts).replaceAll('\u00a0', ' ')).toBe('30 mL out, 35 mL in')
})
