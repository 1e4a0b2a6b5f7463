import { expect, it } from 'vitest'
import { pocketSheet } from '../../tests/helpers/pocketCar'
import type { Millimetres } from '../../core/units/types'
import type { Sight } from '../../core/job/types'
import { roundsWords } from './roundsWords'

const expected = {
  rounds: { least: 3, likely: 4, most: 5 },
  through: { least: 29, likely: 31.4, most: 33 },
  topUpAfter: 7,
  minutes: 3,
  never: false,
}
const units = { volume: (value: number) => `${value} mL` }
const made = (...saw: Sight[]) => saw.map(one => ({ saw: one, toppedUp: true }))

it('what to expect is said with its range and what it takes out of the reservoir', () => {
  const { foreseen, doubt } = roundsWords(expected, [], units)
  expect(foreseen).toBe('Expect about 4 (3 to 5) rounds of five strokes, 31 mL through it. A full reservoir is half empty after 7 rounds.')
  expect(doubt).toBeUndefined()
  expect(roundsWords({ ...expected, never: true }, [], units).foreseen).toContain('not expected to run clear')
})
it('a high point of the line is said before anybody begins, and what takes a bubble over it', () => {
  const crest = { line: 'hose', at: 412 as Millimetres, holds: 0.4, carriedBy: 1.2 }
  const { foreseen } = roundsWords({ ...expected, crest }, [], units, pocketSheet)
  expect(foreseen).toMatch(/^Expect about 4 .*A bubble can stay at a high point: small strokes leave it there\. Open the bleeder wide/)
  const line = pocketSheet.lines[0]!
  expect(roundsWords({ ...expected, crest: { ...crest, line: line.id } }, [], units, pocketSheet).foreseen).toContain(
    `the high point of “${line.name}”, 410 mm from “`,
  )
  expect(roundsWords({ ...expected, never: true, crest }, [], units).foreseen).toContain('fill from below')
})
it('a doubt comes with more rounds than the most expected, and not while it runs clear', () => {
  expect(roundsWords(expected, made('air', 'air', 'air', 'air', 'air'), units).doubt).toBeUndefined()
  expect(roundsWords(expected, made('air', 'air', 'air', 'air', 'air', 'foam'), units).doubt).toContain('Air may be coming in')
  expect(roundsWords(expected, made('air', 'air', 'air', 'air', 'air', 'clear'), units).doubt).toBeUndefined()
})
it('rounds without topping up are counted against what the reservoir holds', () => {
  const dry = Array.from({ length: 7 }, () => ({ saw: 'air' as const, toppedUp: false }))
  expect(roundsWords(expected, dry, units).doubt).toContain('7 rounds since the reservoir was topped up')
  expect(roundsWords(expected, [...dry.slice(1), { saw: 'air', toppedUp: true }], units).doubt).not.toContain('since the reservoir')
})
