import { expect, it } from 'vitest'
import { elseSeenWords } from './airWords'

it('what else was seen of a round stands in its line, and what has not been said yet is named', () => {
  const all = { pedal: true, stands: true }
  expect(elseSeenWords({}, all)).toBe('bubbles, pedal, reservoir')
  expect(elseSeenWords({}, { pedal: false, stands: false })).toBe('bubbles')
  expect(elseSeenWords({ bubble: 0, pedal: 'floor', stands: 'three-quarters' }, all)).toBe(
    'bubbles 0 mm, pedal to the floor, reservoir three quarters',
  )
  expect(elseSeenWords({ bubble: 12 }, { pedal: true, stands: false })).toBe('bubbles 12 mm, pedal')
})
