import { describe, expect, it } from 'vitest'
import { lead } from '../../../tests/helpers/demo'
import { known, pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import type { BleedMethod, Sheet } from '../../sheet/types'
import { balanceOf } from '../state/balanceOf'
import type { SaidBody, JobCommand, LeakedFound, Sight } from '../types'

const open: SaidBody = { type: 'jointOpened', joint: 'far' }
const seat: SaidBody = { type: 'jointSeated', joint: 'far', proofs: [] }
const filled: SaidBody = { type: 'fluidAdded', entered: { value: 1, unit: 'L' }, how: 'measured', volume: 1000 as never }
const engine: SaidBody = { type: 'engineStarted', minutes: 5 }
const raised: SaidBody = { type: 'carMoved', to: 'raised' }
const refused = (code: string, more: object = {}) => expect.objectContaining({ code, ...more })

describe('a round of bleeding', () => {
  const round = (bleeder: string, running?: boolean): JobCommand => ({
    type: 'roundBled',
    bleeder,
    saw: 'clear',
    toppedUp: true,
    ...(running !== undefined && { running }),
  })
  const bled = (bleed: BleedMethod, parameters: Sheet['bleeding']['parameters'] = {}) =>
    new Story(pocketCar({ bleeding: { ...pocketSheet.bleeding, parameters } }), { bleed })

  it('is made where this method bleeds', () => {
    expect(bled('gravity').then(open).ask(round('left'))).toEqual(round('left'))
    expect(bled('gravity').then(open).ask(round('moon'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'bleeder', id: 'moon' })
    expect(bled('gravity').then(open).ask(round('pocket'))).toEqual(refused('JOB_UNKNOWN_TARGET'))
    expect(bled('lock-to-lock').then(open).ask(round('left'))).toEqual(refused('JOB_UNKNOWN_TARGET'))
    expect(bled('circulate').then(open).ask(round('left'))).toEqual(refused('JOB_UNKNOWN_TARGET'))
  })
  it('in which the pedal came up with the bleeder open did not run clear', () => {
    const back = (saw: Sight): JobCommand => ({ type: 'roundBled', bleeder: 'left', saw, toppedUp: false, airBack: true })
    expect(bled('gravity').then(open).ask(back('clear'))).toEqual({ code: 'JOB_AIR_BACK' })
    expect(bled('gravity').then(open).ask(back('air'))).toEqual(back('air'))
  })
  it('of what nobody has opened is none', () => expect(bled('gravity').ask(round('left'))).toEqual({ code: 'JOB_NOT_PLANNED' }))
  it('with a pedal waits until what holds the pressure is shut and filled; left to run by itself it does not', () => {
    expect(bled('pump-and-hold').then(open).ask(round('left'))).toEqual(refused('JOB_GATE', { gate: 'pressure' }))
    expect(bled('pump-and-hold').all(open, seat, filled).ask(round('left'))).toEqual(round('left'))
    expect(bled('lock-to-lock').then(open).ask(round('pocket'))).toEqual(refused('JOB_GATE', { gate: 'pressure' }))
  })
  it('by turns of the wheel takes wheels that turn freely', () => {
    const story = () => bled('lock-to-lock', { at: 'half' }).all(open, seat, filled)
    expect(story().ask(round('pocket'))).toEqual({ code: 'JOB_LIFT', needs: 'half', is: 'elsewhere' })
    expect(story().then(raised).ask(round('pocket'))).toEqual(round('pocket'))
    expect(bled('lock-to-lock', { at: 'ground' }).all(open, seat, filled).ask(round('pocket'))).toEqual(round('pocket'))
    // Where bleeders are opened, the car stands as it is reached; with somebody in it only on the ground.
    expect(bled('pump-and-hold', { at: 'half' }).all(open, seat, filled).ask(round('left'))).toEqual(round('left'))
    const up = bled('pump-and-hold').all(open, seat, filled, raised)
    expect(up.ask(round('left'))).toEqual({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
    expect(bled('gravity').all(open, seat, filled, raised).ask(round('left'))).toEqual(round('left'))
  })
  it('without the engine and with it are two, where the sheet asks for both', () => {
    const story = () => bled('lock-to-lock', { running: 4 }).all(open, seat, filled)
    expect(story().ask(round('pocket'))).toEqual(round('pocket'))
    expect(story().ask(round('pocket', true))).toEqual({ code: 'JOB_ENGINE', is: 'off' })
    expect(story().then(engine).ask(round('pocket'))).toEqual({ code: 'JOB_ENGINE', is: 'running' })
    expect(story().then(engine).ask(round('pocket', true))).toEqual(round('pocket', true))
    // Where it asks for neither, one is as good as the other.
    expect(bled('lock-to-lock').all(open, seat, filled, engine).ask(round('pocket'))).toEqual(round('pocket'))
    expect(bled('gravity').all(open, engine).ask(round('left', true))).toEqual({ code: 'JOB_ENGINE', is: 'off' })
  })
})

describe('what was measured', () => {
  const measured = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted', value: number, more: object = {}): JobCommand =>
    ({ type, entered: { value, unit: 'mL' }, how: 'measured', ...more }) as JobCommand
  it.each(['fluidCaught', 'fluidAdded', 'fluidExtracted'] as const)('%s is kept in millilitres, as it was said', type => {
    expect(new Story().ask(measured(type, 250))).toEqual({ ...measured(type, 250), volume: 250 })
    const litres = { type, entered: { value: 1.5, unit: 'L' }, how: 'estimated', circuit: 'coolant' } as const
    expect(new Story().ask(litres)).toEqual({ ...litres, volume: 1500 })
    expect(new Story().ask(measured(type, 250, { circuit: 'moon' }))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'circuit', id: 'moon' })
    expect(new Story().ask(measured(type, 1e9))).toEqual(refused('JOB_QUANTITY_RANGE', { dimension: 'volume' }))
    expect(new Story().ask(measured(type, -1))).toEqual(refused('JOB_QUANTITY_RANGE'))
  })
  it('goes into nothing that is open below', () => {
    const off = (operation: string): SaidBody => ({ type: 'operationOff', operation, fasteners: [] })
    const story = new Story().then(off('pan'))
    expect(story.ask(measured('fluidAdded', 100))).toEqual({ code: 'JOB_DRAIN_OPEN', operation: 'pan' })
    expect(story.ask(measured('fluidCaught', 100))).toMatchObject({ volume: 100 })
    expect(story.ask(measured('fluidAdded', 100, { circuit: 'coolant' }))).toMatchObject({ volume: 100 })
    expect(new Story().then(off('hose')).ask(measured('fluidAdded', 100, { circuit: 'coolant' }))).toEqual(
      refused('JOB_DRAIN_OPEN', { operation: 'hose' }),
    )
  })
  it('goes back in only where the sheet lets it', () => {
    expect(new Story().ask(measured('fluidAdded', 100, { circuit: 'coolant', drained: true }))).toMatchObject({
      volume: 100,
      drained: true,
    })
    expect(new Story().ask(measured('fluidAdded', 100, { drained: true }))).toEqual({ code: 'JOB_OLD_FLUID' })
    const clean = pocketCar({ fluid: { ...pocketSheet.fluid, reuse: 'if-clean' } })
    expect(new Story(clean).ask(measured('fluidAdded', 100, { drained: true }))).toMatchObject({ volume: 100 })
  })
})

describe('what it comes out of', () => {
  const brake = pocketCar({ fluid: { ...pocketSheet.fluid, spec: known('DOT 4') } })
  const added = (bottle: unknown, more: object = {}): JobCommand =>
    ({ type: 'fluidAdded', entered: { value: 200, unit: 'mL' }, how: 'measured', bottle, ...more }) as JobCommand
  const tooLong = { code: 'JOB_BOTTLE', why: 'too-long', months: 6 }
  it('brake fluid is poured from a sealed bottle, or one opened lately', () => {
    expect(new Story(brake).ask(added('sealed'))).toMatchObject({ volume: 200, bottle: 'sealed' })
    expect(new Story(brake).ask(added({ opened: '2026-02-01' }))).toMatchObject({ volume: 200 })
    expect(new Story(brake).ask(added({ opened: '2025-03-01' }))).toEqual(tooLong)
    expect(new Story(brake).ask(added({ opened: '2027-03-01' }))).toMatchObject({ code: 'JOB_BOTTLE', why: 'not-yet' })
  })
  it('nothing said of the bottle is not taken for a fresh one; what was drained of this car has none', () => {
    expect(new Story(brake).ask(added(undefined))).toEqual({ ...tooLong, why: 'not-said' })
    expect(new Story(brake).ask(added(undefined), { person: lead })).toEqual({ ...tooLong, why: 'not-said' })
    expect(new Story().ask(added(undefined))).toMatchObject({ volume: 200 })
    const again = pocketCar({ fluid: { ...pocketSheet.fluid, spec: known('DOT 4'), reuse: 'if-clean' } })
    expect(new Story(again).ask(added(undefined, { drained: true }))).toMatchObject({ volume: 200, drained: true })
  })
  it('what keeps is poured whenever it was opened', () =>
    expect(new Story().ask(added({ opened: '2020-03-01' }))).toMatchObject({ volume: 200 }))
  it('a lead may use an old one with a word of why, a technician with none', () => {
    const kept = { kept: 'only bottle in the harbour, flushed again tomorrow' }
    expect(new Story(brake).ask(added({ opened: '2025-03-01' }, kept))).toEqual(tooLong)
    expect(new Story(brake).ask(added({ opened: '2025-03-01' }, kept), { person: lead })).toMatchObject({ volume: 200, ...kept })
    expect(new Story(brake).ask(added({ opened: '2025-03-01' }, { kept: '  ' }), { person: lead })).toEqual(tooLong)
    expect(new Story(brake).ask(added({ opened: '2027-03-01' }, kept), { person: lead })).toMatchObject({ why: 'not-yet' })
  })
})

describe('a vacuum that is drawn before it is filled', () => {
  const held = (from: number, to: number, minutes: number): JobCommand => ({ type: 'vacuumHeld', from, to, minutes })
  const add: JobCommand = { type: 'fluidAdded', entered: { value: 200, unit: 'mL' }, how: 'measured' }
  const leaks: SaidBody = { type: 'vacuumHeld', from: 80, to: 60, minutes: 3, verdict: 'leaks' }
  it('is judged as it is read', () => {
    expect(new Story().ask(held(80, 79, 5))).toMatchObject({ verdict: 'holds' })
    expect(new Story().ask(held(80, 60, 5))).toMatchObject({ verdict: 'leaks' })
  })
  it('that does not hold keeps the fluid out, until one does or something was opened to mend it', () => {
    expect(new Story().then(leaks).ask(add)).toEqual({ code: 'JOB_VACUUM' })
    expect(new Story().then(leaks).ask({ ...add, circuit: 'coolant' } as JobCommand)).toMatchObject({ volume: 200 })
    expect(new Story().all(leaks, { ...leaks, to: 79, verdict: 'holds' }).ask(add)).toMatchObject({ volume: 200 })
    expect(new Story().all(leaks, open).ask(add)).toMatchObject({ volume: 200 })
  })
})

describe('what was weighed', () => {
  const coolant = pocketCar({ fluid: { ...pocketSheet.fluid, spec: known('coolant, blue') } })
  const weighed = (value: number, full: number, empty: number): JobCommand => ({
    type: 'fluidCaught',
    entered: { value, unit: 'mL' },
    how: 'measured',
    weighed: { full, empty, celsius: 15 as never },
  })
  it('is what was entered, by the density of its kind', () => {
    // 1.075 kg/L at 15 °C, from memory: 1075 g are a litre.
    expect(new Story(coolant).ask(weighed(1000, 1385, 310))).toMatchObject({ volume: 1000, weighed: { full: 1385 } })
    expect(new Story(coolant).ask(weighed(900, 1385, 310))).toMatchObject({ code: 'JOB_WEIGHT', why: 'differs' })
  })
  it('is heavier with it than without', () =>
    expect(new Story(coolant).ask(weighed(1000, 310, 310))).toEqual({ code: 'JOB_WEIGHT', why: 'lighter' }))
  it('of a fluid nobody knows the weight of is measured otherwise', () =>
    expect(new Story().ask(weighed(1000, 1385, 310))).toEqual({ code: 'JOB_WEIGHT', why: 'density' }))
})

describe('what had leaked out before', () => {
  const lost = (found: LeakedFound, circuit?: string): JobCommand => ({ type: 'leakedBefore', found, ...(circuit && { circuit }) })
  const sheet = pocketCar({ levels: pocketSheet.levels.map(level => (level.id === 'cold' ? { ...level, mlPerMm: 12 } : level)) })
  it('follows from the level where a millimetre is known, within what an eye is off by', () => {
    expect(new Story(sheet).ask(lost({ by: 'level', level: 'cold', mm: 40 }))).toMatchObject({ amount: { millilitres: 480, within: 24 } })
    expect(new Story(sheet).ask(lost({ by: 'level', level: 'moon', mm: 40 }))).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'level' }))
    expect(
      new Story(pocketCar({ levels: pocketSheet.levels.map(({ mlPerMm: _, ...level }) => level) })).ask(
        lost({ by: 'level', level: 'cold', mm: 40 }),
      ),
    ).not.toHaveProperty('amount')
  })
  it('from drips of a twentieth of a millilitre (common practice, no source), and what the customer put in', () => {
    expect(new Story().ask(lost({ by: 'drips', perMinute: 2, hours: 100 }))).toMatchObject({ amount: { millilitres: 600, within: 300 } })
    expect(new Story().ask(lost({ by: 'added', entered: { value: 1, unit: 'L' } }))).toMatchObject({
      amount: { millilitres: 1000, within: 250 },
    })
    expect(new Story().ask(lost({ by: 'unknown' }))).toEqual(lost({ by: 'unknown' }))
  })
  it('is no more than any car holds, and of a circuit of this car', () => {
    expect(new Story().ask(lost({ by: 'drips', perMinute: 600, hours: 100_000 }))).toEqual(refused('JOB_QUANTITY_RANGE'))
    expect(new Story().ask(lost({ by: 'unknown' }, 'moon'))).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'circuit' }))
    expect(new Story().ask(lost({ by: 'unknown' }, 'coolant'))).toMatchObject({ circuit: 'coolant' })
  })
  it('is owed with what was caught; said anew it takes the place of what was said, and taken back it is gone', () => {
    const caught: SaidBody = { type: 'fluidCaught', entered: { value: 300, unit: 'mL' }, how: 'measured', volume: 300 as never }
    const said = (mL: number): SaidBody => ({
      ...(lost({ by: 'added', entered: { value: mL, unit: 'mL' } }) as Extract<SaidBody, { type: 'leakedBefore' }>),
      amount: { millilitres: mL as never, within: 50 as never },
    })
    const owed = (story: Story) => balanceOf(story.resolved, story.state).owed
    expect(owed(new Story().then(caught))).toBe(300)
    expect(owed(new Story().all(caught, said(400), said(100)))).toBe(400)
    expect(owed(new Story().all(caught, lost({ by: 'unknown' }) as SaidBody))).toBeUndefined()
  })
})

describe('a level', () => {
  const read = (level: string, change: object = {}): JobCommand =>
    ({ type: 'levelRead', level, engine: 'off', reading: 'at', ...change }) as JobCommand
  const hot = (value: number, unit = 'degC') => read('hot', { engine: 'idling', temperature: { value, unit } })
  it('is one of this car', () => {
    expect(new Story().ask(read('cold'))).toEqual(read('cold'))
    expect(new Story().ask(read('header'))).toEqual(read('header'))
    expect(new Story().ask(read('moon'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'level', id: 'moon' })
  })
  it('is read with the engine as the sheet says, and as it is', () => {
    const needs = (engine: string) => ({ code: 'JOB_LEVEL_ENGINE', needs: engine })
    expect(new Story().then(engine).ask(read('cold'))).toEqual(needs('off'))
    expect(new Story().ask(read('cold', { engine: 'idling' }))).toEqual(needs('off'))
    expect(new Story().then(engine).ask(read('cold', { engine: 'idling' }))).toEqual(needs('off'))
    expect(new Story().ask(hot(80))).toEqual(needs('idling'))
    expect(new Story().then(engine).ask(read('hot'))).toEqual(needs('idling'))
    expect(new Story().ask(read('hot'))).toEqual(needs('idling'))
  })
  it('is read at its temperature, kept as said', () => {
    const running = () => new Story().then(engine)
    expect(running().ask(read('hot', { engine: 'idling' }))).toEqual({ code: 'JOB_TEMPERATURE_NEEDED', level: 'hot' })
    for (const value of [70, 80, 90]) expect(running().ask(hot(value))).toEqual({ ...hot(value), celsius: value })
    for (const value of [69, 91])
      expect(running().ask(hot(value))).toEqual({
        code: 'JOB_LEVEL_TEMPERATURE',
        level: 'hot',
        celsius: value,
        window: { low: 70, high: 90 },
      })
    expect(running().ask(hot(176, 'degF'))).toMatchObject({ celsius: 80 })
    expect(running().ask(hot(900))).toEqual(refused('JOB_QUANTITY_RANGE', { dimension: 'temperature' }))
    // A mark that knows no window takes whatever it was.
    expect(new Story().ask(read('cold', { temperature: { value: 20, unit: 'degC' } }))).toMatchObject({ celsius: 20 })
  })
  it('tapped on its scale, is what the height says against the marks, whatever else was chosen', () => {
    const scaled = (change: object) => pocketCar({ levels: pocketSheet.levels.map(one => ({ ...one, ...change })) })
    const tapped = (mm: number, reading = 'at') => read('cold', { mm, reading })
    const banded = new Story(scaled({ band: 12 }))
    expect(banded.ask(tapped(-1))).toEqual(tapped(-1, 'below'))
    expect(banded.ask(tapped(12, 'above'))).toEqual(tapped(12, 'at'))
    expect(banded.ask(tapped(13, 'below'))).toEqual(tapped(13, 'above'))
    // One mark is met within what an eye is off by.
    expect(new Story().ask(tapped(2, 'below'))).toEqual(tapped(2, 'at'))
    expect(new Story().ask(tapped(3))).toEqual(tapped(3, 'above'))
    // At a plug nobody sees a height; in foam nobody reads one.
    expect(new Story(scaled({ method: 'plug' })).ask(tapped(40))).toEqual(read('cold'))
    expect(banded.ask(tapped(12, 'foam'))).toMatchObject({ reading: 'foam' })
    const warm = new Story(scaled({ band: 12 })).then(engine)
    expect(warm.ask({ ...hot(80), mm: 20 } as JobCommand)).toEqual({ ...hot(80), mm: 20, reading: 'above', celsius: 80 })
  })
  it('of a reservoir that stays cool needs none', () => {
    const brakes = new Story(pocketCar({ system: 'brake' })).then(engine)
    expect(brakes.ask(read('hot', { engine: 'idling' }))).toEqual(read('hot', { engine: 'idling' }))
  })
  it('is none in foam, which is seen at any time and rests', () => {
    const foam = (level = 'cold'): JobCommand => read(level, { reading: 'foam' })
    expect(new Story().ask(foam())).toEqual({ ...foam(), rest: 30 })
    expect(new Story().then(engine).ask(foam())).toEqual({ ...foam(), rest: 30 })
    const rests = pocketCar({ bleeding: { ...pocketSheet.bleeding, parameters: { restMinutes: 12 as never } } })
    expect(new Story(rests).ask(foam('hot'))).toMatchObject({ rest: 12 })
    const foamed = (rest: number): SaidBody => ({ ...foam(), rest }) as SaidBody
    expect(new Story().then(foamed(30)).ask(read('cold'))).toEqual({ code: 'JOB_TIMER_RUNNING', timer: 'rest', secondsLeft: 1200 })
    expect(new Story().then(foamed(10)).ask(read('cold'))).toEqual(read('cold'))
    // Said to have gone sooner.
    expect(new Story().all(foamed(30), { type: 'timerEnded', timer: 'rest', reason: 'gone' }).ask(read('cold'))).toEqual(read('cold'))
    // Foam in one reservoir says nothing of another; and a reading since has settled it.
    expect(new Story().then(foamed(60)).ask(read('header'))).toEqual(read('header'))
    expect(new Story().all(foamed(60), read('cold') as SaidBody).ask(read('cold'))).toEqual(read('cold'))
    // Foam seen in a round of what circulates rests as long, before the next round, the engine, and any level of that fluid.
    const turned = (rest?: number): SaidBody => ({
      type: 'roundBled',
      bleeder: 'pocket',
      saw: 'foam',
      toppedUp: true,
      ...(rest && { rest }),
    })
    const turning = () =>
      new Story(pocketCar({ system: 'power-steering' }), { bleed: 'lock-to-lock' }).then({ type: 'jointOpened', joint: 'near' })
    const due = { code: 'JOB_TIMER_RUNNING', timer: 'rest' }
    expect(turning().ask(turned())).toMatchObject({ code: 'JOB_GATE' })
    const foaming = () => turning().then(turned(60))
    expect(foaming().ask({ ...turned(), saw: 'clear' } as JobCommand)).toMatchObject(due)
    expect(foaming().ask({ type: 'engineStarted' })).toMatchObject(due)
    expect(foaming().ask(read('cold'))).toMatchObject(due)
    expect(foaming().ask(read('header'))).toEqual(read('header'))
    const seen = foaming().then({ type: 'timerEnded', timer: 'rest', reason: 'it is clear' })
    expect(seen.ask(read('cold'))).toEqual(read('cold'))
    // In a brake’s clear hose it says: go on.
    const brake = new Story(pocketCar({ system: 'brake' }), { bleed: 'gravity' }).then({ type: 'jointOpened', joint: 'near' })
    const round = { type: 'roundBled', bleeder: 'left', saw: 'foam', toppedUp: true } as const
    expect(brake.ask(round)).toEqual(round)
    expect(brake.then(round).ask(round)).toEqual(round)
    const steers = new Story(pocketCar({ system: 'power-steering', bleeding: { ...pocketSheet.bleeding, allowed: ['gravity'] } }))
    expect(steers.then({ type: 'jointOpened', joint: 'near' }).ask(round)).toEqual({ ...round, rest: 30 })
    // Foam again rests again.
    expect(new Story().then(foamed(60)).ask(foam())).toEqual({ ...foam(), rest: 30 })
  })
})
