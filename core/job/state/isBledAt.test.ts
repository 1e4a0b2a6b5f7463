import { describe, expect, it } from 'vitest'
import { everyDemoCar } from '../../../tests/helpers/demo'
import type { Sheet } from '../../sheet/types'
import { isBledAt, turnsCounted } from './isBledAt'
import type { JobState, Mark, Sight } from '../types'

const brake = everyDemoCar().find(car => car.sheet.id === 'wherry-rear-brake')!.sheet
const steering = everyDemoCar().find(car => car.sheet.id === 'pintle-steering-pressure')!.sheet
const bleeder = brake.bleeders[0]!.id
const mark = (n: number): Mark => ({ n, seen: n - 1, device: 'tablet', at: '2026-01-01T00:00:00Z', by: 'Rafe' }) as Mark
type Round = { at?: string; saw?: Sight; count?: number; running?: boolean }
const after = (sheet: Sheet, rounds: Round[]): JobState =>
  ({
    rounds: rounds.map(({ at = bleeder, saw = 'clear', count, running }, i) => ({ ...mark(i + 2), bleeder: at, saw, count, running })),
  }) as unknown as JobState

describe('the stop rule at a bleeder', () => {
  const bled = (rounds: Round[], openings: Mark[] = [mark(1)]) => isBledAt(brake, after(brake, rounds), bleeder, openings)
  it.each<[string, Round[], ReturnType<typeof isBledAt>]>([
    ['no round', [], 'not-done'],
    ['one clear round', [{}], undefined],
    ['a round with air', [{ saw: 'air' }], 'not-clear'],
    ['clear, and then air again', [{}, { saw: 'air' }], 'not-clear'],
    ['air, dirt, foam, clear', [{ saw: 'air' }, { saw: 'dirty' }, { saw: 'foam' }, {}], undefined],
    ['clear, somewhere else', [{ at: 'another-bleeder' }], 'not-done'],
    ['air here, clear elsewhere', [{ saw: 'air' }, { at: 'another-bleeder' }], 'not-clear'],
    ['clear with the engine running only', [{ running: true }], 'not-done'],
    ['strokes are no turns: few are enough when they run clear', [{ count: 1 }], undefined],
  ])('%s', (_, rounds, doubt) => expect(bled(rounds)).toBe(doubt))
  it('what ran clear before the circuit was opened again proves nothing, however often', () => {
    expect(bled([{}, {}], [mark(1), mark(9)])).toBe('opened-since')
    expect(bled([{}, {}], [mark(2)])).toBeUndefined()
  })
})

describe('the stop rule of turning from lock to lock', () => {
  const asked = steering.bleeding.parameters
  const at = steering.id
  const dry = (count: number, saw: Sight = 'clear'): Round => ({ at, count, saw })
  const turned = (rounds: Round[], isRunning = false, openings = [mark(1)]) =>
    isBledAt(steering, after(steering, rounds), at, openings, isRunning)
  it('asks for as many turns as the sheet counts, and no more', () => {
    expect(asked.strokes).toBeGreaterThan(1)
    expect(turned([dry(asked.strokes! - 1)])).toBe('too-few')
    expect(turned([dry(asked.strokes!)])).toBeUndefined()
    expect(turned([dry(asked.strokes! - 1), dry(1)])).toBeUndefined()
    expect(turned([{ at, saw: 'clear' }])).toBe('too-few')
  })
  it('counts those since it was opened, and those with the engine for themselves', () => {
    expect(turned([dry(asked.strokes!), dry(1)], false, [mark(2)])).toBe('too-few')
    const running = (count: number): Round => ({ ...dry(count), running: true })
    expect(turned([dry(asked.strokes!)], true)).toBe('not-done')
    expect(turned([dry(asked.strokes!), running(asked.running! - 1)], true)).toBe('too-few')
    expect(turned([dry(1), running(asked.running!)], true)).toBeUndefined()
    expect(turned([dry(1), running(asked.running!)])).toBe('too-few')
  })
  it('says how many are made of how many', () => {
    const count = (rounds: Round[], isRunning: boolean, place: string = at) =>
      turnsCounted(steering, after(steering, rounds), place, [mark(2)], isRunning)
    const running: Round = { ...dry(2), running: true }
    // The first of the three was turned before the circuit was opened.
    expect(count([dry(3), dry(2), running], false)).toEqual({ made: 2, asked: asked.strokes })
    expect(count([dry(3), dry(2), running], true)).toEqual({ made: 2, asked: asked.running })
    expect(count([dry(3)], false, 'another-bleeder')).toBeUndefined()
    expect(turnsCounted(brake, after(brake, [{ count: 4 }]), brake.id, [], false)).toBeUndefined()
  })
  it('foam at the end is foam, whatever was turned', () => expect(turned([dry(asked.strokes!), dry(6, 'foam')])).toBe('not-clear'))
})
