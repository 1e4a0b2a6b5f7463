import { expect, it } from 'vitest'
import type { Suspect } from '../../core/making/suspectReading'
import { endsWords } from './endsWords'

const off = { along: -12.3, away: 40, between: 5.2 }
const turn: Suspect = { row: 2, what: 'rotate', is: 110, should: -109.6 }
const straight: Suspect = { row: 0, what: 'straight', is: 160, should: 120.4 }

it('names the reading, what it says and what it should', () => {
  expect(endsWords({ meets: false, off, suspects: [turn] })).toBe(
    'The ends miss by 12 mm along, 40 mm aside and 5° in direction. Most likely wrong is row 3’s turn: it reads 110°, and -110° brings them together.',
  )
})
it('names all that explain it as well, says when many do and when none does', () => {
  expect(endsWords({ meets: false, off: { along: 40 }, suspects: [straight, turn] })).toContain('row 1’s straight and row 3’s turn')
  expect(endsWords({ meets: false, off: { along: 40 }, suspects: Array<Suspect>(6).fill(straight) })).toContain('measure more')
  expect(endsWords({ meets: false, off, suspects: [] })).toContain('No single reading')
  expect(endsWords({ meets: true, off: { along: 0.4 } })).toContain('meet')
})
