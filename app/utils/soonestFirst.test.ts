import { expect, it } from 'vitest'
import { soonestFirst } from './soonestFirst'

it('puts what ends first first, by when the server heard of it, and leaves the list it was given', () => {
  const long = { id: 'long', startedAt: '2026-11-24T08:00:00Z', minutes: 60 }
  const short = { id: 'short', startedAt: '2026-11-24T08:40:00Z', minutes: 5 }
  // Begun early by a clock that is wrong, heard of late.
  const late = { id: 'late', startedAt: '2026-11-24T01:00:00Z', recordedAt: '2026-11-24T08:55:00Z', minutes: 30 }
  const given = [late, long, short]
  expect(soonestFirst(given).map(({ id }) => id)).toEqual(['short', 'long', 'late'])
  expect(given[0]).toBe(late)
})
