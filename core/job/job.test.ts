import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Bench, demoCar, technician } from '../../tests/helpers/demo'
import { buildRecord } from './buildRecord'
import { decide } from './decide'
import { evolve, fold } from './evolve'
import { listDue } from './obligations'
import { summarise } from './summarise'
import { secondsLeft } from './timer'
import type { JobCommand, JobEvent } from './types'

const one = demoCar('one')
const planned = () => new Bench(one).plan()
const missing = (bench: Bench) => listDue(one, bench.state!).map(item => item.kind)

describe('a whole job', () => {
  it('worked as planned has nothing missing and signs off', () => {
    const bench = planned().workUntil()
    expect(bench.steps().every(step => step.status === 'done')).toBe(true)
    expect(missing(bench)).toEqual([])
    bench.do({ type: 'signedOff' }).do({ type: 'handedOver', to: 'customer' })
    expect(summarise(bench.state!, bench.steps(), [])).toMatchObject({ stage: 'handed-over', missing: 0, timers: [] })
    const record = buildRecord(one, bench.state!, bench.events)
    expect(record.torques.map(torque => torque.name)).toEqual([
      'Gearbox, upper',
      'Gearbox, lower',
      'Bracket, cross member',
      'Overflow plug in the gearbox pan',
      'Undershield, bolt M8×20',
      'Undershield, bolt M8×35',
    ])
    expect(record.clearances).toHaveLength(2)
    expect(record.torques[0]).toMatchObject({
      name: 'Gearbox, upper',
      newtonMetres: 18.5,
      window: { low: 17, high: 20 },
      verdict: 'inside',
    })
    expect(record.torques[0]!.poundFeet).toBeCloseTo(13.64, 2)
    expect(record.joints.every(joint => joint.leak === 'dry')).toBe(true)
    expect(record.events).toHaveLength(bench.events.length)
  })

  it('moves through its stages', () => {
    const stage = (bench: Bench) => summarise(bench.state!, bench.state!.inputs ? bench.steps() : [], []).stage
    const bench = new Bench(one)
    expect(stage(bench)).toBe('opened')
    expect(stage(bench.plan())).toBe('planned')
    expect(stage(bench.workUntil('off'))).toBe('opening-up')
    expect(stage(bench.workUntil('open'))).toBe('line-work')
    expect(stage(bench.workUntil('fill'))).toBe('filling')
    expect(stage(bench.workUntil('leak'))).toBe('proving')
    expect(summarise(bench.state!, bench.steps(), []).timers).toMatchObject([{ timer: 'leak', minutes: 10, device: 'tablet-1' }])
    const waiting = new Bench(demoCar('one')).plan().do({ type: 'paused', reason: 'approval' })
    expect(summarise(waiting.state!, waiting.steps(), [])).toMatchObject({ paused: true, pausedFor: 'approval' })
    expect(summarise(waiting.do({ type: 'resumed' }).state!, [], [])).not.toHaveProperty('pausedFor')
    // Nobody waits for it any more once every joint has been looked at.
    const [first] = bench.steps().filter(step => step.kind === 'leak')
    bench.clock += 15 * 60_000
    bench.do(bench.plainFor(first!))
    expect(summarise(bench.state!, bench.steps(), []).timers).toHaveLength(1)
    expect(summarise(bench.workUntil('road-test').state!, bench.steps(), []).timers).toEqual([])
    expect(stage(bench.workUntil())).toBe('to-sign-off')
  })
})

describe('fold', () => {
  it('is the same however the events are split', () => {
    const { events } = planned().workUntil('torque')
    fc.assert(
      fc.property(fc.integer({ min: 1, max: events.length }), cut => {
        expect(events.slice(cut).reduce((state, event) => evolve(state, event), fold(events.slice(0, cut))!)).toEqual(fold(events))
      }),
    )
  })

  it('after an undo is as if it had never been, but for the sequence', () => {
    const bench = planned().workUntil('cap')
    const before = structuredClone(bench.state!)
    bench.do(bench.plainFor(bench.next()!))
    const last = bench.events.at(-1)!
    bench.do({ type: 'stepUndone', reverts: [last.id] })
    expect({ ...bench.state!, seq: 0 }).toEqual({ ...before, seq: 0 })
    expect(bench.state!.seq).toBe(bench.events.length)
  })

  it('refuses to undo what something later hangs on', () => {
    const bench = planned().workUntil('release')
    const opened = bench.events.find(event => event.body.type === 'jointOpened')!
    expect(bench.try({ type: 'stepUndone', reverts: [opened.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
    expect(bench.try({ type: 'stepUndone', reverts: [bench.events[0]!.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
  })

  it('begins with opened', () => {
    const event: JobEvent = {
      v: 4,
      seen: 0,
      id: 'x',
      job: 'job',
      seq: 1,
      at: '2026-01-01T00:00:00Z',
      by: technician,
      device: 'd',
      body: { type: 'resumed' },
    }
    expect(() => evolve(undefined, event)).toThrow(RangeError)
  })

  it('opening a joint again voids its seal, seat, torque and leak check', () => {
    const bench = planned().workUntil()
    bench.do({ type: 'jointOpened', joint: 'gearbox-out-joint' })
    expect(missing(bench)).toEqual(['capped', 'sealed', 'seated', 'tight', 'filled', 'level', 'wiped', 'leak-look', 'tested', 'road'])
    // And the plan leads back to where it was, by what was disturbed and nothing else.
    bench.workUntil()
    expect(missing(bench)).toEqual([])
    expect(bench.events.filter(event => event.body.type === 'jointSeated' && event.body.joint !== 'gearbox-out-joint')).toHaveLength(3)
  })
})

describe('what is missing', () => {
  it('lists everything that an abandoned job left open', () => {
    expect(new Set(missing(planned().workUntil('torque:gearbox-in-joint-short')))).toEqual(
      new Set(['tight', 'held', 'back-on', 'clear', 'filled', 'level', 'wiped', 'leak-look', 'tested', 'road', 'down']),
    )
  })

  it('finds the bolt that did not go back, until it is counted in', () => {
    const bench = planned().workUntil('on:undershield')
    bench.do({ type: 'operationOn', operation: 'undershield', fasteners: [5, 2, 2] })
    expect(listDue(one, bench.state!)).toContainEqual(
      expect.objectContaining({ kind: 'counted', operation: 'undershield', group: 0, out: 6, in: 5 }),
    )
    // Nobody drives on it either: it is looked for before the road test.
    bench.workUntil('count')
    expect(bench.try({ type: 'roadTested', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'drive' })
    expect(bench.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING' })
    bench.do({ type: 'fastenersCounted', operation: 'undershield', fasteners: [6, 2, 2] }).workUntil()
    expect(bench.try({ type: 'signedOff' })).toBeUndefined()
  })

  it('a weeping joint is torqued again and looked at again', () => {
    const bench = planned().workUntil('leak')
    bench.clock += 15 * 60_000
    bench.do({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'weeping' })
    bench.do({ type: 'engineStopped' })
    bench.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 19.5, unit: 'N.m' } })
    const looks = () => listDue(one, bench.state!).filter(owed => owed.kind === 'leak-look' && owed.joint === 'gearbox-out-joint')
    expect(looks()).toMatchObject([{ because: 'not-dry' }])
    bench.workUntil()
    expect(looks()).toEqual([])
    bench.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 19.8, unit: 'N.m' } })
    expect(listDue(one, bench.state!)).toMatchObject([{ kind: 'leak-look', joint: 'gearbox-out-joint', because: 'disturbed-since' }])
  })

  it('whatever is said in whatever order, nothing signs off with something missing', () => {
    const bench = planned().workUntil()
    const pool: JobCommand[] = [
      ...bench.events.slice(1).map(event => event.body as JobCommand),
      { type: 'signedOff' },
      { type: 'paused', reason: 'parts' },
      { type: 'resumed' },
    ]
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...pool), { maxLength: 60 }), commands => {
        const random = planned()
        for (const command of commands) random.try(command)
        if (random.state!.signedOff) expect(listDue(one, random.state!)).toEqual([])
        expect(fold(random.events)).toEqual(random.state)
      }),
      { numRuns: 60 },
    )
  })
})

describe('secondsLeft', () => {
  const bench = planned().workUntil('level')
  const { at, recordedAt } = bench.state!.timers.leak!
  const later = (iso: string, minutes: number) => new Date(Date.parse(iso) + minutes * 60_000).toISOString()

  it('trusts one device’s span although its clock is wrong', () => {
    expect(secondsLeft(bench.state!, 'leak', { at: later(at, 4), recordedAt: later(recordedAt!, 400), device: 'tablet-1' })).toBe(360)
  })
  it('trusts the server between two devices', () => {
    expect(secondsLeft(bench.state!, 'leak', { at: later(at, -90), recordedAt: later(recordedAt!, 4), device: 'tablet-2' })).toBe(360)
  })
  it('ends at zero, and is undefined for a timer nobody started', () => {
    expect(secondsLeft(bench.state!, 'leak', { at: later(at, 60), device: 'tablet-1' })).toBe(0)
    expect(secondsLeft(bench.state!, 'rest', { at, device: 'tablet-1' })).toBeUndefined()
  })
})

it('a look at the car teaches its traits', () => {
  const context = { resolved: demoCar(undefined), person: technician, device: 'd', at: '2026-01-01T00:00:00Z' }
  const { state } = new Bench(demoCar(undefined))
  expect(decide(state, { type: 'traitsLearned', question: 'second-cooler', answer: 'yes' }, context)).toMatchObject({
    ok: true,
    value: { traits: { coolers: 'two' } },
  })
  expect(decide(state, { type: 'traitsLearned', question: 'second-cooler', answer: 'maybe' }, context)).toMatchObject({
    ok: false,
    error: { code: 'JOB_UNKNOWN_TARGET' },
  })
})
