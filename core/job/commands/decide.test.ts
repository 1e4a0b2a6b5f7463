import { describe, expect, it } from 'vitest'
import { lead, technician } from '../../../tests/helpers/demo'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import { planOnce } from '../../plan/planOnce'
import { decide } from './decide'
import { roles, type JobBody, type JobCommand, type Person, type Role } from '../types'

/** What may happen to a job at all: who says it, when in its life, and to what. The families of acts have tests of their own. */

const as = (role: Role): Person => ({ ...technician, role })
const opened = { lines: ['supply'], start: 'ground' } as const
const off = (operation: string, ...fasteners: number[]) => ({ type: 'operationOff', operation, fasteners }) as const
const on = (operation: string, ...fasteners: number[]) => ({ type: 'operationOn', operation, fasteners }) as const
const engine: JobBody = { type: 'engineStarted', minutes: 5 }
const signed: JobBody = { type: 'signedOff' }
const paused: JobBody = { type: 'paused', reason: 'parts' }
const note: JobCommand = { type: 'noteWritten', text: 'a word' }
const refused = (code: string, more: object = {}) => expect.objectContaining({ code, ...more })
/** Taken as it was said, with what follows from the sheet. */
const taken = (command: JobCommand) => expect.objectContaining(command)

describe('who', () => {
  const asks: [JobCommand, Role[]][] = [
    [{ type: 'prepared' }, ['technician', 'lead', 'admin']],
    [{ type: 'planned', inputs: opened }, [...roles]],
    [{ type: 'scopeChosen', lines: ['supply'] }, [...roles]],
    [{ type: 'traitsLearned', question: 'how-many', answer: 'one' }, [...roles]],
    [note, [...roles]],
    [{ type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer' }, [...roles]],
    [{ type: 'jointOpened', joint: 'far' }, ['technician', 'lead', 'admin']],
    [paused, [...roles]],
  ]
  it.each(asks)('$type is for %j', (command, allowed) => {
    for (const role of roles) {
      const answer = new Story().ask(command, { person: as(role) })
      if (allowed.includes(role)) expect(answer, role).toEqual(taken(command))
      else expect(answer, role).toEqual({ code: 'JOB_ROLE', needs: allowed })
    }
  })
  it.each<[JobCommand, JobBody[]]>([
    [{ type: 'reopened', why: 'a drip' }, [signed]],
    [{ type: 'partAccepted', line: 'supply', why: 'fits' }, [{ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false }]],
    [{ type: 'fastenerLost', operation: 'shield', group: 0, count: 1, what: 'broken', instead: 'a new one' }, [off('shield', 4, 2)]],
  ])('$type is for a lead or an admin', (command, before) => {
    const story = new Story().all(...before)
    for (const role of ['technician', 'desk'] as const)
      expect(story.ask(command, { person: as(role) })).toEqual({ code: 'JOB_ROLE', needs: ['lead', 'admin'] })
    for (const role of ['lead', 'admin'] as const) expect(story.ask(command, { person: as(role) })).toEqual(taken(command))
  })
  it.each(roles)('%s may open, resume and hand over', role => {
    expect(new Story().then(paused).ask({ type: 'resumed' }, { person: as(role) })).toEqual({ type: 'resumed' })
    const handed = { type: 'handedOver', to: 'customer' } as const
    expect(new Story().then(signed).ask(handed, { person: as(role) })).toEqual(handed)
    const { body } = new Story().events[0]!
    const context = { resolved: pocketCar(), plan: planOnce, person: as(role), device: 'd', at: '2026-01-01T00:00:00Z' }
    expect(decide(undefined, body as JobCommand, context)).toEqual({ ok: true, value: body })
    expect(decide(undefined, { type: 'resumed' }, context)).toEqual({ ok: false, error: { code: 'JOB_NOT_OPENED' } })
  })
})

describe('when', () => {
  it('a job is opened once', () => {
    const story = new Story()
    expect(story.ask(story.events[0]!.body as JobCommand)).toEqual({ code: 'JOB_ALREADY_OPENED' })
  })
  it('signed, it takes a word, the hand-over, and a lead who opens it again', () => {
    const story = new Story().then(signed)
    for (const command of [{ type: 'prepared' }, off('shield', 4, 2), { type: 'engineStarted' }, paused, signed] as JobCommand[])
      expect(story.ask(command, { person: lead }), command.type).toEqual({ code: 'JOB_SIGNED_OFF' })
    expect(story.ask(note)).toEqual(note)
    expect(story.ask({ type: 'handedOver', to: 'desk' })).toEqual({ type: 'handedOver', to: 'desk' })
    expect(story.ask({ type: 'reopened', why: 'a drip' }, { person: lead })).toEqual({ type: 'reopened', why: 'a drip' })
    expect(story.ask({ type: 'reopened', why: ' ' }, { person: lead })).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
    expect(new Story().ask({ type: 'handedOver', to: 'desk' })).toEqual({ code: 'JOB_NOT_SIGNED_OFF' })
    expect(new Story().ask({ type: 'reopened', why: 'a drip' }, { person: lead })).toEqual({ code: 'JOB_NOT_SIGNED_OFF' })
  })
  it('left for another day, it is only made safe', () => {
    const story = new Story().all(off('shield', 4, 2), { type: 'jointOpened', joint: 'far' }, paused)
    const safe: JobCommand[] = [
      { type: 'resumed' },
      note,
      { type: 'photoTaken', photo: 'p' },
      { type: 'carMoved', to: 'ground' },
      { type: 'jointCapped', joint: 'far' },
      on('shield', 4, 2),
    ]
    for (const command of safe) expect(story.ask(command), command.type).toEqual(taken(command))
    for (const command of [{ type: 'prepared' }, off('inner'), { type: 'engineStarted' }] as JobCommand[])
      expect(story.ask(command), command.type).toEqual({ code: 'JOB_PAUSED' })
    expect(new Story().all(engine, paused).ask({ type: 'engineStopped' })).toEqual({ type: 'engineStopped' })
    expect(new Story().ask({ type: 'resumed' })).toEqual({ code: 'JOB_NOT_PAUSED' })
  })
  it('is not left with an opening uncapped or the engine running', () => {
    expect(new Story().ask(paused as JobCommand)).toEqual(paused)
    expect(new Story().then(engine).ask(paused as JobCommand)).toEqual(refused('JOB_GATE', { gate: 'pause' }))
    expect(new Story().then({ type: 'jointOpened', joint: 'far' }).ask(paused as JobCommand)).toEqual(
      refused('JOB_GATE', { due: [expect.objectContaining({ kind: 'capped' })] }),
    )
  })
  it('no hand is on the car while the engine runs', () => {
    const story = new Story().all(off('shield', 4, 2), on('shield', 4, 2), engine)
    const hands: JobCommand[] = [
      off('inner'),
      on('inner'),
      { type: 'jointOpened', joint: 'far' },
      { type: 'jointCapped', joint: 'far' },
      { type: 'jointSeated', joint: 'far', proofs: [] },
      { type: 'jointTorqued', joint: 'far', how: 'feel' },
      { type: 'sealFitted', joint: 'far', seals: [], oldOut: true },
      { type: 'holdReleased', hold: 'clip' },
      { type: 'holdFastened', hold: 'clip' },
      { type: 'lineOut', line: 'supply' },
      { type: 'lineIn', line: 'supply' },
      { type: 'clearanceProved', line: 'supply' },
      { type: 'neighbourRenewed', neighbour: 'mat' },
      { type: 'carMoved', to: 'raised' },
      { type: 'engineStarted' },
      { type: 'tightened', thing: 'operation', target: 'shield', torques: [{ how: 'feel' }, null] },
    ]
    for (const command of hands) expect(story.ask(command), command.type).toEqual({ code: 'JOB_ENGINE', is: 'running' })
    expect(story.ask(note)).toEqual(note)
    expect(story.ask({ type: 'engineStopped' })).toEqual({ type: 'engineStopped' })
    expect(new Story().ask({ type: 'engineStopped' })).toEqual({ code: 'JOB_ENGINE', is: 'off' })
  })
  it('what must cool or drip first is waited for, and not after the signature', () => {
    const near = { type: 'jointOpened', joint: 'near' } as const
    // The thirty minutes run from the opening; ten pass with each event.
    expect(new Story().ask(near)).toEqual({ code: 'JOB_WAIT', wait: 'cools', secondsLeft: 600 })
    expect(new Story().then(note).ask(near)).toEqual(near)
    expect(new Story().then(off('hose')).ask(on('hose'), { at: '2026-03-02T08:33:00Z' })).toEqual({
      code: 'JOB_WAIT',
      wait: 'drips',
      secondsLeft: 420,
    })
    expect(new Story().then(off('hose')).ask(on('hose'))).toEqual(on('hose'))
    const story = new Story().then(signed)
    expect(story.ask(near, { at: '2026-03-02T08:12:00Z' })).toEqual({ code: 'JOB_SIGNED_OFF' })
  })
})

describe('a wait is cut short', () => {
  const cut = (wait: string, reason: string, value?: number): JobCommand => ({
    type: 'waitCut',
    wait,
    reason,
    ...(value !== undefined && { temperature: { value, unit: 'degC' } }),
  })
  const dripping = () => new Story().then(off('hose'))
  it('with a reason', () => {
    expect(dripping().ask(cut('drips', 'nothing comes any more'))).toEqual(cut('drips', 'nothing comes any more'))
    expect(dripping().ask(cut('drips', ' '))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'reason' })
    expect(new Story().ask(cut('drips', 'x'))).toEqual({ code: 'JOB_WAIT_NOT_RUNNING', wait: 'drips' })
    expect(new Story().ask(cut('moon', 'x'))).toEqual({ code: 'JOB_WAIT_NOT_RUNNING', wait: 'moon' })
  })
  it('where heat is the matter, with a temperature that a hand can bear', () => {
    expect(new Story().ask(cut('cools', 'felt cold'))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'temperature' })
    expect(new Story().ask(cut('cools', 'measured', 40))).toEqual({ ...cut('cools', 'measured', 40), celsius: 40 })
    expect(new Story().ask(cut('cools', 'measured', 41))).toEqual(refused('JOB_QUANTITY_RANGE', { value: 41, high: 40 }))
    expect(new Story().ask(cut('cools', ' ', 30))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'reason' })
    expect(new Story().ask(cut('cools', 'x', -300))).toEqual(refused('JOB_QUANTITY_RANGE'))
    // What drips may be as hot as it is.
    expect(dripping().ask(cut('drips', 'x', 60))).toMatchObject({ celsius: 60 })
  })
})

describe('parts off and on', () => {
  it('take one count for each group of fasteners, once', () => {
    expect(new Story().ask(off('moon'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'operation', id: 'moon' })
    expect(new Story().ask(off('shield', 4))).toEqual({ code: 'JOB_FASTENER_GROUPS', operation: 'shield', expected: 2, got: 1 })
    expect(new Story().ask(off('shield', 4, 2))).toEqual(off('shield', 4, 2))
    const isOff = new Story().then(off('shield', 4, 2))
    expect(isOff.ask(off('shield', 4, 2))).toEqual({ code: 'JOB_OPERATION_STATE', operation: 'shield', is: 'off' })
    expect(isOff.ask(on('shield', 4, 2))).toEqual(on('shield', 4, 2))
    expect(new Story().ask(on('shield', 4, 2))).toEqual({ code: 'JOB_OPERATION_STATE', operation: 'shield', is: 'on' })
    expect(isOff.then(on('shield', 4, 2)).ask(off('shield', 4, 2))).toEqual(off('shield', 4, 2))
  })
  it('wait for a plan', () => {
    const story = new Story()
    story.events.length = 1
    expect(story.ask(off('shield', 4, 2))).toEqual({ code: 'JOB_NOT_PLANNED' })
    expect(story.ask({ type: 'wayHung', goal: { kind: 'joint', target: 'near' }, way: 0 })).toEqual({ code: 'JOB_NOT_PLANNED' })
  })
  it('that were off when the car came are put on, and may be said to be off', () => {
    const story = () => new Story(pocketCar(), { done: ['inner'] })
    expect(story().ask(on('inner'))).toEqual(on('inner'))
    expect(story().ask(off('inner'))).toEqual(off('inner'))
  })
  it('counted again, once they were worked on', () => {
    const counted = { type: 'fastenersCounted', operation: 'shield', fasteners: [4, 2] } as const
    expect(new Story().ask(counted)).toEqual({ code: 'JOB_OPERATION_STATE', operation: 'shield', is: 'on' })
    expect(new Story().all(off('shield', 4, 2), on('shield', 4, 1)).ask(counted)).toEqual(counted)
  })
  it('with a gasket go on with a new one, the old one seen', () => {
    const story = new Story().then(off('pan', 8))
    const back = (seals: string[], oldOut: boolean): JobCommand => ({ ...on('pan', 8), seals, oldOut })
    expect(story.ask(on('pan', 8))).toEqual({ code: 'JOB_PART_SEALS', operation: 'pan', seals: ['pan-gasket'] })
    expect(story.ask(back(['magnet'], true))).toEqual({ code: 'JOB_PART_SEALS', operation: 'pan', seals: ['pan-gasket'] })
    expect(story.ask(back(['pan-gasket'], false))).toEqual({ code: 'JOB_PART_SEALS', operation: 'pan', seals: [] })
    expect(story.ask(back(['pan-gasket'], true))).toEqual(back(['pan-gasket'], true))
    // On already, that is what is said.
    expect(new Story().ask(on('pan', 8))).toEqual({ code: 'JOB_OPERATION_STATE', operation: 'pan', is: 'on' })
  })
  it('do not go on over what is due behind them, unless the car is left', () => {
    const story = () => new Story().all(off('shield', 4, 2), { type: 'jointOpened', joint: 'near' })
    const answer = story().ask(on('shield', 4, 2))
    expect(answer).toEqual(refused('JOB_GATE', { gate: 'close' }))
    expect(answer).toMatchObject({ due: ['sealed', 'seated', 'tight', 'leak-look'].map(kind => ({ kind, joint: 'near' })) })
    expect(
      story()
        .then(paused)
        .ask(on('shield', 4, 2)),
    ).toEqual(on('shield', 4, 2))
  })
  it('lose at most what leaves one to hold them', () => {
    const lost = (count: number, change: object = {}): JobCommand =>
      ({ type: 'fastenerLost', operation: 'shield', group: 0, count, what: 'broken', instead: 'a new one', ...change }) as JobCommand
    const story = new Story().then(off('shield', 4, 2))
    const ask = (command: JobCommand, of = story) => of.ask(command, { person: lead })
    expect(ask(lost(3))).toEqual(lost(3))
    expect(ask(lost(4))).toEqual({ code: 'JOB_FASTENER_GROUPS', operation: 'shield', expected: 4, got: 4 })
    expect(ask(lost(1, { group: 1 }))).toMatchObject({ group: 1 })
    expect(ask(lost(2, { group: 1 }))).toEqual(refused('JOB_FASTENER_GROUPS', { expected: 2 }))
    expect(ask(lost(1, { group: 2 }))).toEqual({ code: 'JOB_FASTENER_GROUPS', operation: 'shield', expected: 2, got: 3 })
    expect(ask(lost(1, { instead: '' }))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'instead' })
    const twice = new Story().all(off('shield', 4, 2), lost(2) as JobBody, lost(1, { group: 1 }) as JobBody)
    expect(ask(lost(2), twice)).toEqual(refused('JOB_FASTENER_GROUPS'))
    expect(ask(lost(1), twice)).toEqual(lost(1))
    expect(ask(lost(1), new Story())).toEqual(refused('JOB_FASTENER_GROUPS', { expected: 0 }))
  })
})

describe('decisions', () => {
  it('what was seen is an answer to a question of the sheet', () => {
    const learned = (question: string, answer: string): JobCommand => ({ type: 'traitsLearned', question, answer })
    expect(new Story().ask(learned('how-many', 'two'))).toEqual({ ...learned('how-many', 'two'), traits: { cooler: 'two' } })
    expect(new Story().ask(learned('moon', 'two'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'question', id: 'moon' })
    expect(new Story().ask(learned('how-many', 'nine'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'answer', id: 'nine' })
  })
  it('what is wanted is on this car, and what is in is in', () => {
    const chosen = (...lines: string[]): JobCommand => ({ type: 'scopeChosen', lines })
    const planned = (...lines: string[]): JobCommand => ({ type: 'planned', inputs: { lines, start: 'ground' } })
    expect(new Story().ask(chosen('supply'))).toEqual(chosen('supply'))
    for (const command of [chosen('moon'), planned('moon'), planned()]) expect(new Story().ask(command)).toEqual(refused('JOB_ACCESS'))
    const story = (which: 'old' | 'new') => new Story().all({ type: 'lineOut', line: 'return' }, { type: 'lineIn', line: 'return', which })
    for (const command of [chosen('supply'), planned('supply')]) {
      expect(story('new').ask(command)).toEqual({ code: 'JOB_LINE_REPLACED', line: 'return' })
      expect(story('old').ask(command)).toEqual(taken(command))
      expect(new Story().then({ type: 'lineOut', line: 'return' }).ask(command)).toEqual(taken(command))
    }
  })
  it('a plan that cannot be made is refused with its reason; one that can is kept with its planner', () => {
    const planned = (change: object): JobCommand => ({ type: 'planned', inputs: { lines: ['supply'], start: 'ground', ...change } })
    expect(new Story().ask(planned({ done: ['moon'] }))).toEqual(refused('JOB_ACCESS'))
    expect(new Story().ask(planned({}))).toMatchObject({ planner: expect.any(Number), inputs: { lines: ['supply'] } })
    // What comes in one piece is wanted as one.
    expect(new Story().ask(planned({ parts: { supply: 'both-lines' } }))).toMatchObject({ inputs: { lines: ['supply', 'return'] } })
  })
  it('beside the lines: what the sheet knows, or another line of the car', () => {
    const decided = (neighbour: string): JobCommand =>
      ({ type: 'neighbourDecided', neighbour, choice: 'leave', by: 'customer' }) as JobCommand
    for (const id of ['mat', 'line:return']) expect(new Story().ask(decided(id)), id).toEqual(decided(id))
    for (const id of ['moon', 'line:moon']) expect(new Story().ask(decided(id)), id).toEqual(refused('JOB_UNKNOWN_TARGET', { id }))
    expect(new Story().ask({ type: 'neighbourRenewed', neighbour: 'mat' })).toEqual({ type: 'neighbourRenewed', neighbour: 'mat' })
    expect(new Story().ask({ type: 'neighbourRenewed', neighbour: 'moon' })).toEqual(refused('JOB_UNKNOWN_TARGET', { what: 'neighbour' }))
  })
  it('a way hangs that was to be tried first, and no other', () => {
    const tried = {
      at: 'raised',
      from: 'below',
      needs: [],
      minutes: 2,
      tryFirst: { chance: 0.5, lost: 1, hangs: 'on the tunnel' },
    } as never
    const car = pocketCar()
    const plain = car.lines[0]!.withdraw[0]!
    const lines = car.sheet.lines.map(line => (line.id === 'supply' ? { ...line, withdraw: [plain, tried] } : line))
    const hung = (target: string, way: number): JobCommand => ({ type: 'wayHung', goal: { kind: 'withdraw', target }, way })
    const story = new Story(pocketCar({ lines }))
    expect(story.ask(hung('supply', 1))).toEqual(hung('supply', 1))
    expect(story.ask(hung('supply', 0))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'way', id: 'supply 0' })
    expect(story.ask(hung('supply', 2))).toEqual(refused('JOB_UNKNOWN_TARGET'))
    expect(story.ask(hung('moon', 1))).toEqual(refused('JOB_UNKNOWN_TARGET'))
    expect(story.ask({ ...hung('supply', 1), goal: { kind: 'joint', target: 'supply' } } as JobCommand)).toEqual(
      refused('JOB_UNKNOWN_TARGET'),
    )
  })
  it('words are not empty', () => {
    const wordless: [JobCommand, string][] = [
      [{ type: 'noteWritten', text: ' ' }, 'text'],
      [{ type: 'airTraced', cause: '' }, 'cause'],
      [{ type: 'passedOn', to: ' ' }, 'to'],
      [{ type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: ' ' }, 'reason'],
      [{ type: 'tested', test: 'gears', result: 'not-good', note: ' ' }, 'note'],
      [{ type: 'tested', test: 'gears', result: 'not-good' }, 'note'],
      [{ type: 'roadTested', result: 'not-good' }, 'note'],
    ]
    for (const [command, field] of wordless) expect(new Story().ask(command), command.type).toEqual({ code: 'JOB_REASON_NEEDED', field })
    const worded: JobCommand[] = [
      { type: 'airTraced', cause: 'clamp' },
      { type: 'passedOn', to: 'Imke' },
      { type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: 'in pieces' },
      { type: 'tested', test: 'gears', result: 'not-good', note: 'bangs in' },
      { type: 'roadTested', result: 'not-good', note: 'drips' },
      { type: 'ranDry' },
      { type: 'timerStarted', timer: 'drip', minutes: 5 },
    ]
    for (const command of worded) expect(new Story().ask(command), command.type).toEqual(command)
  })
  it('steps that prove something are not left out', () => {
    const skip = (kind: 'leak' | 'torque' | 'road-test'): JobCommand => ({
      type: 'stepSkipped',
      step: { kind, target: 'near' },
      reason: 'x',
    })
    for (const kind of ['leak', 'torque'] as const)
      expect(new Story().ask(skip(kind))).toEqual({ code: 'JOB_STEP_NOT_SKIPPABLE', step: { kind, target: 'near' } })
    expect(new Story().ask(skip('road-test'))).toEqual(skip('road-test'))
  })
})

describe('car and pressure', () => {
  it('a car is moved to where it does not stand', () => {
    const moved = (to: 'ground' | 'raised') => ({ type: 'carMoved', to }) as const
    expect(new Story().ask(moved('raised'))).toEqual(moved('raised'))
    // Nobody has said yet that it stands there: said once, it is known.
    expect(new Story().ask(moved('ground'))).toEqual(moved('ground'))
    expect(new Story().then(moved('raised')).ask(moved('ground'))).toEqual(moved('ground'))
    expect(new Story().then(moved('raised')).ask(moved('raised'))).toEqual({ code: 'JOB_LIFT', needs: 'raised', is: 'there' })
  })
  it('is wiped where it stands', () => {
    expect(new Story().ask({ type: 'cleaned', at: 'ground' })).toEqual({ type: 'cleaned', at: 'ground' })
    expect(new Story().ask({ type: 'cleaned', at: 'half' })).toEqual({ code: 'JOB_LIFT', needs: 'half', is: 'elsewhere' })
  })
  it('the engine runs for as long as the sheet looks, once nothing it needs is due', () => {
    expect(new Story().ask({ type: 'engineStarted' })).toEqual({ type: 'engineStarted', minutes: 5 })
    expect(new Story().then(off('belt')).ask({ type: 'engineStarted' })).toEqual(refused('JOB_GATE', { gate: 'run' }))
    expect(new Story().then(off('inner')).ask({ type: 'engineStarted' })).toMatchObject({ minutes: 5 })
    const unknown = pocketCar({ proving: { leakMinutes: 'unknown', pressure: 'engine', roadTest: true, lookNext: [] } })
    expect(new Story(unknown).ask({ type: 'engineStarted' })).toEqual({ type: 'engineStarted', minutes: 10 })
  })
  it('a pedal is held where a pedal makes the pressure, once nothing it needs is due', () => {
    expect(new Story().ask({ type: 'pressureHeld' })).toEqual({ code: 'JOB_NO_PRESSURE', by: 'engine' })
    const pedal = pocketCar({ system: 'brake', proving: { leakMinutes: 'unknown', pressure: 'lever', roadTest: true, lookNext: [] } })
    expect(new Story(pedal).ask({ type: 'pressureHeld' })).toEqual({ type: 'pressureHeld', minutes: 10 })
    const apart = new Story(pedal).then({ type: 'jointOpened', joint: 'far' })
    expect(apart.ask({ type: 'pressureHeld' })).toEqual(refused('JOB_GATE', { gate: 'pressure' }))
    expect(apart.ask({ type: 'tested', test: 'pedal', result: 'good' })).toEqual(refused('JOB_GATE', { gate: 'run' }))
    expect(new Story(pedal).ask({ type: 'tested', test: 'pedal', result: 'good' })).toMatchObject({ result: 'good' })
  })
  it('what is tried is what this car has, once nothing it needs is due', () => {
    const gears = { type: 'tested', test: 'gears', result: 'good' } as const
    expect(new Story().ask(gears)).toEqual(gears)
    expect(new Story().ask({ ...gears, test: 'pedal' })).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'test', id: 'pedal' })
    expect(new Story().then(off('belt')).ask(gears)).toEqual(refused('JOB_GATE', { gate: 'run' }))
  })
  it('is driven once nothing that must hold is due', () => {
    expect(new Story().ask({ type: 'roadTested', result: 'good' })).toEqual({ type: 'roadTested', result: 'good' })
    expect(new Story().then(off('wheel', 5)).ask({ type: 'roadTested', result: 'good' })).toEqual(refused('JOB_GATE', { gate: 'drive' }))
  })
  it('a line is felt along once it is in', () => {
    const felt = (line: string) => ({ type: 'clearanceProved', line }) as const
    expect(new Story().ask(felt('moon'))).toEqual({ code: 'JOB_UNKNOWN_TARGET', what: 'line', id: 'moon' })
    expect(new Story().ask(felt('supply'))).toEqual(refused('JOB_LINE_STATE', { line: 'supply' }))
    expect(new Story().all({ type: 'lineOut', line: 'supply' }, { type: 'lineIn', line: 'supply' }).ask(felt('supply'))).toEqual(
      felt('supply'),
    )
  })
  it('timers end that were started; foam rests its time or somebody says why not', () => {
    const ended = (timer: 'drip' | 'rest', reason?: string): JobCommand => ({ type: 'timerEnded', timer, ...(reason && { reason }) })
    const started = (timer: 'drip', minutes: number): JobBody => ({ type: 'timerStarted', timer, minutes })
    expect(new Story().ask(ended('drip'))).toEqual({ code: 'JOB_TIMER_NOT_STARTED', timer: 'drip' })
    expect(new Story().then(started('drip', 60)).ask(ended('drip'))).toEqual(ended('drip'))
    const foam = (rest: number): JobBody => ({ type: 'levelRead', level: 'cold', engine: 'off', reading: 'foam', rest })
    expect(new Story().then(foam(30)).ask(ended('rest'))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'reason' })
    expect(new Story().then(foam(30)).ask(ended('rest', 'gone'))).toMatchObject({ reason: 'gone' })
    expect(new Story().then(foam(10)).ask(ended('rest'))).toEqual(ended('rest'))
  })
})
