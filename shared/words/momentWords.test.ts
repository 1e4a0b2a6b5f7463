import { expect, it } from 'vitest'
import { isZone, momentWords } from './momentWords'

// The zones' own rules (IANA time zone database, from memory): Chatham is 12:45 ahead, 13:45 in its summer; Riga 2 h, 3 h from the last
// Sunday of March, 01:00 UTC; Kolkata 5:30 the year round.
it.each([
  ['2026-12-02T00:41:59Z', 'UTC', '2026-12-02 00:41'],
  ['2026-07-01T11:20:00Z', 'Pacific/Chatham', '2026-07-02 00:05'],
  ['2026-12-31T10:30:00Z', 'Pacific/Chatham', '2027-01-01 00:15'],
  ['2026-03-29T00:59:00Z', 'Europe/Riga', '2026-03-29 02:59'],
  ['2026-03-29T01:00:00Z', 'Europe/Riga', '2026-03-29 04:00'],
  ['2026-12-02T18:45:00.500Z', 'Asia/Kolkata', '2026-12-03 00:15'],
])('%s is told on the wall of %s as %s', (iso, zone, told) => {
  expect(momentWords(iso, zone)).toBe(told)
})

it('a zone nobody knows is none', () => {
  expect(['UTC', 'Europe/Riga', 'Harbour/Quay', '', '../etc'].filter(isZone)).toEqual(['UTC', 'Europe/Riga'])
})
