import { describe, expect, it } from 'vitest'
import { PlayedJob, everyDemoCar } from '../../tests/helpers/demo'
import type { JobCommand } from './types'

const carOf = (sheet: string) => everyDemoCar().find(car => car.sheet.id === sheet)!
const begun = () => new PlayedJob(carOf('halyard-cooler-lines-screw-in')).plan()
type Leaflet = Extract<JobCommand, { type: 'leafletRead' }>
type Observed = Extract<JobCommand, { type: 'observed' }>

describe('a leaflet', () => {
  const { resolved } = begun()
  const joint = resolved.joints[0]!.id
  const operation = resolved.operations.find(({ fasteners }) => fasteners.length > 0)!
  const window = (low: number, high: number) => ({ low: { value: low, unit: 'N.m' }, high: { value: high, unit: 'N.m' } }) as const
  const read = (change: Partial<Leaflet>): Leaflet =>
    ({ type: 'leafletRead', thing: 'joint', target: joint, ...window(8, 12), from: 'leaflet in the box', ...change }) as Leaflet

  it.each<[string, Partial<Leaflet>]>([
    ['of a joint', {}],
    ['with one value instead of a window', window(10, 10)],
    ['of a group of bolts', { thing: 'operation', target: operation.id, group: operation.fasteners.length - 1 }],
  ])('%s is taken', (_, change) => expect(begun().try(read(change))).toBeUndefined())
  it.each<[string, Partial<Leaflet>, object]>([
    ['of nothing on this car', { target: 'moon' }, { code: 'JOB_UNKNOWN_TARGET', what: 'joint', id: 'moon' }],
    ['of a part that is no joint', { target: operation.id }, { code: 'JOB_UNKNOWN_TARGET' }],
    ['of bolts, without which', { thing: 'operation', target: operation.id }, { code: 'JOB_FASTENER_GROUPS', got: 1 }],
    [
      'of bolts that are not there',
      { thing: 'operation', target: operation.id, group: operation.fasteners.length },
      { code: 'JOB_FASTENER_GROUPS', expected: operation.fasteners.length, got: operation.fasteners.length + 1 },
    ],
    ['the wrong way round', window(12, 8), { code: 'JOB_WINDOW', low: 12, high: 8 }],
    ['out of reason below', window(-1, 8), { code: 'JOB_QUANTITY_RANGE', dimension: 'torque' }],
    ['out of reason above', window(8, 50_000), { code: 'JOB_QUANTITY_RANGE', dimension: 'torque' }],
    ['from nowhere', { from: ' ' }, { code: 'JOB_REASON_NEEDED', field: 'from' }],
  ])('%s is refused', (_, change, refusal) => expect(begun().try(read(change))).toMatchObject(refusal))
})

describe('what is met on the car', () => {
  const { resolved } = begun()
  const joint = resolved.joints[0]!.id
  const met = (found: Observed['found'], change: Partial<Observed> = {}): Observed => ({
    type: 'observed',
    about: 'joint',
    target: joint,
    found,
    ...change,
  })
  const mm = (what: 'hex' | 'length', value: number) => met({ what, entered: { value, unit: 'mm' } })
  it.each<[string, Observed]>([
    ['the smallest hex', mm('hex', 1)],
    ['the largest hex', mm('hex', 100)],
    ['a long line', mm('length', 20_000)],
    ['longer than any hex', mm('length', 101)],
    ['a torque', met({ what: 'torque', entered: { value: 18, unit: 'N.m' } })],
    ['a word', met({ what: 'note', text: 'left-hand thread' })],
    ['a count', met({ what: 'count', count: 7 }, { about: 'operation', target: resolved.operations[0]!.id })],
    ['minutes', met({ what: 'minutes', minutes: 12 }, { about: 'line', target: resolved.lines[0]!.id })],
  ])('%s is written down', (_, command) => expect(begun().try(command)).toBeUndefined())
  it.each<[string, Observed, object]>([
    ['a hex of nothing', mm('hex', 0.9), { code: 'JOB_QUANTITY_RANGE', dimension: 'length', low: 1, high: 100 }],
    ['a hex of a palm', mm('hex', 100.1), { code: 'JOB_QUANTITY_RANGE', high: 100 }],
    ['a line out of the yard', mm('length', 20_001), { code: 'JOB_QUANTITY_RANGE', high: 20_000 }],
    ['a torque that tears it', met({ what: 'torque', entered: { value: 50_000, unit: 'N.m' } }), { code: 'JOB_QUANTITY_RANGE' }],
    ['no word', met({ what: 'note', text: '  ' }), { code: 'JOB_REASON_NEEDED', field: 'text' }],
    ['of nothing on this car', met({ what: 'note', text: 'x' }, { target: 'moon' }), { code: 'JOB_UNKNOWN_TARGET', what: 'joint' }],
    ['of a line that is a joint', met({ what: 'note', text: 'x' }, { about: 'line' }), { code: 'JOB_UNKNOWN_TARGET', what: 'line' }],
  ])('%s is refused', (_, command, refusal) => expect(begun().try(command)).toMatchObject(refusal))
})

describe('a part with a seal of its own is looked at', () => {
  const pan = 'gearbox-pan'
  const look = (result: 'dry' | 'weeping'): JobCommand => ({ type: 'partLooked', operation: pan, result })
  const withPan = () => {
    const played = new PlayedJob(carOf('halyard-cooler-lines-screw-in'))
    return played.do({ type: 'planned', inputs: { lines: [], neighbours: ['pan-gasket'], start: 'ground' } })
  }
  it('once it is on again, with the engine running since, and in sight', () => {
    expect(withPan().try({ ...look('dry'), operation: 'moon' } as JobCommand)).toMatchObject({ code: 'JOB_UNKNOWN_TARGET' })
    const off = withPan().workUntil(`on:${pan}`)
    expect(off.try(look('dry'))).toMatchObject({ code: 'JOB_THING_STATE', target: pan, needs: 'on' })
    expect(off.try(look('weeping'))).toMatchObject({ code: 'JOB_THING_STATE' })
    const still = off.workUntil('run')
    expect(still.try(look('dry'))).toEqual({ code: 'JOB_NO_PRESSURE', by: 'engine' })
    // A leak is a leak, whatever runs.
    expect(still.try(look('weeping'))).toBeUndefined()
    const running = withPan().workUntil('look')
    expect(running.try(look('dry'))).toBeUndefined()
    expect(running.next()?.id).not.toBe(`look:${pan}`)
  })
  it('not through the undershield, which could be off', () => {
    const played = withPan().workUntil(`on:${pan}`)
    played.do(played.plainFor(played.next()!))
    const { id: operation, fasteners } = played.resolved.operations.find(({ id }) => id === 'undershield')!
    const cover: JobCommand = { type: 'operationOn', operation, fasteners: fasteners.map(({ count }) => count) }
    expect(played.try(cover)).toMatchObject({ code: 'JOB_GATE', gate: 'close', due: [{ kind: 'part-look', operation: pan }] })
    // Left for the night it is covered all the same; the look is still due, and is made with the shield off.
    played.do({ type: 'paused', reason: 'end-of-day' }).do(cover).do({ type: 'resumed' })
    expect(played.try(look('dry'))).toEqual({ code: 'JOB_HIDDEN', joint: pan, operation })
  })
  it('past a shield that stayed on while the pan came off: whoever reached past it sees past it', () => {
    const played = withPan().workUntil('off:undershield')
    const { fasteners, seals } = played.resolved.operations.find(({ id }) => id === pan)!
    const counts = fasteners.map(({ count }) => count)
    played.clock += 24 * 3_600_000
    played.do({ type: 'operationOff', operation: pan, fasteners: counts })
    played.do({ type: 'operationOn', operation: pan, fasteners: counts, seals: seals!.map(({ id }) => id), oldOut: true })
    // What it still wants is the engine, not the shield off.
    expect(played.try(look('dry'))).toEqual({ code: 'JOB_NO_PRESSURE', by: 'engine' })
    // Put on after that, by a tablet that has seen none of it, it covers the pan all the same.
    const shield = played.resolved.operations.find(({ id }) => id === 'undershield')!
    const all = shield.fasteners.map(({ count }) => count)
    played.do({ type: 'operationOff', operation: shield.id, fasteners: all }).do({ type: 'paused', reason: 'end-of-day' })
    played.device = 'tablet-2'
    played.seen = 1
    played.do({ type: 'operationOn', operation: shield.id, fasteners: all })
    played.seen = undefined
    played.do({ type: 'resumed' })
    expect(played.try(look('dry'))).toEqual({ code: 'JOB_HIDDEN', joint: pan, operation: shield.id })
  })
})
