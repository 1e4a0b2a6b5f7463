import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fluidKinds, isGlycol } from './fluidKinds'
import { judgeBottle, mostMonthsOpen } from './judgeBottle'

const now = '2026-11-27T15:00:00Z'

describe('judgeBottle', () => {
  it.each([
    ['dot-4', '2026-11-01', 'yes'],
    ['dot-4', '2026-06-01', 'yes'],
    ['dot-4', '2026-05-01', 'no'],
    ['dot-5.1', '2025-11-27', 'no'],
    // Silicone, oil and coolant draw no water out of the air.
    ['dot-5', '2025-11-27', 'yes'],
    ['gearbox', '2025-11-27', 'yes'],
    // Read from a calendar a few hours ahead, or plainly wrong.
    ['dot-4', '2026-11-28', 'yes'],
    ['dot-4', '2027-01-01', 'no'],
    ['gearbox', '2027-01-01', 'no'],
    ['dot-4', 'yesterday', 'no'],
  ] as const)('%s opened on %s: %s', (kind, opened, may) => expect(judgeBottle(kind, opened, now).may).toBe(may))

  it('what may not be poured today may not be poured tomorrow either', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...fluidKinds),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 900 }),
        (kind, age, later) => {
          const opened = '2024-01-01'
          const at = (days: number) => new Date(Date.parse(opened) + days * 86_400_000).toISOString()
          if (judgeBottle(kind, opened, at(age)).may === 'no') expect(judgeBottle(kind, opened, at(age + later)).may).toBe('no')
          expect(judgeBottle(kind, opened, at(age)).may).toBe(
            isGlycol(kind) && age > mostMonthsOpen * 31 ? 'no' : judgeBottle(kind, opened, at(age)).may,
          )
        },
      ),
    )
  })
})
