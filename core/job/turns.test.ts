import { describe, expect, it } from 'vitest'
import { whatIsWrong } from '../../tests/helpers/carOracle'
import { Bench, allLines, demoCar, everyDemoCar, lead, restOf } from '../../tests/helpers/demo'
import { eventWords } from '../../shared/words/eventWords'
import { refusalWords } from '../../shared/words/refusalWords'
import { turnsWords } from '../../shared/words/recordWords'
import { isOn } from '../sheet/jointLines'
import { buildRecord } from './buildRecord'
import { listDue } from './obligations'
import { waitsOf } from './waits'

const carOf = (sheet: string) => everyDemoCar().find(car => car.sheet.id === sheet)!
const due = (bench: Bench) => listDue(bench.resolved, bench.state!)
const kinds = (bench: Bench) => [...new Set(due(bench).map(({ kind }) => kind))]
/** To a true end, and nobody who knows only physics disagrees. */
function toTheEnd(bench: Bench) {
  bench.workUntil()
  expect(due(bench)).toEqual([])
  bench.do({ type: 'signedOff' })
  expect(whatIsWrong(bench.resolved.sheet, bench.events)).toEqual([])
}

describe('five jobs as they go', () => {
  it('a rear brake, bled by itself: the first joint weeps at the end, and the new line comes out once more', () => {
    const bench = new Bench(carOf('wherry-rear-brake'))
    bench.do({ type: 'planned', inputs: { lines: allLines(bench.resolved), start: 'ground', bleed: 'gravity' } }).workUntil('leak')
    const first = bench.next()!.target
    bench.do({ type: 'leakChecked', joint: first, result: 'weeping' })
    expect(kinds(bench)).toContain('leak-source')
    expect(bench.next()).toMatchObject({ kind: 'mend', target: first })
    expect(bench.try({ type: 'roadTested', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'drive' })
    const line = bench.resolved.joints.find(({ id }) => id === first)!.line
    bench.do({ type: 'lineCalledOut', line, why: 'flare split' })
    // What is planned from here opens that line's joints, and no others.
    const reopened = restOf(bench.resolved, bench.state!).visits.flatMap(({ tasks }) => tasks.filter(({ kind }) => kind === 'open'))
    const ends = bench.resolved.joints.filter(joint => isOn(joint, line)).map(({ id }) => id)
    expect(new Set(reopened.map(({ target }) => target))).toEqual(new Set(ends))
    bench.workUntil()
    expect(bench.events.filter(({ body }) => body.type === 'lineIn' && body.line === line)).toHaveLength(2)
    // Opened again, the circuit is full of air again: every bleeder has a round after that.
    const last = bench.events.findLast(({ body }) => body.type === 'jointOpened')!.seq
    for (const { id } of bench.resolved.sheet.bleeders)
      expect(bench.events.some(({ body, seq }) => body.type === 'roundBled' && body.bleeder === id && seq > last)).toBe(true)
    toTheEnd(bench)
  })

  it('a steering line: foam twice, and a level too high drawn off', () => {
    const bench = new Bench(carOf('pintle-steering-pressure')).plan().workUntil('level:cold-mark')
    const foam = { type: 'levelRead', level: 'cold-mark', engine: 'off', reading: 'foam' } as const
    const read = (reading: 'at' | 'above') =>
      bench.try({ type: 'levelRead', level: 'cold-mark', engine: 'off', reading, temperature: { value: 20, unit: 'degC' } })
    for (let times = 0; times < 2; times++) {
      bench.do(foam)
      expect(kinds(bench)).toContain('foam')
      // A level read in foam is none.
      expect(read('at')).toMatchObject({ code: 'JOB_TIMER_RUNNING', timer: 'rest' })
      bench.clock += 40 * 60_000
    }
    expect(read('above')).toBeUndefined()
    expect(kinds(bench)).not.toContain('foam')
    bench.do({ type: 'fluidExtracted', entered: { value: 60, unit: 'mL' }, how: 'measured' })
    bench.workUntil('level:hot-mark')
    toTheEnd(bench)
  })

  it('foam a third time is air drawn in: it takes a cause', () => {
    const bench = new Bench(carOf('pintle-steering-pressure')).plan().workUntil('level:cold-mark')
    for (let times = 0; times < 3; times++) {
      bench.do({ type: 'levelRead', level: 'cold-mark', engine: 'off', reading: 'foam' })
      bench.clock += 40 * 60_000
    }
    expect(due(bench)).toContainEqual(expect.objectContaining({ kind: 'air-source', gates: ['drive', 'end'] }))
    expect(bench.try({ type: 'airTraced', cause: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED', field: 'cause' })
    expect(bench.try({ type: 'timerEnded', timer: 'rest' })).toBeUndefined()
    bench.do({ type: 'airTraced', cause: 'clamp on the suction hose' })
    expect(kinds(bench)).not.toContain('air-source')
    toTheEnd(bench)
    expect(turnsWords(buildRecord(bench.resolved, bench.state!, bench.events)).join()).toContain('clamp on the suction hose')
  })

  it('cooler lines: one is put back old for a later job', () => {
    const resolved = demoCar('two')
    const lines = allLines(resolved)
    const bench = new Bench(resolved).plan(lines).workUntil('fit')
    const later = lines.find(line => bench.state!.lines[line]?.out && !bench.state!.lines[line]?.in)!
    bench.do({ type: 'planned', inputs: { ...bench.state!.inputs!, lines: lines.filter(line => line !== later) } })
    bench.workUntil()
    expect(bench.state!.lines[later]).toMatchObject({ which: 'old' })
    toTheEnd(bench)
    const record = buildRecord(resolved, bench.state!, bench.events)
    expect(record.putBack.map(({ id }) => id)).toEqual([later])
    expect(record.lines.map(({ id }) => id)).not.toContain(later)
    // What is in is in: it cannot be dropped any more.
    const other = new Bench(resolved).plan(lines).workUntil('fill')
    expect(other.try({ type: 'planned', inputs: { ...other.state!.inputs!, lines: lines.slice(1) } })).toMatchObject({
      code: 'JOB_LINE_REPLACED',
      line: lines[0],
    })
  })

  it('a connector alone: its line stays, and what was opened is filled, levelled and looked at', () => {
    const resolved = demoCar('one')
    const bench = new Bench(resolved).do({ type: 'planned', inputs: { lines: [], joints: ['gearbox-out-joint'], start: 'ground' } })
    bench.workUntil()
    const said = bench.events.map(({ body }) => body)
    expect(said.filter(({ type }) => type === 'lineOut')).toEqual([])
    expect(said.flatMap(body => (body.type === 'jointOpened' ? [body.joint] : []))).toEqual(['gearbox-out-joint'])
    expect(said.some(({ type }) => type === 'levelRead')).toBe(true)
    toTheEnd(bench)
    expect(new Bench(resolved).try({ type: 'planned', inputs: { lines: [], start: 'ground' } })).toMatchObject({ code: 'JOB_ACCESS' })
  })

  it('a sealed set: no pedal before the slave is bolted, and nothing is capped, caught or filled', () => {
    const bench = new Bench(carOf('skerry-clutch-set')).plan().workUntil('torque:slave-joint')
    expect(bench.try({ type: 'pressureHeld' })).toMatchObject({ code: 'JOB_GATE', gate: 'pressure' })
    expect(bench.try({ type: 'tested', test: 'pedal', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'pressure' })
    bench.workUntil()
    const types = new Set(bench.events.map(({ body }) => body.type))
    for (const none of ['jointCapped', 'fluidCaught', 'fluidAdded', 'engineStarted'] as const) expect(types.has(none), none).toBe(false)
    toTheEnd(bench)
  })
})

describe('a part that differs', () => {
  const differing = () =>
    new Bench(demoCar('one')).plan().do({ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false, differs: 'two brackets' })
  it('holds the work until the right one is there, or a lead accepts it', () => {
    const bench = differing()
    expect(bench.try({ type: 'jointOpened', joint: 'gearbox-out-joint' })).toMatchObject({ code: 'JOB_GATE', gate: 'open' })
    expect(bench.try({ type: 'partAccepted', line: 'supply', why: 'fits' })).toMatchObject({ code: 'JOB_ROLE' })
    bench.person = lead
    expect(bench.try({ type: 'partAccepted', line: 'supply', why: '' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    expect(bench.try({ type: 'partAccepted', line: 'return-short', why: 'x' })).toMatchObject({ code: 'JOB_NOT_DIFFERENT' })
    bench.do({ type: 'partAccepted', line: 'supply', why: 'the second bracket is bent flat' })
    toTheEnd(bench)
    const record = buildRecord(bench.resolved, bench.state!, bench.events)
    expect(turnsWords(record).join()).toContain('the second bracket is bent flat')
  })
  it('found beside the old line, it does not go in', () => {
    const bench = new Bench(demoCar('one')).plan().workUntil('compare')
    bench.do({ type: 'partReceived', line: 'supply', against: 'old-line', agrees: false, differs: '20 mm shorter' })
    expect(bench.try({ type: 'lineIn', line: 'supply' })).toMatchObject({ code: 'JOB_GATE', gate: 'fit' })
    bench.do({ type: 'partReceived', line: 'supply', against: 'old-line', agrees: true })
    toTheEnd(bench)
  })
})

describe('gates between', () => {
  it('nothing goes back on over what is still due behind it; a job that is left is covered all the same', () => {
    const bench = new Bench(demoCar('one')).plan().workUntil('leak:gearbox-out-joint')
    bench.do({ type: 'engineStopped' })
    const on = { type: 'operationOn', operation: 'undershield', fasteners: [6, 2, 2] } as const
    expect(bench.try(on)).toMatchObject({ code: 'JOB_GATE', gate: 'close' })
    bench.do({ type: 'paused', reason: 'end-of-day' })
    expect(bench.try(on)).toBeUndefined()
    bench.do({ type: 'resumed' })
    // Nobody sees through it, so it comes off again for the look.
    bench.clock += 60 * 60_000
    expect(bench.try({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' })).toMatchObject({ code: 'JOB_HIDDEN' })
    expect(restOf(bench.resolved, bench.state!).operations).toContain('undershield')
    toTheEnd(bench)
  })
  it('a job is not left with an opening uncapped or the engine running', () => {
    const bench = new Bench(demoCar('one')).plan().workUntil('cap')
    expect(bench.try({ type: 'paused', reason: 'parts' })).toMatchObject({ code: 'JOB_GATE', gate: 'pause', due: [{ kind: 'capped' }] })
    bench.do(bench.plainFor(bench.next()!))
    expect(bench.try({ type: 'paused', reason: 'parts' })).toBeUndefined()
    const running = new Bench(demoCar('one')).plan().workUntil('leak')
    expect(running.try({ type: 'paused', reason: 'parts' })).toMatchObject({ code: 'JOB_GATE', gate: 'pause' })
  })
  it('a reservoir that ran dry is filled and bled again', () => {
    const bench = new Bench(carOf('wherry-rear-brake')).plan().workUntil('test')
    expect(kinds(bench)).not.toContain('bled')
    bench.do({ type: 'ranDry' })
    expect(kinds(bench)).toEqual(expect.arrayContaining(['filled', 'bled', 'level']))
    toTheEnd(bench)
  })
  it('whoever holds the pedal or the key is told before the car goes up', () => {
    for (const sheet of ['wherry-rear-brake', 'pintle-steering-pressure']) {
      const steps = new Bench(carOf(sheet)).plan().steps()
      let up: (typeof steps)[number] | undefined
      for (const step of steps) {
        if (step.kind === 'move') up = step
        else if (step.at !== 'ground' && step.helper) expect(up, step.id).toMatchObject({ at: step.at, helper: true })
      }
    }
  })
  it('a bolt that was never there is on the record, and no longer looked for', () => {
    const bench = new Bench(demoCar('one')).plan().workUntil('on:undershield')
    bench.do({ type: 'operationOn', operation: 'undershield', fasteners: [5, 2, 2] })
    expect(kinds(bench)).toContain('counted')
    const lost = { type: 'fastenerLost', operation: 'undershield', count: 1, what: 'broken' } as const
    expect(bench.try({ ...lost, group: 0, instead: 'nothing' })).toMatchObject({ code: 'JOB_ROLE' })
    bench.person = lead
    expect(bench.try({ ...lost, group: 9, instead: 'nothing' })).toMatchObject({ code: 'JOB_FASTENER_GROUPS' })
    // Not every one of them: then nothing holds the part.
    expect(bench.try({ ...lost, group: 0, count: 6, instead: 'nothing' })).toMatchObject({ code: 'JOB_FASTENER_GROUPS' })
    expect(bench.try({ ...lost, group: 0, instead: '' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    bench.do({ ...lost, group: 0, instead: 'new one ordered' })
    expect(kinds(bench)).not.toContain('counted')
    toTheEnd(bench)
  })
  it('a leak that came from elsewhere is looked at again', () => {
    const bench = new Bench(demoCar('one')).plan().workUntil('leak')
    const joint = bench.next()!.target
    expect(bench.try({ type: 'leakTraced', joint, note: 'valve cover' })).toMatchObject({ code: 'JOB_NO_LEAK' })
    bench.do({ type: 'leakChecked', joint, result: 'weeping' }).do({ type: 'leakTraced', joint, note: 'valve cover' })
    expect(due(bench)).toContainEqual(expect.objectContaining({ kind: 'leak-look', joint }))
    toTheEnd(bench)
  })
})

describe('waits', () => {
  const turbo = carOf('lugger-turbo-oil-feed')
  it('bind what they stand before, until time or a measured temperature ends them', () => {
    const bench = new Bench(turbo).plan()
    const heatShield = turbo.operations.find(({ id }) => id === 'heat-shield')!
    const fasteners = heatShield.fasteners.map(({ count }) => count)
    const command = { type: 'operationOff', operation: heatShield.id, fasteners } as const
    const refusal = bench.try(command)
    expect(refusal).toMatchObject({ code: 'JOB_WAIT', wait: 'turbo-cold' })
    expect(refusalWords(refusal!, turbo.sheet)).toMatch(/cold enough.*minutes to go/)
    const cut = { type: 'waitCut', wait: 'turbo-cold', reason: 'stood overnight' } as const
    expect(bench.try(cut)).toMatchObject({ code: 'JOB_REASON_NEEDED', field: 'temperature' })
    expect(bench.try({ ...cut, temperature: { value: 900, unit: 'degC' } })).toMatchObject({ code: 'JOB_QUANTITY_RANGE' })
    expect(bench.try({ ...cut, temperature: { value: 85, unit: 'degC' } })).toMatchObject({ code: 'JOB_QUANTITY_RANGE', high: 40 })
    expect(bench.try({ ...cut, wait: 'nothing' })).toMatchObject({ code: 'JOB_WAIT_NOT_RUNNING' })
    bench.do({ ...cut, temperature: { value: 31, unit: 'degC' } })
    expect(eventWords(bench.events.at(-1)!.body, turbo.sheet)).toMatch(/31\s°C: stood overnight/)
    expect(waitsOf(turbo, bench.state!)).toEqual([])
    expect(bench.try(command)?.code).not.toBe('JOB_WAIT')
  })
  it('pass by themselves', () => {
    const bench = new Bench(turbo).plan()
    bench.clock += 41 * 60_000
    expect(bench.workUntil('open:turbo-joint').next()).toMatchObject({ id: 'open:turbo-joint' })
  })
  it('soaking may be cut with a word', () => {
    const bench = new Bench(carOf('wherry-clutch-line')).plan().do({ type: 'prepared' })
    expect(bench.try({ type: 'jointOpened', joint: 'master-joint' })).toMatchObject({ code: 'JOB_WAIT', wait: 'nuts-soak' })
    bench.do({ type: 'waitCut', wait: 'nuts-soak', reason: 'new nuts last year' })
    expect(bench.try({ type: 'jointOpened', joint: 'master-joint' })?.code).not.toBe('JOB_WAIT')
  })
})

describe('endings that are not done', () => {
  it('nothing to repair, declined: only with nothing opened, and with a word', () => {
    const bench = new Bench(demoCar('one')).plan()
    expect(bench.try({ type: 'ended', ending: 'no-repair', why: ' ' })).toMatchObject({ code: 'JOB_REASON_NEEDED' })
    bench.do({ type: 'ended', ending: 'no-repair', why: 'it was condensate from the air conditioning' })
    expect(bench.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_SIGNED_OFF' })
    const record = buildRecord(bench.resolved, bench.state!, bench.events)
    expect(record).toMatchObject({ ended: { ending: 'no-repair' }, signedOff: undefined, missing: [] })
    // Nobody has planned anything: it may be declined all the same.
    expect(new Bench(demoCar('one')).try({ type: 'ended', ending: 'declined', why: 'sold the car' })).toBeUndefined()
  })
  it('cancelled: the car is put back together and proved first', () => {
    const bench = new Bench(demoCar('one')).plan(['supply']).workUntil('withdraw')
    const cancel = { type: 'ended', ending: 'cancelled', why: 'the customer fetches it' } as const
    expect(bench.try(cancel)).toMatchObject({ code: 'JOB_MISSING' })
    bench.do({ type: 'planned', inputs: { ...bench.state!.inputs!, lines: [], joints: ['gearbox-out-joint'] } })
    bench.workUntil()
    bench.do(cancel)
    expect(whatIsWrong(bench.resolved.sheet, bench.events)).toEqual([])
  })
  it('unfinished: a lead lets it go, down and with the engine off, and the record says what is due', () => {
    const bench = new Bench(carOf('wherry-rear-brake')).plan().workUntil('bleed')
    const release = { type: 'ended', ending: 'unfinished', why: 'towed to the dealer for bleeding' } as const
    expect(bench.try(release)).toMatchObject({ code: 'JOB_ROLE' })
    bench.person = lead
    expect(bench.try(release)).toMatchObject({ code: 'JOB_MISSING', items: [{ kind: 'down' }] })
    bench.do({ type: 'carMoved', to: 'ground' }).do(release)
    const record = buildRecord(bench.resolved, bench.state!, bench.events)
    expect(record.missing.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['bled', 'tested']))
    bench.do({ type: 'reopened', why: 'it came back' })
    expect(bench.state).toMatchObject({ ended: undefined, signedOff: undefined })
    toTheEnd(bench)
  })
})
