import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, technician } from '../../tests/helpers/demo'
import { planOnce } from '../plan/planOnce'
import { buildRecord } from './record/buildRecord'
import { decide } from './commands/decide'
import { evolve, fold } from './state/evolve'
import { listDue } from './owed/obligations'
import { summarise } from './record/summarise'
import { secondsLeft } from './state/timer'
import type { JobCommand, JobEvent } from './types'

const one = demoCar('one')
const planned = () => new PlayedJob(one).plan()
const missing = (played: PlayedJob) => listDue(one, played.state!).map(item => item.kind)

describe('a whole job', () => {
  it('worked as planned has nothing missing and signs off', () => {
    const played = planned().workUntil()
    expect(played.steps().every(step => step.status === 'done')).toBe(true)
    expect(missing(played)).toEqual([])
    played.do({ type: 'signedOff' }).do({ type: 'handedOver', to: 'customer' })
    expect(summarise(played.state!, played.steps(), [])).toMatchObject({ stage: 'handed-over', missing: 0, timers: [] })
    const record = buildRecord(one, played.state!, played.events)
    expect(record.torques.map(torque => torque.name)).toEqual([
      'Gearbox, upper',
      'Gearbox, lower',
      'Bracket, cross member',
      'Overflow plug in the gearbox pan',
      'Fill plug, gearbox right side',
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
    expect(record.events).toHaveLength(played.events.length)
  })

  it('moves through its stages', () => {
    const stage = (played: PlayedJob) => summarise(played.state!, played.state!.inputs ? played.steps() : [], []).stage
    const played = new PlayedJob(one)
    expect(stage(played)).toBe('opened')
    expect(stage(played.plan())).toBe('planned')
    expect(stage(played.workUntil('off'))).toBe('opening-up')
    expect(stage(played.workUntil('open'))).toBe('line-work')
    expect(stage(played.workUntil('fill'))).toBe('filling')
    expect(stage(played.workUntil('leak'))).toBe('proving')
    expect(summarise(played.state!, played.steps(), []).timers).toMatchObject([{ timer: 'leak', minutes: 10, device: 'tablet-1' }])
    const waiting = new PlayedJob(demoCar('one')).plan().do({ type: 'paused', reason: 'approval' })
    expect(summarise(waiting.state!, waiting.steps(), [])).toMatchObject({ paused: true, pausedFor: 'approval' })
    expect(summarise(waiting.do({ type: 'resumed' }).state!, [], [])).not.toHaveProperty('pausedFor')
    // Nobody waits for it any more once every joint has been looked at.
    const [first] = played.steps().filter(step => step.kind === 'leak')
    played.clock += 15 * 60_000
    played.do(played.plainFor(first!))
    expect(summarise(played.state!, played.steps(), []).timers).toHaveLength(1)
    expect(summarise(played.workUntil('road-test').state!, played.steps(), []).timers).toEqual([])
    expect(stage(played.workUntil())).toBe('to-sign-off')
    // A look answered anew leaves no plan, and what is due stays due.
    expect(summarise(played.state!, [], [{ kind: 'down', gates: ['end'], since: 0 }]).stage).toBe('opened')
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
    const played = planned().workUntil('cap')
    const before = structuredClone(played.state!)
    played.do(played.plainFor(played.next()!))
    const last = played.events.at(-1)!
    played.do({ type: 'stepUndone', reverts: [last.id] })
    expect({ ...played.state!, seq: 0 }).toEqual({ ...before, seq: 0 })
    expect(played.state!.seq).toBe(played.events.length)
  })

  it('refuses to undo what something later hangs on', () => {
    const played = planned().workUntil('release')
    const opened = played.events.find(event => event.body.type === 'jointOpened')!
    expect(played.try({ type: 'stepUndone', reverts: [opened.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
    expect(played.try({ type: 'stepUndone', reverts: [played.events[0]!.id] })).toMatchObject({ code: 'JOB_UNDO_NOT_LAST' })
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
    const played = planned().workUntil()
    played.do({ type: 'jointOpened', joint: 'gearbox-out-joint' })
    expect(missing(played)).toEqual(['capped', 'sealed', 'seated', 'tight', 'filled', 'level', 'wiped', 'leak-look', 'tested', 'road'])
    // And the plan leads back to where it was, by what was disturbed and nothing else.
    played.workUntil()
    expect(missing(played)).toEqual([])
    expect(played.events.filter(event => event.body.type === 'jointSeated' && event.body.joint !== 'gearbox-out-joint')).toHaveLength(3)
  })
})

describe('what is missing', () => {
  it('lists everything that an abandoned job left open', () => {
    expect(new Set(missing(planned().workUntil('torque:gearbox-in-joint-short')))).toEqual(
      new Set(['tight', 'held', 'back-on', 'clear', 'filled', 'level', 'wiped', 'leak-look', 'tested', 'road', 'down']),
    )
  })

  it('finds the bolt that did not go back, until it is counted in', () => {
    const played = planned().workUntil('on:undershield')
    played.do({ type: 'operationOn', operation: 'undershield', fasteners: [5, 2, 2] })
    expect(listDue(one, played.state!)).toContainEqual(
      expect.objectContaining({ kind: 'counted', operation: 'undershield', group: 0, out: 6, in: 5 }),
    )
    // Nobody drives on it either: it is looked for before the road test.
    played.workUntil('count')
    expect(played.try({ type: 'roadTested', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'drive' })
    expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING' })
    played.do({ type: 'fastenersCounted', operation: 'undershield', fasteners: [6, 2, 2] }).workUntil()
    expect(played.try({ type: 'signedOff' })).toBeUndefined()
  })

  it('a weeping joint is torqued again and looked at again', () => {
    const played = planned().workUntil('leak')
    played.clock += 15 * 60_000
    played.do({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'weeping' })
    played.do({ type: 'engineStopped' })
    played.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 19.5, unit: 'N.m' } })
    const looks = () => listDue(one, played.state!).filter(owed => owed.kind === 'leak-look' && owed.joint === 'gearbox-out-joint')
    expect(looks()).toMatchObject([{ because: 'not-dry' }])
    played.workUntil()
    expect(looks()).toEqual([])
    played.do({ type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 19.8, unit: 'N.m' } })
    expect(listDue(one, played.state!)).toMatchObject([
      { kind: 'clear', line: 'supply' },
      { kind: 'wiped', at: 'ground' },
      { kind: 'leak-look', joint: 'gearbox-out-joint', because: 'disturbed-since' },
    ])
  })

  it('whatever is said in whatever order, nothing signs off with something missing', () => {
    const played = planned().workUntil()
    const pool: JobCommand[] = [
      ...played.events.slice(1).map(event => event.body as JobCommand),
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
  const played = planned().workUntil('level')
  const { at, recordedAt } = played.state!.timers.leak!
  const later = (iso: string, minutes: number) => new Date(Date.parse(iso) + minutes * 60_000).toISOString()

  it('trusts one device’s span although its clock is wrong', () => {
    expect(secondsLeft(played.state!, 'leak', { at: later(at, 4), recordedAt: later(recordedAt!, 400), device: 'tablet-1' })).toBe(360)
  })
  it('trusts the server between two devices', () => {
    expect(secondsLeft(played.state!, 'leak', { at: later(at, -90), recordedAt: later(recordedAt!, 4), device: 'tablet-2' })).toBe(360)
  })
  it('ends at zero, and is undefined for a timer nobody started', () => {
    expect(secondsLeft(played.state!, 'leak', { at: later(at, 60), device: 'tablet-1' })).toBe(0)
    expect(secondsLeft(played.state!, 'rest', { at, device: 'tablet-1' })).toBeUndefined()
  })
})

it('a look at the car teaches its traits', () => {
  const context = { resolved: demoCar(undefined), plan: planOnce, person: technician, device: 'd', at: '2026-01-01T00:00:00Z' }
  const { state } = new PlayedJob(demoCar(undefined))
  expect(decide(state, { type: 'traitsLearned', question: 'second-cooler', answer: 'yes' }, context)).toMatchObject({
    ok: true,
    value: { traits: { coolers: 'two' } },
  })
  expect(decide(state, { type: 'traitsLearned', question: 'second-cooler', answer: 'maybe' }, context)).toMatchObject({
    ok: false,
    error: { code: 'JOB_UNKNOWN_TARGET' },
  })
})
