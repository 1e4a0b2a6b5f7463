import { describe, expect, it } from 'vitest'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import type { PlanInputs } from '../../plan/planInputs'
import type { LiftPosition, Sheet } from '../../sheet/types'
import { standingOf } from './standingOf'
import type { JobBody } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const seat = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const torque = (joint: string): JobBody => ({ type: 'jointTorqued', joint, how: 'wrench', verdict: 'inside' }) as JobBody
const look = (joint: string): JobBody => ({ type: 'leakChecked', joint, result: 'dry' })
const released = (hold: string): JobBody => ({ type: 'holdReleased', hold })
const fastened = (hold: string): JobBody => ({ type: 'holdFastened', hold })
const out = (line: string): JobBody => ({ type: 'lineOut', line })
const laid = (line: string): JobBody => ({ type: 'lineIn', line, which: 'new' })
const off = (operation: string): JobBody => ({ type: 'operationOff', operation, fasteners: [] })
const on = (operation: string): JobBody => ({ type: 'operationOn', operation, fasteners: [] })
const moved = (to: LiftPosition): JobBody => ({ type: 'carMoved', to })
const started: JobBody = { type: 'engineStarted', minutes: 5 as never }
const stopped: JobBody = { type: 'engineStopped' }
const filled: JobBody = { type: 'fluidAdded', entered: { value: 1, unit: 'L' }, how: 'measured', volume: 1000 as never }
const level = (id: string): JobBody => ({ type: 'levelRead', level: id, engine: 'off', reading: 'at' })
const wiped = (at: LiftPosition): JobBody => ({ type: 'cleaned', at })
const both: Partial<PlanInputs> = { lines: ['supply', 'return'] }
const only = (line: string): Partial<PlanInputs> => ({ lines: [line] })
const none: Partial<PlanInputs> = { lines: [] }

const standing = (inputs: Partial<PlanInputs>, bodies: readonly JobBody[], change: Partial<Sheet> = {}) => {
  const story = new Story(pocketCar(change), inputs).all(...bodies)
  return standingOf(story.resolved, story.state)
}
const done = (...asked: Parameters<typeof standing>) => standing(...asked).done

describe('what the planner is told of the car', () => {
  it('untouched: nothing is off, nothing begun, and nothing of the lines done', () => {
    const { done, ...rest } = standing(both, [])
    expect(rest).toEqual({ at: 'ground', off: [], lines: [], joints: [], drained: [], resealed: [], begunAt: {} })
    expect(done.filter(key => /supply|return|near|far|middle|last|clip|bracket/.test(key)).sort()).toEqual([])
  })

  it('where it stands, what is off, what ran out, what has seals of its own', () => {
    const told = [moved('raised'), off('shield'), off('pan'), off('hose'), on('hose'), off('belt'), on('belt'), off('inner')]
    expect(standing(both, told)).toMatchObject({
      at: 'raised',
      off: ['shield', 'inner', 'pan'],
      drained: ['pocket', 'coolant'],
      resealed: ['pan'],
    })
    expect(standing(both, [off('pan'), on('pan')])).toMatchObject({ off: [], resealed: ['pan'] })
  })

  it('a line put back as it was, and a joint opened beside what is wanted', () => {
    expect(standing(only('return'), [open('near'), open('far')])).toMatchObject({ lines: [], joints: ['near', 'far'] })
    expect(standing(only('return'), [open('near'), open('middle'), out('supply')])).toMatchObject({ lines: ['supply'], joints: [] })
    expect(standing(both, [open('near'), out('supply')])).toMatchObject({ lines: [], joints: [] })
  })

  it('from where somebody began, it is finished', () => {
    const told = [moved('half'), open('near'), moved('raised'), open('far'), released('clip'), out('supply'), moved('ground'), seat('far')]
    expect(standing(both, told).begunAt).toEqual({
      'joint:near': 'half',
      'joint:far': 'ground',
      'hold:clip': 'raised',
      'withdraw:supply': 'raised',
    })
  })

  it('filled, it was filled where the car stood then', () => {
    const told = [moved('raised'), open('last'), seat('last'), torque('last'), filled, moved('ground')]
    expect(standing(none, told).begunAt).toMatchObject({ 'fill:dipstick': 'raised' })
    expect(standing(both, told.slice(0, 4)).begunAt).not.toHaveProperty('fill:dipstick')
  })
})

describe('what need not be done any more', () => {
  it('what the car shows, kind by kind', () => {
    const told: JobBody[] = [
      { type: 'prepared' },
      { type: 'partReceived', line: 'return', against: 'sheet', agrees: true },
      open('middle'),
      { type: 'jointCapped', joint: 'middle' },
      released('bracket'),
      out('return'),
      laid('return'),
      seat('middle'),
      fastened('bracket'),
    ]
    expect(done(both, told)).toEqual(
      expect.arrayContaining([
        'prepare',
        'receive:return',
        'open:middle',
        'cap:middle',
        'release:bracket',
        'withdraw:return',
        'fit:return',
        'seat:middle',
        'fasten:bracket',
      ]),
    )
    expect(done(both, told)).not.toEqual(expect.arrayContaining(['open:last']))
    for (const key of ['receive:supply', 'open:last', 'release:clip', 'withdraw:supply', 'fit:supply', 'leak:middle', 'compare:return'])
      expect(done(both, told)).not.toContain(key)
  })

  it('a part beside, a level, a look, what is wiped, and what was left out with a reason', () => {
    const told: JobBody[] = [
      { type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer' },
      { type: 'neighbourRenewed', neighbour: 'mat' },
      { type: 'stepSkipped', step: { kind: 'road-test', target: 'pocket' }, reason: 'no plates' },
      off('pan'),
      on('pan'),
      started,
      { type: 'partLooked', operation: 'pan', result: 'dry' },
    ]
    expect(done(both, told)).toEqual(expect.arrayContaining(['renew:mat', 'look:pan', 'road-test']))
    expect(done(both, told.slice(0, 1))).not.toContain('renew:mat')
    const opened = [open('last'), seat('last'), torque('last'), filled]
    expect(done(none, [...opened, level('cold'), wiped('ground')])).toEqual(
      expect.arrayContaining(['level:cold', 'wipe:ground', 'fill:dipstick']),
    )
    expect(done(none, opened)).not.toContain('wipe:ground')
    expect(done(both, opened.slice(0, 3))).not.toContain('fill:dipstick')
  })

  it('the other fluid, drained and filled in again', () => {
    const coolant = (type: 'fluidCaught' | 'fluidAdded'): JobBody =>
      ({ type, entered: { value: 1, unit: 'L' }, how: 'measured', volume: 1000, circuit: 'coolant' }) as JobBody
    const told = [off('hose'), coolant('fluidCaught'), on('hose')]
    expect(done(both, told)).toContain('drain:coolant')
    expect(done(both, told)).not.toContain('refill:coolant')
    expect(done(both, [...told, coolant('fluidAdded')])).toContain('refill:coolant')
    expect(done(both, [off('hose')])).not.toContain('drain:coolant')
  })

  it('of a line that goes back as it was, only what was touched', () => {
    const back = done(only('return'), [open('near'), released('clip'), out('supply')])
    // The old one needs no parcel, no comparing, and is not taken out again; the joint nobody opened stays as it is.
    for (const key of ['receive:supply', 'compare:supply', 'withdraw:supply', 'open:near', 'open:far', 'seat:far', 'leak:far'])
      expect(back).toContain(key)
    for (const key of ['fit:supply', 'seat:near', 'torque:near', 'leak:near']) expect(back).not.toContain(key)
    // The clip holds the wanted line as well.
    expect(back).not.toContain('fasten:clip')
    const alone = done(only('supply'), [open('middle'), out('return')])
    expect(alone).toEqual(expect.arrayContaining(['release:bracket', 'fasten:bracket']))
    expect(done(only('supply'), [open('middle'), released('bracket'), out('return')])).not.toContain('fasten:bracket')
  })
})

describe('the engine, for what is left to see', () => {
  const bare: Partial<Sheet> = { levels: [], circuits: [] }
  const ready = [open('last'), seat('last'), torque('last')]

  it('nothing left to see and never run: not said to be done', () => {
    expect(done(none, [], bare)).not.toEqual(expect.arrayContaining(['run']))
    expect(done(none, ready, bare)).not.toContain('run')
  })

  it('all seen: it has run, and is stopped or still to be stopped', () => {
    expect(done(none, [...ready, started, look('last')], bare)).toContain('run')
    expect(done(none, [...ready, started, look('last')], bare)).not.toContain('stop')
    expect(done(none, [...ready, started, look('last'), stopped], bare)).toEqual(expect.arrayContaining(['run', 'stop']))
  })

  it('running with only looks left, it need not be started again; with a joint to tighten it must', () => {
    expect(done(none, [...ready, started], bare)).toContain('run')
    expect(done(none, [...ready, started, stopped], bare)).not.toContain('run')
    expect(done(none, [open('last'), seat('last'), started], bare)).not.toContain('run')
    expect(done(only('supply'), [...ready, started], bare)).not.toContain('run')
  })

  it.each<[string, Partial<Sheet>, JobBody[]]>([
    ['a level', { circuits: [] }, []],
    ['the level of another fluid that was let out', { levels: [] }, [off('hose'), on('hose')]],
    ['a part with seals of its own', bare, [off('pan'), on('pan')]],
    [
      'turns with the engine idling',
      { ...bare, bleeding: { ...pocketCar().sheet.bleeding, parameters: { running: 5 } } } as Partial<Sheet>,
      [],
    ],
  ])('%s is still to be seen', (_, change, before) => {
    const seen = [started, look('last'), stopped]
    expect(done(none, [...ready, ...seen], bare)).toContain('run')
    expect(done(none, [...ready, ...before, ...seen], change)).not.toContain('run')
  })

  it('the level of another fluid that nobody let out is nobody’s', () => {
    expect(done(none, [...ready, started, look('last')], { levels: [] })).toContain('run')
  })
})
