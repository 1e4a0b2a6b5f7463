import { describe, expect, it } from 'vitest'
import { known, pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import { decidingLevel } from '../../sheet/decidingLevel'
import { systems, type BleedMethod, type Level, type Operation, type Sheet, type System } from '../../sheet/types'
import { celsius, minutes, newtonMetres } from '../../units/types'
import {
  asksTemperature,
  bleedMethodOf,
  bleedPlaces,
  changesOf,
  circuitOpenings,
  countsAfter,
  countsAfterAll,
  disturbedAt,
  drainings,
  fluidChanges,
  hasTorque,
  isOff,
  latest,
  leakMinutesOf,
  liftOf,
  measuredOf,
  openingsOfLevel,
  positionAt,
  pressureSeconds,
  pressuresSince,
  pressureSourceOf,
  runningSince,
  tightenedAt,
} from './carState'
import { isWheel } from '../../sheet/carRests'
import type { JobBody, Mark } from '../types'

const at = (n: number, device = 'tablet-1', seen = n - 1): Mark => ({
  event: `e${n}`,
  n,
  seen,
  at: new Date(n * 60_000).toISOString(),
  recordedAt: new Date(n * 60_000).toISOString(),
  by: 'Rafe Undal',
  device,
})
const numbers = (marks: readonly Mark[]) => marks.map(({ n }) => n)
const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const off = (operation: string): JobBody => ({ type: 'operationOff', operation, fasteners: [] })
const on = (operation: string): JobBody => ({ type: 'operationOn', operation, fasteners: [] })
const moved = (to: 'ground' | 'half' | 'raised'): JobBody => ({ type: 'carMoved', to })
const volume = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted', circuit?: string): JobBody => ({
  type,
  entered: { value: 1, unit: 'L' },
  how: 'measured',
  volume: 1000 as never,
  ...(circuit && { circuit }),
})
const operationOf = (id: string): Operation => pocketSheet.operations.find(one => one.id === id)!

describe('where the car stands', () => {
  it('is where it was moved last, else where the job begins', () => {
    expect(liftOf(new Story().state)).toBe('ground')
    expect(liftOf(new Story(pocketCar(), { start: 'half' }).state)).toBe('half')
    expect(liftOf(new Story().all(moved('raised'), moved('half')).state)).toBe('half')
    const unplanned = new Story()
    unplanned.events.length = 1
    expect(liftOf(unplanned.state)).toBe('ground')
    expect(positionAt(unplanned.state, at(9))).toBe('ground')
  })
  it('is where it stood when something was done', () => {
    const { state } = new Story(pocketCar(), { start: 'half' }).all(moved('raised'), open('near'), moved('ground'))
    expect([3, 4, 5, 6].map(n => positionAt(state, at(n)))).toEqual(['half', 'raised', 'raised', 'ground'])
  })
})

describe('what is off', () => {
  it('by this job, or before it and not put back since', () => {
    const state = (...bodies: JobBody[]) => new Story(pocketCar(), { done: ['inner'] }).all(...bodies).state
    expect([isOff(state(), 'inner'), isOff(state(), 'shield')]).toEqual([true, false])
    expect(isOff(state(on('inner')), 'inner')).toBe(false)
    expect(isOff(state(on('inner'), off('inner')), 'inner')).toBe(true)
    expect([isOff(state(off('shield')), 'shield'), isOff(state(off('shield'), on('shield')), 'shield')]).toEqual([true, false])
    expect(isOff(new Story().state, 'inner')).toBe(false)
  })
})

describe('marks', () => {
  it('the last of several, whatever their order', () => {
    expect(latest([])).toBeUndefined()
    expect(latest([undefined, at(3), at(7), undefined, at(5)])?.n).toBe(7)
    const joint = { opened: at(3), seated: at(5) as never, torqued: at(4) as never, capped: at(9), leak: at(8) as never }
    expect(disturbedAt(joint)?.n).toBe(5)
    expect(disturbedAt({ opened: at(3), torqued: at(6) as never })?.n).toBe(6)
    expect(disturbedAt({ seized: [] })).toBeUndefined()
  })
  it('a proof counts that came later, from who could know', () => {
    expect(countsAfter(undefined, undefined)).toBe(false)
    expect(countsAfter(undefined, at(1))).toBe(false)
    expect(countsAfter(at(1), undefined)).toBe(true)
    expect(countsAfter(at(5), at(5))).toBe(false)
    expect(countsAfter(at(4), at(5))).toBe(false)
    expect(countsAfter(at(5), at(4))).toBe(true)
    // Another tablet that had not seen it; one that just had.
    expect(countsAfter(at(9, 'tablet-2', 4), at(5))).toBe(false)
    expect(countsAfter(at(9, 'tablet-2', 5), at(5))).toBe(true)
    // One's own act needs no telling.
    expect(countsAfter(at(9, 'tablet-1', 2), at(5))).toBe(true)
    expect(countsAfterAll(at(9, 'tablet-1', 2), [at(5), at(6, 'tablet-2')])).toBe(false)
    expect(countsAfterAll(at(9, 'tablet-1', 6), [at(5), at(6, 'tablet-2')])).toBe(true)
    expect(countsAfterAll(at(9), [])).toBe(true)
    expect(countsAfterAll(undefined, [])).toBe(false)
  })
})

describe('what opened a circuit', () => {
  it('joints, drains, running dry, and work on the fluid itself', () => {
    const story = new Story(pocketCar(), { service: 'bleed' }).all(open('near'), off('pan'), { type: 'ranDry' }, off('hose'), open('near'))
    expect(numbers(circuitOpenings(story.resolved, story.state))).toEqual([7, 4, 5, 2])
    expect(numbers(drainings(pocketSheet, story.state, 'pocket'))).toEqual([4])
    expect(numbers(drainings(pocketSheet, story.state, 'coolant'))).toEqual([6])
    expect(numbers(openingsOfLevel(story.resolved, story.state, 'header'))).toEqual([6])
    expect(numbers(openingsOfLevel(story.resolved, story.state, 'cold'))).toEqual([7, 4, 5, 2])
  })
  it('a level alone opens nothing, nor a joint that lets nothing out, nor a set that came sealed', () => {
    const level = new Story(pocketCar(), { service: 'level' })
    expect(circuitOpenings(level.resolved, level.state)).toEqual([])
    expect(numbers(fluidChanges(level.resolved, level.state))).toEqual([2])
    const dry = new Story(pocketCar({ joints: pocketSheet.joints.map(one => ({ ...one, opensNothing: true })) })).then(open('near'))
    expect(circuitOpenings(dry.resolved, dry.state)).toEqual([])
    const lines = pocketSheet.lines.map(line => ({ ...line, sealed: {}, parts: line.parts.map(part => ({ ...part, sealed: {} })) }))
    const sealed = new Story(pocketCar({ lines, bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } })).then(open('near'))
    expect(circuitOpenings(sealed.resolved, sealed.state)).toEqual([])
    expect(numbers(fluidChanges(sealed.resolved, sealed.state))).toEqual([3])
    // Whoever saw it run dry has seen that it is no sealed set.
    sealed.then({ type: 'ranDry' })
    expect(numbers(circuitOpenings(sealed.resolved, sealed.state))).toEqual([4])
    // Nobody has said that it came sealed: naming no way of bleeding says nothing.
    const unsaid = new Story(pocketCar({ bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } })).then(open('near'))
    expect(numbers(circuitOpenings(unsaid.resolved, unsaid.state))).toEqual([3])
  })
  it('a level changes with all that goes in or out, of its own fluid', () => {
    const story = new Story().all(
      open('near'),
      volume('fluidCaught'),
      volume('fluidAdded'),
      volume('fluidExtracted'),
      { type: 'roundBled', bleeder: 'left', saw: 'air', toppedUp: false },
      volume('fluidAdded', 'coolant'),
      volume('fluidExtracted', 'coolant'),
      volume('fluidCaught', 'coolant'),
      off('hose'),
      off('pan'),
      { type: 'ranDry' },
    )
    expect(numbers(fluidChanges(story.resolved, story.state)).sort((a, b) => a - b)).toEqual([3, 5, 6, 7, 12, 13])
    expect(numbers(changesOf(pocketSheet, story.state, 'coolant'))).toEqual([11, 8, 9])
    const own = measuredOf(pocketSheet, story.state, 'pocket')
    expect([own.caught, own.added, own.extracted].map(numbers)).toEqual([[4], [5], [6]])
    const other = measuredOf(pocketSheet, story.state, 'coolant')
    expect([other.caught, other.added, other.extracted].map(numbers)).toEqual([[10], [8], [9]])
  })
})

describe('pressure', () => {
  const run: JobBody = { type: 'engineStarted', minutes: 5 }
  const held: JobBody = { type: 'pressureHeld', minutes: 5 }
  const stop: JobBody = { type: 'engineStopped' }
  it('is the engine’s, or a hand’s or a foot’s', () => {
    const by = (pressure: Sheet['proving']['pressure']) => pressureSourceOf({ proving: { ...pocketSheet.proving, pressure } })
    expect((['engine', 'pedal', 'lever', 'hand-pump'] as const).map(by)).toEqual(['engine', 'pedal', 'pedal', 'pedal'])
  })
  it('the engine runs since it was started last, whatever a pedal does', () => {
    expect(runningSince(new Story().then(held).state)).toBeUndefined()
    expect(runningSince(new Story().all(run, stop).state)).toBeUndefined()
    expect(runningSince(new Story().all(run, stop, run, held).state)?.n).toBe(5)
  })
  it('counts from when a joint was last touched, run by run', () => {
    const { state } = new Story().all(run, stop, run, held)
    expect(pressuresSince(state, 'engine', undefined).map(({ from }) => from.n)).toEqual([3, 5])
    expect(pressuresSince(state, 'engine', at(3)).map(({ from }) => from.n)).toEqual([5])
    expect(pressuresSince(state, 'engine', at(5))).toEqual([])
    expect(pressuresSince(state, 'pedal', undefined).map(({ from }) => from.n)).toEqual([6])
    const runs = [{ by: 'engine', from: at(1), to: at(3) } as const, { by: 'engine', from: at(10) } as const]
    expect(pressureSeconds(runs, at(14))).toBe(2 * 60 + 4 * 60)
    // A clock that was set back takes nothing away.
    expect(pressureSeconds([{ by: 'engine', from: at(9), to: at(3) }, ...runs], at(14))).toBe(6 * 60)
    expect(pressureSeconds([], at(14))).toBe(0)
  })
  it('for as long as the sheet says, else as long as is usual', () => {
    const asks = (leakMinutes: Sheet['proving']['leakMinutes']) => leakMinutesOf({ proving: { ...pocketSheet.proving, leakMinutes } })
    expect([asks(known(minutes(5))), asks('unknown')]).toEqual([5, 10])
  })
})

describe('how the air gets out', () => {
  const all: BleedMethod[] = [
    'circulate',
    'lock-to-lock',
    'pump-and-hold',
    'vacuum',
    'pressure',
    'gravity',
    'bench',
    'vacuum-fill',
    'prime',
  ]
  const sheet = { ...pocketSheet, bleeding: { ...pocketSheet.bleeding, allowed: all } }
  it('as chosen where the sheet allows it, else as the sheet says first', () => {
    expect(bleedMethodOf(sheet, undefined)).toBe('circulate')
    expect(bleedMethodOf(sheet, { bleed: 'gravity' })).toBe('gravity')
    expect(bleedMethodOf(pocketSheet, { bleed: 'vacuum' })).toBe('pump-and-hold')
    // Where the sheet names none, what is usual stands in; what it forbids does not.
    const unsaid = (system: System, forbidden: BleedMethod[] = []) =>
      bleedMethodOf(
        {
          system,
          bleeders: [],
          bleeding: { ...pocketSheet.bleeding, allowed: [], forbidden: forbidden.map(method => ({ method, why: 'x' })) },
        },
        { bleed: 'bench' },
      )
    expect(systems.map(system => unsaid(system))).toEqual([
      'circulate',
      'lock-to-lock',
      'pump-and-hold',
      'pump-and-hold',
      'prime',
      'circulate',
      'circulate',
    ])
    expect(unsaid('brake', ['pump-and-hold'])).toBe('pressure')
    // Nobody sits in a raised car: where a bleeder is reached only there, nobody works its pedal.
    const reached = (...positions: ('ground' | 'raised')[]) => ({
      ...pocketSheet,
      bleeders: pocketSheet.bleeders.map(bleeder => ({ ...bleeder, ways: positions.map(at => ({ ...bleeder.ways[0]!, at })) })),
    })
    const pump: BleedMethod[] = ['pump-and-hold', 'vacuum']
    const pumped = (sheet: Sheet, allowed = pump) =>
      bleedMethodOf({ ...sheet, bleeding: { ...sheet.bleeding, allowed } }, { bleed: 'pump-and-hold' })
    expect(pumped(reached('raised', 'ground'))).toBe('pump-and-hold')
    expect(pumped(reached('raised'))).toBe('vacuum')
    expect(pumped({ ...reached('raised'), system: 'brake' }, ['pump-and-hold'])).toBe('pressure')
    expect(unsaid('oil-feed', ['prime'])).toBeUndefined()
  })
  it('at its bleeders, at the wheel, as a whole, or by itself', () => {
    expect(Object.fromEntries(all.map(bleed => [bleed, bleedPlaces(sheet, { bleed })]))).toEqual({
      circulate: { places: [], priming: false },
      'lock-to-lock': { places: ['pocket'], priming: false },
      ...Object.fromEntries(
        ['pump-and-hold', 'vacuum', 'pressure', 'gravity'].map(one => [one, { places: ['left', 'right'], priming: false }]),
      ),
      ...Object.fromEntries(['bench', 'vacuum-fill', 'prime'].map(one => [one, { places: ['pocket'], priming: true }])),
    })
    expect(bleedPlaces({ ...sheet, bleeding: { ...sheet.bleeding, allowed: [] } }, undefined)).toEqual({ places: [], priming: false })
    // A brake is bled, whether anybody named a bleeder or not.
    const brake = { ...sheet, system: 'brake' as const, bleeders: [] }
    for (const allowed of [[], ['gravity' as const]])
      expect(bleedPlaces({ ...brake, bleeding: { ...sheet.bleeding, allowed } }, undefined)).toEqual({ places: ['pocket'], priming: false })
  })
})

describe('levels', () => {
  const [cold, hot] = pocketSheet.levels as [Level, Level]
  it('the one that the sheet says decides, else the one with the engine idling, else the last', () => {
    expect(decidingLevel({ levels: [{ ...cold, decides: true }, hot] })?.id).toBe('cold')
    expect(decidingLevel({ levels: [hot, cold] })?.id).toBe('hot')
    expect(decidingLevel({ levels: [hot, { ...hot, id: 'second' }, cold] })?.id).toBe('second')
    expect(decidingLevel({ levels: [cold, { ...cold, id: 'later' }] })?.id).toBe('later')
    expect(decidingLevel({ levels: [] })).toBeUndefined()
  })
  it('asks for a temperature where one is stated and the fluid gets hot', () => {
    expect(asksTemperature({ system: 'transmission-cooler' }, hot)).toBe(true)
    expect(asksTemperature({ system: 'transmission-cooler' }, cold)).toBe(false)
    // From a cold engine to a warm one: whatever the oil has, it lies inside. Just short of that it is measured.
    const wide = (low: number, high: number) =>
      ({
        ...hot,
        temperature: { values: [{ value: { low: celsius(low), high: celsius(high) }, source: 'measured', date: '2026-01-01' }] },
      }) as unknown as Level
    expect(asksTemperature({ system: 'oil-feed' }, wide(15, 95))).toBe(false)
    expect([wide(25, 95), wide(15, 75)].map(level => asksTemperature({ system: 'oil-feed' }, level))).toEqual([true, true])
    expect(asksTemperature({ system: 'brake' }, hot)).toBe(false)
    expect(asksTemperature({ system: 'clutch' }, hot)).toBe(false)
  })
})

describe('parts', () => {
  it('a wheel is what comes off beside a wheel, in the air, with fasteners', () => {
    const wheel = operationOf('wheel')
    expect(isWheel(wheel)).toBe(true)
    expect(isWheel({ ...wheel, from: 'wheel-right' })).toBe(true)
    expect(isWheel({ ...wheel, from: 'below' })).toBe(false)
    expect(isWheel({ ...wheel, at: 'ground' })).toBe(false)
    expect(isWheel({ ...wheel, fasteners: [] })).toBe(false)
  })
  it('is torqued where it says, a wheel on the ground', () => {
    expect(tightenedAt(operationOf('wheel'))).toBe('ground')
    expect(tightenedAt({ ...operationOf('wheel'), tightenAt: 'half' })).toBe('half')
    expect(tightenedAt(operationOf('mount'))).toBe('ground')
    expect(tightenedAt(operationOf('shield'))).toBeUndefined()
  })
  it('has a torque where any of its fasteners has one, or a turn', () => {
    const bolt = { count: 1, what: 'bolt', size: 'M8', place: 'x' } as const
    const torque = known({ low: newtonMetres(1), high: newtonMetres(2) })
    expect(hasTorque({ fasteners: [] })).toBe(false)
    expect(hasTorque({ fasteners: [bolt] })).toBe(false)
    expect(hasTorque({ fasteners: [bolt, { ...bolt, torque }] })).toBe(true)
    expect(hasTorque({ fasteners: [{ ...bolt, turn: { snugThen: 90 as never } }] })).toBe(true)
    expect(hasTorque({ fasteners: [{ ...bolt, torque: 'unknown' }] })).toBe(true)
  })
})
