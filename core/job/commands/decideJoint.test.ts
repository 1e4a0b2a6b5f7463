import { describe, expect, it } from 'vitest'
import { lead } from '../../../tests/helpers/demo'
import { pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import type { Joint, Proof } from '../../sheet/types'
import type { JobBody, JobCommand, TorqueSaid } from '../types'

const open = (joint: string) => ({ type: 'jointOpened', joint }) as const
const seat = (joint: string, ...proofs: Proof[]) => ({ type: 'jointSeated', joint, proofs }) as const
const fitted = (seals: string[], oldOut = true) => ({ type: 'sealFitted', joint: 'near', seals, oldOut }) as const
const look = (joint: string, result: 'dry' | 'weeping' | 'leaking' = 'dry') => ({ type: 'leakChecked', joint, result }) as const
const torque = (joint: string, value: number): JobCommand => ({
  type: 'jointTorqued',
  joint,
  how: 'wrench',
  entered: { value, unit: 'N.m' },
})
const unknown = (what: string, id: string) => ({ code: 'JOB_UNKNOWN_TARGET', what, id })
const needs = (joint: string, what: string) => ({ code: 'JOB_JOINT_STATE', joint, needs: what })
const out = (line: string): JobBody => ({ type: 'lineOut', line })
const engine: JobBody = { type: 'engineStarted', minutes: 5 }
/** Past the time the gearbox takes to cool. */
const cool = (...bodies: JobBody[]) => new Story().all({ type: 'prepared' }, ...bodies)
const withJoint = (id: string, change: Partial<Joint>) =>
  pocketCar({ joints: pocketSheet.joints.map(joint => (joint.id === id ? { ...joint, ...change } : joint)) })

describe('a joint', () => {
  it('is one of this car, in a job that is planned', () => {
    const acts: JobCommand[] = [
      open('moon'),
      { type: 'jointCapped', joint: 'moon' },
      seat('moon'),
      look('moon'),
      torque('moon', 18),
      { type: 'sealUnavailable', joint: 'moon', seal: 'ring', note: 'x' },
    ]
    for (const act of acts) expect(new Story().ask(act), act.type).toEqual(unknown('joint', 'moon'))
    const story = new Story()
    story.events.length = 1
    expect(story.ask({ type: 'jointCapped', joint: 'far' })).toEqual({ code: 'JOB_NOT_PLANNED' })
  })
  it('is opened when it is closed, and a part that differs does not hold it', () => {
    expect(new Story().ask(open('far'))).toEqual(open('far'))
    expect(new Story().then(open('far')).ask(open('far'))).toEqual(needs('far', 'closed'))
    expect(new Story().all(open('far'), seat('far')).ask(open('far'))).toEqual(open('far'))
    const differs: JobBody = { type: 'partReceived', line: 'return', against: 'sheet', agrees: false }
    expect(new Story().then(differs).ask(open('far'))).toMatchObject({ code: 'JOB_GATE', gate: 'open', due: [{ kind: 'part' }] })
  })
  it('that is closed is not capped, sealed, seated, torqued or looked at', () => {
    for (const act of [{ type: 'jointCapped', joint: 'near' } as const, fitted(['ring']), seat('near'), torque('near', 18), look('near')])
      expect(cool().ask(act), act.type).toEqual(needs('near', 'opened'))
    expect(cool(open('near')).ask({ type: 'jointCapped', joint: 'near' })).toEqual({ type: 'jointCapped', joint: 'near' })
  })
  it('that the part in the car does without is not there', () => {
    const story = new Story(pocketCar(), { parts: { supply: 'both-lines' } }).all(open('middle'), out('supply'), out('return'))
    expect(story.ask({ type: 'jointCapped', joint: 'middle' })).toMatchObject({ joint: 'middle' })
    story.then({ type: 'lineIn', line: 'supply', which: 'new', also: ['return'] })
    expect(story.ask({ type: 'jointCapped', joint: 'middle' })).toEqual(unknown('joint', 'middle'))
  })
})

describe('seals', () => {
  it('that serve once are new, with the old ones seen to be out', () => {
    const story = cool(open('near'))
    expect(story.ask(fitted(['ring'], false))).toEqual({ code: 'JOB_OLD_SEAL', joint: 'near' })
    expect(story.ask(fitted(['washer']))).toEqual({ code: 'JOB_SEAL_MISSING', joint: 'near', seals: ['ring'] })
    expect(story.ask(fitted(['ring']))).toEqual(fitted(['ring']))
  })
  it('that cannot be had are those of the sheet', () => {
    const none = (seal: string): JobCommand => ({ type: 'sealUnavailable', joint: 'near', seal, note: 'not made any more' })
    expect(new Story().ask(none('ring'))).toEqual(none('ring'))
    expect(new Story().ask(none('washer'))).toEqual(none('washer'))
    expect(new Story().ask(none('moon'))).toEqual(unknown('seal', 'moon'))
  })
})

describe('seated', () => {
  const sealed = () => cool(open('near'), fitted(['ring']))
  it('with its line in, its seals new, and every proof', () => {
    expect(cool(open('near')).ask(seat('near', 'hand-start'))).toEqual(needs('near', 'seals'))
    expect(cool(open('near'), fitted(['washer'])).ask(seat('near', 'hand-start'))).toEqual(needs('near', 'seals'))
    expect(sealed().ask(seat('near'))).toEqual({ code: 'JOB_PROOF_MISSING', joint: 'near', proofs: ['hand-start'] })
    expect(sealed().ask(seat('near', 'hand-start'))).toEqual(seat('near', 'hand-start'))
    expect(sealed().then(out('supply')).ask(seat('near', 'hand-start'))).toEqual({
      code: 'JOB_LINE_STATE',
      line: 'supply',
      needs: 'laid-in',
    })
    expect(new Story().then(open('middle')).ask(seat('middle', 'click'))).toMatchObject({ proofs: ['pull'] })
    // A clamp asks for nothing by itself.
    expect(new Story().then(open('far')).ask(seat('far'))).toEqual(seat('far'))
  })
  it('a hose on a nut, not twisted', () => {
    const hose = { kind: 'hose', build: 'rubber', bore: 8, wall: 3, points: [] } as never
    const soft = pocketCar({ lines: pocketSheet.lines.map(line => (line.id === 'return' ? { ...line, sections: [hose] } : line)) })
    expect(new Story(soft).then(open('last')).ask(seat('last', 'hand-start'))).toMatchObject({ proofs: ['untwisted'] })
  })
  it('where one nut holds two tubes, with both in', () => {
    const both = withJoint('far', { also: [{ line: 'return', end: 'from' }] })
    expect(new Story(both).all(open('far'), out('return')).ask(seat('far'))).toMatchObject({ code: 'JOB_LINE_STATE', line: 'return' })
    expect(new Story(both).all(open('far')).ask(seat('far'))).toEqual(seat('far'))
  })
})

describe('torqued', () => {
  const seated = () => cool(open('near'), fitted(['ring']), seat('near'))
  it('once it is seated, judged by its window', () => {
    expect(cool(open('near')).ask(torque('near', 18))).toEqual(needs('near', 'seated'))
    expect(seated().ask(torque('near', 18))).toMatchObject({ torque: 18, verdict: 'inside', window: { low: 16, high: 20 } })
    expect(seated().ask(torque('near', 25))).toMatchObject({ code: 'JOB_TORQUE_OUTSIDE', target: 'near', verdict: 'over' })
  })
})

describe('looked at', () => {
  const ready = () => cool({ type: 'operationOff', operation: 'shield', fasteners: [4, 2] }, open('near'), seat('near'))
  it('dry takes it seated, in sight, and under pressure for the whole time', () => {
    expect(cool(open('near')).ask(look('near'))).toEqual(needs('near', 'seated'))
    expect(cool(open('near'), seat('near')).ask(look('near'))).toEqual({ code: 'JOB_HIDDEN', joint: 'near', operation: 'shield' })
    expect(ready().ask(look('near'))).toEqual({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
    // Five minutes; ten pass with each event.
    expect(ready().then(engine).ask(look('near'))).toEqual(look('near'))
    expect(ready().then(engine).then({ type: 'engineStopped' }).ask(look('near'))).toEqual({ code: 'JOB_NO_PRESSURE', by: 'engine' })
    const soon = ready().then(engine)
    const { at } = soon.events.at(-1)!
    const later = (seconds: number) => ({ at: new Date(Date.parse(at) + seconds * 1000).toISOString() })
    expect(soon.ask(look('near'), later(0))).toEqual({ code: 'JOB_TIMER_RUNNING', timer: 'leak', secondsLeft: 300 })
    expect(soon.ask(look('near'), later(299.5))).toMatchObject({ secondsLeft: 1 })
    expect(soon.ask(look('near'), later(300))).toEqual(look('near'))
  })
  it('pressure from before it was last touched is none', () => {
    const story = ready().then(engine).then({ type: 'jointTorqued', joint: 'near', how: 'wrench', verdict: 'inside' })
    expect(story.ask(look('near'))).toEqual({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
    const pedal: JobBody = { type: 'pressureHeld', minutes: 5 }
    expect(ready().then(pedal).ask(look('near'))).toEqual({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
  })
  it('a leak is a leak, whatever stands in the way of a dry look', () => {
    for (const result of ['weeping', 'leaking'] as const)
      expect(cool(open('near'), seat('near')).ask(look('near', result))).toEqual(look('near', result))
    expect(cool(open('near')).ask(look('near', 'leaking'))).toEqual(needs('near', 'seated'))
  })
  it('and may be traced to somewhere else', () => {
    const traced = (joint: string, note = 'from above'): JobCommand => ({ type: 'leakTraced', joint, note })
    const leaks = (result: 'dry' | 'weeping') => cool(open('near'), seat('near'), look('near', result))
    expect(leaks('weeping').ask(traced('near'))).toEqual(traced('near'))
    expect(leaks('weeping').ask(traced('near', ''))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'note' })
    expect(leaks('dry').ask(traced('near'))).toEqual({ code: 'JOB_NO_LEAK', joint: 'near' })
    expect(new Story().ask(traced('far'))).toEqual({ code: 'JOB_NO_LEAK', joint: 'far' })
    expect(new Story().ask(traced('moon'))).toEqual(unknown('joint', 'moon'))
  })
})

describe('does not move', () => {
  const seized = (joint: string, remedy: 'soak' | 'heat' | 'cut-close'): JobCommand => ({ type: 'jointSeized', joint, remedy })
  it('while it is shut, by what may be tried there', () => {
    expect(new Story().ask(seized('near', 'soak'))).toEqual(seized('near', 'soak'))
    expect(new Story().ask(seized('moon', 'soak'))).toEqual(unknown('joint', 'moon'))
    expect(new Story().then(open('far')).ask(seized('far', 'soak'))).toEqual(needs('far', 'closed'))
    expect(new Story().all(open('far'), seat('far')).ask(seized('far', 'soak'))).toEqual(seized('far', 'soak'))
    expect(new Story(pocketCar({ system: 'brake' })).ask(seized('near', 'heat'))).toEqual({
      code: 'JOB_REMEDY_BARRED',
      joint: 'near',
      remedy: 'heat',
      because: 'brake-fluid-burns',
    })
    expect(new Story(pocketCar(), { lines: ['return'] }).ask(seized('near', 'cut-close'))).toMatchObject({ because: 'line-stays' })
  })
})

describe('everything else that has a torque', () => {
  const nm = (value: number): TorqueSaid => ({ how: 'wrench', entered: { value, unit: 'N.m' } })
  const said = (thing: 'operation' | 'hold' | 'bleeder' | 'level', target: string, ...torques: (TorqueSaid | null)[]): JobCommand => ({
    type: 'tightened',
    thing,
    target,
    torques,
  })
  const back = () =>
    new Story().all(
      { type: 'operationOff', operation: 'shield', fasteners: [4, 2] },
      { type: 'operationOn', operation: 'shield', fasteners: [4, 2] },
    )
  it('has one word for each group, none where the sheet states none', () => {
    expect(back().ask(said('operation', 'shield', nm(10), null))).toMatchObject({ torques: [{ torque: 10, verdict: 'inside' }, null] })
    // What nobody asked for is not kept.
    expect(back().ask(said('operation', 'shield', nm(10), nm(10)))).toMatchObject({ torques: [{ torque: 10 }, null] })
    expect(back().ask(said('operation', 'shield', nm(10)))).toEqual({ code: 'JOB_TORQUE_GROUPS', target: 'shield', expected: 2, got: 1 })
    expect(back().ask(said('operation', 'shield', null, null))).toEqual({ code: 'JOB_TORQUE_NEEDED', target: 'shield' })
    expect(back().ask(said('operation', 'shield', nm(20), null))).toMatchObject({ code: 'JOB_TORQUE_OUTSIDE', verdict: 'over' })
    expect(back().ask(said('operation', 'shield', { ...nm(20), reason: 'dirt' }, null), { person: lead })).toMatchObject({
      torques: [{ verdict: 'over' }, null],
    })
  })
  it('is the kind of thing it is called', () => {
    expect(back().ask(said('hold', 'shield', nm(10), null))).toEqual(unknown('hold', 'shield'))
    expect(back().ask(said('operation', 'moon', nm(10)))).toEqual(unknown('operation', 'moon'))
  })
  it('is on, or fastened', () => {
    const on = (target: string) => ({ code: 'JOB_THING_STATE', target, needs: 'on' })
    expect(new Story().ask(said('operation', 'shield', nm(10), null))).toEqual(on('shield'))
    expect(
      new Story().then({ type: 'operationOff', operation: 'shield', fasteners: [4, 2] }).ask(said('operation', 'shield', nm(10), null)),
    ).toEqual(on('shield'))
    expect(new Story().ask(said('hold', 'bracket', nm(9)))).toEqual({ code: 'JOB_THING_STATE', target: 'bracket', needs: 'fastened' })
    expect(new Story().then({ type: 'holdFastened', hold: 'bracket' }).ask(said('hold', 'bracket', nm(9)))).toMatchObject({
      torques: [{ torque: 9 }],
    })
  })
  it('is left alone while the engine runs, but for the plug a level is read at', () => {
    expect(
      back()
        .then(engine)
        .ask(said('operation', 'shield', nm(10), null)),
    ).toEqual({ code: 'JOB_ENGINE', is: 'running' })
    expect(new Story().then(engine).ask(said('level', 'hot', nm(22)))).toMatchObject({ torques: [{ torque: 22 }] })
    expect(new Story().ask(said('bleeder', 'left', nm(8)))).toMatchObject({ torques: [{ torque: 8 }] })
  })
})
