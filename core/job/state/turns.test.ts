import { describe, expect, it } from 'vitest'
import { whatIsWrong } from '../../../tests/helpers/carOracle'
import { PlayedJob, allLines, demoCar, everyDemoCar, lead, restOf } from '../../../tests/helpers/demo'
import { eventWords } from '../../../shared/words/eventWords'
import { stepWords } from '../../../shared/words/stepWords'
import { refusalWords } from '../../../shared/words/refusalWords'
import { turnsWords } from '../../../shared/words/recordWords'
import { isOn } from '../../sheet/jointLines'
import { buildRecord } from '../record/buildRecord'
import { bleedMethodOf } from './carState'
import { listDue } from '../owed/obligations'
import { waitsOf } from './waits'

const carOf = (sheet: string) => everyDemoCar().find(car => car.sheet.id === sheet)!
const due = (played: PlayedJob) => listDue(played.resolved, played.state!)
const kinds = (played: PlayedJob) => [...new Set(due(played).map(({ kind }) => kind))]
/** To a true end, and nobody who knows only physics disagrees. */
function toTheEnd(played: PlayedJob) {
  played.workUntil()
  expect(due(played)).toEqual([])
  played.do({ type: 'signedOff' })
  expect(whatIsWrong(played.resolved.sheet, played.events)).toEqual([])
}

describe('five jobs as they go', () => {
  it('a rear brake, bled by itself: the first joint weeps at the end, and the new line comes out once more', () => {
    const played = new PlayedJob(carOf('wherry-rear-brake'))
    played.do({ type: 'planned', inputs: { lines: allLines(played.resolved), start: 'ground', bleed: 'gravity' } }).workUntil('leak')
    const first = played.next()!.target
    played.do({ type: 'leakChecked', joint: first, result: 'weeping' })
    expect(kinds(played)).toContain('leak-source')
    // The pedal is propped: down first, the prop out, and only then a wrench.
    expect(played.next()).toMatchObject({ kind: 'move', at: 'ground' })
    expect(played.try({ type: 'jointOpened', joint: first })).toEqual({ code: 'JOB_PROPPED' })
    expect(played.try({ type: 'pressureLet' })).toEqual({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
    played.workUntil('mend')
    expect(played.next()).toMatchObject({ kind: 'mend', target: first })
    expect(played.events.some(({ body }) => body.type === 'pressureLet')).toBe(true)
    expect(played.try({ type: 'roadTested', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'drive' })
    const line = played.resolved.joints.find(({ id }) => id === first)!.line
    played.do({ type: 'lineCalledOut', line, why: 'flare split' })
    // What is planned from here opens that line's joints, and no others.
    const reopened = restOf(played.resolved, played.state!).visits.flatMap(({ tasks }) => tasks.filter(({ kind }) => kind === 'open'))
    const ends = played.resolved.joints.filter(joint => isOn(joint, line)).map(({ id }) => id)
    expect(new Set(reopened.map(({ target }) => target))).toEqual(new Set(ends))
    played.workUntil()
    expect(played.events.filter(({ body }) => body.type === 'lineIn' && body.line === line)).toHaveLength(2)
    // Opened again, the circuit is full of air again: every bleeder has a round after that.
    const last = played.events.findLast(({ body }) => body.type === 'jointOpened')!.seq
    for (const { id } of played.resolved.sheet.bleeders)
      expect(played.events.some(({ body, seq }) => body.type === 'roundBled' && body.bleeder === id && seq > last)).toBe(true)
    toTheEnd(played)
  })

  it('a steering line: foam twice, and a level too high drawn off', () => {
    const played = new PlayedJob(carOf('pintle-steering-pressure')).plan().workUntil('level:cold-mark')
    const foam = { type: 'levelRead', level: 'cold-mark', engine: 'off', reading: 'foam' } as const
    const read = (reading: 'at' | 'above') =>
      played.try({ type: 'levelRead', level: 'cold-mark', engine: 'off', reading, temperature: { value: 20, unit: 'degC' } })
    for (let times = 0; times < 2; times++) {
      played.do(foam)
      expect(kinds(played)).toContain('foam')
      // A level read in foam is none.
      expect(read('at')).toMatchObject({ code: 'JOB_TIMER_RUNNING', timer: 'rest' })
      played.clock += 40 * 60_000
    }
    expect(read('above')).toBeUndefined()
    expect(kinds(played)).not.toContain('foam')
    played.do({ type: 'fluidExtracted', entered: { value: 60, unit: 'mL' }, how: 'measured' })
    played.workUntil('level:hot-mark')
    toTheEnd(played)
  })

  it('foam a third time is air drawn in: it takes a cause', () => {
    const played = new PlayedJob(carOf('pintle-steering-pressure')).plan().workUntil('level:cold-mark')
    for (let times = 0; times < 3; times++) {
      played.do({ type: 'levelRead', level: 'cold-mark', engine: 'off', reading: 'foam' })
      played.clock += 40 * 60_000
    }
    expect(due(played)).toContainEqual(expect.objectContaining({ kind: 'air-source', gates: ['drive', 'end'] }))
    expect(played.try({ type: 'airTraced', cause: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED', field: 'cause' })
    expect(played.try({ type: 'timerEnded', timer: 'rest' })).toBeUndefined()
    played.do({ type: 'airTraced', cause: 'clamp on the suction hose' })
    expect(kinds(played)).not.toContain('air-source')
    toTheEnd(played)
    expect(turnsWords(buildRecord(played.resolved, played.state!, played.events)).join()).toContain('clamp on the suction hose')
  })

  it('cooler lines: one is put back old for a later job', () => {
    const resolved = demoCar('two')
    const lines = allLines(resolved)
    const played = new PlayedJob(resolved).plan(lines).workUntil('fit')
    const later = lines.find(line => played.state!.lines[line]?.out && !played.state!.lines[line]?.in)!
    played.do({ type: 'planned', inputs: { ...played.state!.inputs!, lines: lines.filter(line => line !== later) } })
    played.workUntil()
    expect(played.state!.lines[later]).toMatchObject({ which: 'old' })
    toTheEnd(played)
    const record = buildRecord(resolved, played.state!, played.events)
    expect(record.putBack.map(({ id }) => id)).toEqual([later])
    expect(record.lines.map(({ id }) => id)).not.toContain(later)
    // What is in is in: it cannot be dropped any more.
    const other = new PlayedJob(resolved).plan(lines).workUntil('fill')
    expect(other.try({ type: 'planned', inputs: { ...other.state!.inputs!, lines: lines.slice(1) } })).toMatchObject({
      code: 'JOB_LINE_REPLACED',
      line: lines[0],
    })
  })

  it('a connector alone: its line stays, and what was opened is filled, levelled and looked at', () => {
    const resolved = demoCar('one')
    const played = new PlayedJob(resolved).do({ type: 'planned', inputs: { lines: [], joints: ['gearbox-out-joint'], start: 'ground' } })
    played.workUntil()
    const said = played.events.map(({ body }) => body)
    expect(said.filter(({ type }) => type === 'lineOut')).toEqual([])
    expect(said.flatMap(body => (body.type === 'jointOpened' ? [body.joint] : []))).toEqual(['gearbox-out-joint'])
    expect(said.some(({ type }) => type === 'levelRead')).toBe(true)
    toTheEnd(played)
    expect(new PlayedJob(resolved).try({ type: 'planned', inputs: { lines: [], start: 'ground' } })).toMatchObject({ code: 'JOB_ACCESS' })
  })

  it('a sealed set: no pedal before the slave is bolted, and nothing is capped, caught or filled', () => {
    const played = new PlayedJob(carOf('skerry-clutch-set')).plan().workUntil('torque:slave-joint')
    expect(played.try({ type: 'pressureHeld' })).toMatchObject({ code: 'JOB_GATE', gate: 'pressure' })
    expect(played.try({ type: 'tested', test: 'pedal', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'run' })
    played.workUntil()
    const types = new Set(played.events.map(({ body }) => body.type))
    for (const none of ['jointCapped', 'fluidCaught', 'fluidAdded', 'engineStarted'] as const) expect(types.has(none), none).toBe(false)
    toTheEnd(played)
  })
})

describe('a part that differs', () => {
  const differing = () =>
    new PlayedJob(demoCar('one'))
      .plan()
      .do({ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false, differs: 'two brackets' })
  it('holds the work until the right one is there, or a lead accepts it', () => {
    const played = differing()
    expect(played.try({ type: 'jointOpened', joint: 'gearbox-out-joint' })).toMatchObject({ code: 'JOB_GATE', gate: 'open' })
    expect(played.try({ type: 'partAccepted', line: 'supply', why: 'fits' })).toMatchObject({ code: 'JOB_ROLE' })
    played.person = lead
    expect(played.try({ type: 'partAccepted', line: 'supply', why: '' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    expect(played.try({ type: 'partAccepted', line: 'return-short', why: 'x' })).toMatchObject({ code: 'JOB_NOT_DIFFERENT' })
    played.do({ type: 'partAccepted', line: 'supply', why: 'the second bracket is bent flat' })
    toTheEnd(played)
    const record = buildRecord(played.resolved, played.state!, played.events)
    expect(turnsWords(record).join()).toContain('the second bracket is bent flat')
  })
  it('found beside the old line, it does not go in', () => {
    const played = new PlayedJob(demoCar('one')).plan().workUntil('compare')
    played.do({ type: 'partReceived', line: 'supply', against: 'old-line', agrees: false, differs: '20 mm shorter' })
    expect(played.try({ type: 'lineIn', line: 'supply' })).toMatchObject({ code: 'JOB_GATE', gate: 'fit' })
    played.do({ type: 'partReceived', line: 'supply', against: 'old-line', agrees: true })
    toTheEnd(played)
  })
})

describe('gates between', () => {
  it('nothing goes back on over what is still due behind it; a job that is left is covered all the same', () => {
    const played = new PlayedJob(demoCar('one')).plan().workUntil('leak:gearbox-out-joint')
    played.do({ type: 'engineStopped' })
    const on = { type: 'operationOn', operation: 'undershield', fasteners: [6, 2, 2] } as const
    expect(played.try(on)).toMatchObject({ code: 'JOB_GATE', gate: 'close' })
    played.do({ type: 'paused', reason: 'end-of-day' })
    expect(played.try(on)).toBeUndefined()
    played.do({ type: 'resumed' })
    // Nobody sees through it, so it comes off again for the look.
    played.clock += 60 * 60_000
    expect(played.try({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' })).toMatchObject({ code: 'JOB_HIDDEN' })
    expect(restOf(played.resolved, played.state!).operations).toContain('undershield')
    toTheEnd(played)
  })
  it('a job is not left with an opening uncapped or the engine running', () => {
    const played = new PlayedJob(demoCar('one')).plan().workUntil('cap')
    expect(played.try({ type: 'paused', reason: 'parts' })).toMatchObject({ code: 'JOB_GATE', gate: 'pause', due: [{ kind: 'capped' }] })
    played.do(played.plainFor(played.next()!))
    expect(played.try({ type: 'paused', reason: 'parts' })).toBeUndefined()
    const running = new PlayedJob(demoCar('one')).plan().workUntil('leak')
    expect(running.try({ type: 'paused', reason: 'parts' })).toMatchObject({ code: 'JOB_GATE', gate: 'pause' })
  })
  it('a reservoir that ran dry is filled and bled again', () => {
    const played = new PlayedJob(carOf('wherry-rear-brake')).plan().workUntil('test')
    expect(kinds(played)).not.toContain('bled')
    played.do({ type: 'ranDry' })
    expect(kinds(played)).toEqual(expect.arrayContaining(['filled', 'bled', 'level']))
    toTheEnd(played)
  })
  it('nobody rides a lift: whatever takes somebody in the seat is done on the ground, in every demo job', () => {
    let seated = 0
    for (const car of everyDemoCar()) {
      const steps = new PlayedJob(car).plan().steps()
      for (const step of steps) {
        if (step.kind === 'move') expect(step.helper, `${car.sheet.id} ${step.id}`).toBeUndefined()
        const isSat = step.kind === 'press' || (step.kind === 'bleed' && bleedMethodOf(car.sheet, undefined) === 'pump-and-hold')
        if (isSat) expect(step.at, `${car.sheet.id} ${step.id}`).toBe('ground')
        if (isSat) seated++
        for (const text of [stepWords(step, car.sheet).how, ...stepWords(step, car.sheet).cautions.map(one => one.text)])
          if (step.at !== 'ground') expect(text, `${car.sheet.id} ${step.id}`).not.toMatch(/sat in it|sits in it|in the seat/)
      }
    }
    expect(seated).toBeGreaterThan(3)
  })
  it('a bolt that was never there is on the record, and no longer looked for', () => {
    const played = new PlayedJob(demoCar('one')).plan().workUntil('on:undershield')
    played.do({ type: 'operationOn', operation: 'undershield', fasteners: [5, 2, 2] })
    expect(kinds(played)).toContain('counted')
    const lost = { type: 'fastenerLost', operation: 'undershield', count: 1, what: 'broken' } as const
    expect(played.try({ ...lost, group: 0, instead: 'nothing' })).toMatchObject({ code: 'JOB_ROLE' })
    played.person = lead
    expect(played.try({ ...lost, group: 9, instead: 'nothing' })).toMatchObject({ code: 'JOB_FASTENER_GROUPS' })
    // Not every one of them: then nothing holds the part.
    expect(played.try({ ...lost, group: 0, count: 6, instead: 'nothing' })).toMatchObject({ code: 'JOB_FASTENER_GROUPS' })
    expect(played.try({ ...lost, group: 0, instead: '' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    played.do({ ...lost, group: 0, instead: 'new one ordered' })
    expect(kinds(played)).not.toContain('counted')
    toTheEnd(played)
  })
  it('a leak that came from elsewhere is looked at again', () => {
    const played = new PlayedJob(demoCar('one')).plan().workUntil('leak')
    const joint = played.next()!.target
    expect(played.try({ type: 'leakTraced', joint, note: 'valve cover' })).toMatchObject({ code: 'JOB_NO_LEAK' })
    played.do({ type: 'leakChecked', joint, result: 'weeping' }).do({ type: 'leakTraced', joint, note: 'valve cover' })
    expect(due(played)).toContainEqual(expect.objectContaining({ kind: 'leak-look', joint }))
    toTheEnd(played)
  })
})

describe('waits', () => {
  const turbo = carOf('lugger-turbo-oil-feed')
  it('bind what they stand before, until time or a measured temperature ends them', () => {
    const played = new PlayedJob(turbo).plan()
    const heatShield = turbo.operations.find(({ id }) => id === 'heat-shield')!
    const fasteners = heatShield.fasteners.map(({ count }) => count)
    const command = { type: 'operationOff', operation: heatShield.id, fasteners } as const
    const refusal = played.try(command)
    expect(refusal).toMatchObject({ code: 'JOB_WAIT', wait: 'turbo-cold' })
    expect(refusalWords(refusal!, turbo.sheet)).toMatch(/cold enough.*minutes to go/)
    const cut = { type: 'waitCut', wait: 'turbo-cold', reason: 'stood overnight' } as const
    expect(played.try(cut)).toMatchObject({ code: 'JOB_REASON_NEEDED', field: 'temperature' })
    expect(played.try({ ...cut, temperature: { value: 900, unit: 'degC' } })).toMatchObject({ code: 'JOB_QUANTITY_RANGE' })
    expect(played.try({ ...cut, temperature: { value: 85, unit: 'degC' } })).toMatchObject({ code: 'JOB_QUANTITY_RANGE', high: 40 })
    expect(played.try({ ...cut, wait: 'nothing' })).toMatchObject({ code: 'JOB_WAIT_NOT_RUNNING' })
    played.do({ ...cut, temperature: { value: 31, unit: 'degC' } })
    expect(eventWords(played.events.at(-1)!.body, turbo.sheet)).toMatch(/31\s°C: stood overnight/)
    expect(waitsOf(turbo, played.state!)).toEqual([])
    expect(played.try(command)?.code).not.toBe('JOB_WAIT')
  })
  it('pass by themselves', () => {
    const played = new PlayedJob(turbo).plan()
    played.clock += 41 * 60_000
    expect(played.workUntil('open:turbo-joint').next()).toMatchObject({ id: 'open:turbo-joint' })
  })
  it('soaking may be cut with a word', () => {
    const played = new PlayedJob(carOf('wherry-clutch-line')).plan().do({ type: 'prepared' })
    expect(played.try({ type: 'jointOpened', joint: 'master-joint' })).toMatchObject({ code: 'JOB_WAIT', wait: 'nuts-soak' })
    played.do({ type: 'waitCut', wait: 'nuts-soak', reason: 'new nuts last year' })
    expect(played.try({ type: 'jointOpened', joint: 'master-joint' })?.code).not.toBe('JOB_WAIT')
  })
})

describe('endings that are not done', () => {
  it('nothing to repair, declined: only with nothing opened, and with a word', () => {
    const played = new PlayedJob(demoCar('one')).plan()
    expect(played.try({ type: 'ended', ending: 'no-repair', why: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    played.do({ type: 'ended', ending: 'no-repair', why: 'it was condensate from the air conditioning' })
    expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_SIGNED_OFF' })
    const record = buildRecord(played.resolved, played.state!, played.events)
    expect(record).toMatchObject({ ended: { ending: 'no-repair' }, signedOff: undefined, missing: [] })
    // Nobody has planned anything: it may be declined all the same.
    expect(new PlayedJob(demoCar('one')).try({ type: 'ended', ending: 'declined', why: 'sold the car' })).toBeUndefined()
  })
  it('cancelled: the car is put back together and proved first', () => {
    const played = new PlayedJob(demoCar('one')).plan(['supply']).workUntil('withdraw')
    const cancel = { type: 'ended', ending: 'cancelled', why: 'the customer fetches it' } as const
    expect(played.try(cancel)).toMatchObject({ code: 'JOB_MISSING' })
    played.do({ type: 'planned', inputs: { ...played.state!.inputs!, lines: [], joints: ['gearbox-out-joint'] } })
    played.workUntil()
    played.do(cancel)
    expect(whatIsWrong(played.resolved.sheet, played.events)).toEqual([])
  })
  it('unfinished: a lead lets it go, down and with the engine off, and the record says what is due', () => {
    const played = new PlayedJob(carOf('wherry-rear-brake')).plan().workUntil('fill').do({ type: 'carMoved', to: 'raised' })
    const release = { type: 'ended', ending: 'unfinished', why: 'towed to the dealer for bleeding' } as const
    expect(played.try(release)).toMatchObject({ code: 'JOB_ROLE' })
    played.person = lead
    expect(played.try(release)).toMatchObject({ code: 'JOB_MISSING', items: [{ kind: 'down' }] })
    played.do({ type: 'carMoved', to: 'ground' }).do(release)
    const record = buildRecord(played.resolved, played.state!, played.events)
    expect(record.missing.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['bled', 'tested']))
    played.do({ type: 'reopened', why: 'it came back' })
    expect(played.state).toMatchObject({ ended: undefined, signedOff: undefined })
    toTheEnd(played)
  })
})
