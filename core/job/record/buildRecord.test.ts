import { describe, expect, it } from 'vitest'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import type { Sheet } from '../../sheet/types'
import { buildRecord } from './buildRecord'
import type { EarlyEnding, JobBody } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const litres = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted', value: number, more: object = {}): JobBody =>
  ({ type, entered: { value, unit: 'L' }, how: 'measured', volume: value * 1000, ...more }) as JobBody
const inside = (newton: number) => ({
  how: 'wrench',
  entered: { value: newton, unit: 'N.m' },
  torque: newton,
  window: { low: 9, high: 11 },
  verdict: 'inside',
})
/** When the event of that place in the list happened. */
const atOf = (seq: number) => new Date(Date.parse('2026-03-02T08:00:00Z') + seq * 600_000).toISOString()
const by = new Story().state.openedBy
const record = (bodies: readonly JobBody[], change: Partial<Sheet> = {}, inputs = {}) => {
  const story = new Story(pocketCar(change), inputs).all(...bodies)
  return buildRecord(story.resolved, story.state, story.events)
}

describe('the head', () => {
  it('says whose job on what car by which sheet', () => {
    const made = record([])
    expect(made).toMatchObject({
      format: 'efferent.job-record/3',
      job: 'job',
      number: 1,
      openedAt: atOf(1),
      openedBy: by,
      customer: 'Pilot Station',
      complaint: undefined,
      sheet: { id: 'pocket', revision: 1, title: 'Pocket car', fluid: 'type 4' },
      signedOff: undefined,
      handedOver: undefined,
      roadTest: undefined,
    })
    expect(made.vehicle.plate).toBe('PO 01 CKT')
    expect(made.events).toHaveLength(2)
    expect(record([], { fluid: { ...pocketCar().sheet.fluid, spec: 'unknown' } }).sheet.fluid).toBeUndefined()
  })

  it('what is missing is what is owed', () => {
    const story = new Story().then(open('last'))
    expect(buildRecord(story.resolved, story.state, story.events).missing.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['line', 'seated']),
    )
  })
})

describe('lines', () => {
  it('which part went in, when, what differed and why it was used', () => {
    const told: JobBody[] = [
      { type: 'partReceived', line: 'return', against: 'sheet', agrees: false, differs: 'no label' },
      { type: 'partReceived', line: 'supply', against: 'sheet', agrees: false, differs: 'shorter' },
      { type: 'lineOut', line: 'supply' },
      { type: 'partReceived', line: 'supply', against: 'old-line', agrees: false, differs: 'another bend' },
      { type: 'partAccepted', line: 'supply', why: 'the bend clears' },
      { type: 'lineIn', line: 'supply', which: 'new' },
    ]
    const lines = pocketCar().sheet.lines.map(line => ({
      ...line,
      mark: 'two rings',
      parts: line.parts.map(part => ({ ...part, number: `N-${part.id}` })),
    }))
    expect(record(told, { lines }, { parts: { supply: 'both-lines' } }).lines).toEqual([
      {
        id: 'supply',
        name: 'supply',
        mark: 'two rings',
        part: 'N-both-lines',
        outAt: atOf(5),
        inAt: atOf(8),
        which: 'new',
        differs: 'another bend',
        accepted: 'the bend clears',
      },
      expect.objectContaining({ id: 'return', part: 'N-return-alone', differs: 'no label', accepted: undefined, outAt: undefined }),
    ])
    // Two parts could be meant, and nobody has chosen.
    expect(record([], { lines }).lines[0]!.part).toBeUndefined()
  })

  it('what was left alone, and what went back as it was', () => {
    const told: JobBody[] = [
      { type: 'lineOut', line: 'return' },
      { type: 'lineIn', line: 'return', which: 'old' },
    ]
    const made = record(told, {}, { lines: ['supply'] })
    expect(made.lines.map(({ id }) => id)).toEqual(['supply'])
    expect(made.leftAlone).toEqual([{ id: 'return', name: 'return' }])
    expect(made.putBack).toEqual([{ id: 'return', name: 'return' }])
    expect(record([]).putBack).toEqual([])
  })
})

describe('what was found and decided on the way', () => {
  it('fasteners lost, waits cut short, leaks and air traced', () => {
    const told = [
      { type: 'fastenerLost', operation: 'shield', group: 1, count: 2, what: 'broken', instead: 'two clips' },
      { type: 'fastenerLost', operation: 'shield', group: 7, count: 1, what: 'missing', instead: 'a tie' },
      { type: 'waitCut', wait: 'cools', reason: 'cold already', celsius: 31 },
      { type: 'leakTraced', joint: 'near', note: 'from the flange above' },
      { type: 'airTraced', cause: 'a split hose' },
    ] as unknown as JobBody[]
    const made = record(told)
    const common = { part: 'shield', by }
    expect(made.lost).toEqual([
      { ...common, fastener: 'bolt M8', count: 2, what: 'broken', instead: 'two clips', at: atOf(3) },
      { ...common, fastener: 'group 8', count: 1, what: 'missing', instead: 'a tie', at: atOf(4) },
    ])
    expect(made.waitsCut).toEqual([{ text: 'the gearbox cools', reason: 'cold already', celsius: 31, by, at: atOf(5) }])
    expect(made.traced).toEqual([
      { name: 'near', note: 'from the flange above', by, at: atOf(6) },
      { note: 'a split hose', by, at: atOf(7) },
    ])
  })

  it('what was met on the car, by the name of what it is about', () => {
    const found = { kind: 'note', text: 'as seen' }
    const told = (
      [
        ['joint', 'near'],
        ['hold', 'clip'],
        ['operation', 'pan'],
        ['line', 'supply'],
        ['bleeder', 'left'],
        ['level', 'header'],
        ['neighbour', 'mat'],
        ['joint', 'nobody'],
        ['neighbour', 'nobody'],
      ] as const
    ).map(([about, target]) => ({ type: 'observed', about, target, found })) as unknown as JobBody[]
    expect(record(told).observed.map(({ name }) => name)).toEqual([
      'near',
      'clip',
      'pan',
      'supply',
      'Left bleeder',
      'header',
      'heat mat',
      'nobody',
      'nobody',
    ])
    expect(record(told).observed[0]).toEqual({ name: 'near', found, by, at: atOf(3) })
  })

  it('what a leaflet said, and of what', () => {
    const said = {
      low: { value: 9, unit: 'N.m' },
      high: { value: 11, unit: 'N.m' },
      from: 'leaflet in the box',
      window: { low: 9, high: 11 },
    }
    const told = [
      { type: 'leafletRead', thing: 'joint', target: 'near', ...said },
      { type: 'leafletRead', thing: 'operation', target: 'shield', group: 1, ...said },
      { type: 'leafletRead', thing: 'level', target: 'hot', ...said },
    ] as unknown as JobBody[]
    const { window: _window, ...printed } = said
    expect(record(told).leaflets).toEqual([
      { name: 'near', ...printed, by, at: atOf(3) },
      { name: 'shield, bolt M8', ...printed, by, at: atOf(4) },
      { name: 'hot', ...printed, by, at: atOf(5) },
    ])
  })

  it('what was weighed beside the lines: a part, and a sister line', () => {
    const weighed = { now: 5, later: 60, years: 2 }
    const told = [
      { type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer', found: 'worn', weighed, note: 'asked by phone' },
      { type: 'neighbourDecided', neighbour: 'line:return', choice: 'leave', by: 'workshop' },
      { type: 'neighbourDecided', neighbour: 'gone', choice: 'leave', by: 'workshop' },
      { type: 'neighbourRenewed', neighbour: 'mat' },
      { type: 'neighbourRenewed', neighbour: 'gone' },
    ] as unknown as JobBody[]
    const made = record(told)
    expect(made.neighbours).toEqual([
      { neighbour: 'mat', name: 'heat mat', choice: 'now', by: 'customer', found: 'worn', weighed, note: 'asked by phone', at: atOf(3) },
      expect.objectContaining({ neighbour: 'line:return', name: 'return', choice: 'leave', by: 'workshop', at: atOf(4) }),
      expect.objectContaining({ neighbour: 'gone', name: 'gone' }),
    ])
    expect(made.renewed).toEqual([{ name: 'heat mat', parts: [], by, at: atOf(6) }])
  })
})

describe('torques', () => {
  it('of joints and of groups of fasteners, in both units', () => {
    const told = [
      { type: 'jointTorqued', joint: 'near', ...inside(10) },
      { type: 'jointTorqued', joint: 'last', how: 'feel', verdict: 'not-measured', reason: 'no wrench reaches' },
      { type: 'tightened', thing: 'operation', target: 'shield', torques: [inside(10), null] },
      { type: 'tightened', thing: 'hold', target: 'bracket', torques: [inside(9)] },
      { type: 'tightened', thing: 'bleeder', target: 'left', torques: [inside(9)] },
      { type: 'tightened', thing: 'level', target: 'header', torques: [inside(9)] },
    ] as unknown as JobBody[]
    const { torques } = record(told)
    expect(torques.map(({ joint, name }) => [joint, name])).toEqual([
      ['near', 'near'],
      ['last', 'last'],
      ['shield', 'shield, bolt M8'],
      ['bracket', 'bracket'],
      ['left', 'Left bleeder'],
      ['header', 'header'],
    ])
    // 1 lbf·ft = 1.3558179483 N·m (NIST SP 811, appendix B.8).
    expect(torques[0]!.poundFeet).toBeCloseTo(10 / 1.3558179483, 9)
    expect(torques[0]).toMatchObject({ how: 'wrench', newtonMetres: 10, window: { low: 9, high: 11 }, verdict: 'inside', by, at: atOf(3) })
    expect(torques[1]).toMatchObject({ how: 'feel', verdict: 'not-measured', reason: 'no wrench reaches', newtonMetres: undefined })
  })
})

describe('fluids', () => {
  it('what ran out, was drawn off and went in, each to its own', () => {
    const told = [
      litres('fluidCaught', 2),
      litres('fluidExtracted', 0.5),
      litres('fluidAdded', 1.5),
      litres('fluidCaught', 1, { circuit: 'coolant' }),
      litres('fluidAdded', 0.8, { circuit: 'coolant', drained: true }),
      litres('fluidAdded', 0.1, { circuit: 'coolant', drained: false, how: 'estimated' }),
    ]
    const made = record(told)
    expect(made.fluids).toEqual([
      { kind: 'caught', entered: { value: 2, unit: 'L' }, millilitres: 2000, how: 'measured', by, at: atOf(3) },
      { kind: 'extracted', entered: { value: 0.5, unit: 'L' }, millilitres: 500, how: 'measured', by, at: atOf(4) },
      { kind: 'added', entered: { value: 1.5, unit: 'L' }, millilitres: 1500, how: 'measured', by, at: atOf(5) },
      { kind: 'caught', entered: { value: 1, unit: 'L' }, millilitres: 1000, how: 'measured', circuit: 'Coolant', by, at: atOf(6) },
      {
        kind: 'added',
        entered: { value: 0.8, unit: 'L' },
        millilitres: 800,
        how: 'measured',
        circuit: 'Coolant',
        drained: true,
        by,
        at: atOf(7),
      },
      { kind: 'added', entered: { value: 0.1, unit: 'L' }, millilitres: 100, how: 'estimated', circuit: 'Coolant', by, at: atOf(8) },
    ])
    // 2.5 L out and 1.5 L in; 1 L out and 0.9 L in.
    expect(made.balance.owed).toBeCloseTo(1000, 6)
    expect(made.balances.map(({ name, balance }) => [name, Math.round(balance.owed!)])).toEqual([['Coolant', 100]])
    expect(record(told.slice(0, 3)).balances).toEqual([])
  })

  it('bled round by round, at a bleeder or everywhere at once, and what the level said', () => {
    const round = (bleeder: string, more: object): JobBody =>
      ({ type: 'roundBled', bleeder, saw: 'air', toppedUp: false, ...more }) as JobBody
    const read = {
      type: 'levelRead',
      level: 'hot',
      engine: 'idling',
      reading: 'below',
      temperature: { value: 80, unit: 'degC' },
      celsius: 80,
    }
    const made = record([round('left', { count: 8 }), round('pocket', { saw: 'clear', toppedUp: true }), read as unknown as JobBody])
    expect(made.rounds).toEqual([
      { name: 'Left bleeder', count: 8, saw: 'air', toppedUp: false, by, at: atOf(3) },
      { name: undefined, count: undefined, saw: 'clear', toppedUp: true, by, at: atOf(4) },
    ])
    expect(made.levels).toEqual([
      { name: 'hot', entered: { value: 80, unit: 'degC' }, celsius: 80, engine: 'idling', reading: 'below', by, at: atOf(5) },
    ])
  })
})

describe('joints, parts and what was counted', () => {
  it('a joint that was opened: its seals, its proofs, how it looked', () => {
    const told: JobBody[] = [
      open('near'),
      { type: 'sealFitted', joint: 'near', seals: ['ring'], oldOut: true },
      { type: 'jointSeated', joint: 'near', proofs: ['hand-start'] },
      { type: 'leakChecked', joint: 'near', result: 'dry' },
      open('far'),
    ]
    expect(record(told).joints).toEqual([
      {
        joint: 'near',
        name: 'near',
        line: 'supply',
        proofs: ['hand-start'],
        leak: 'dry',
        leakAt: atOf(6),
        seals: [{ name: 'O-ring', count: 1, size: undefined, part: undefined }],
      },
      { joint: 'far', name: 'far', line: 'supply', proofs: [], leak: undefined, leakAt: undefined, seals: [] },
    ])
  })

  it('a part that was off: bolts out and in, seals renewed, how it looked', () => {
    const told: JobBody[] = [
      { type: 'operationOff', operation: 'pan', fasteners: [8] },
      { type: 'operationOff', operation: 'shield', fasteners: [4, 2] },
      { type: 'operationOn', operation: 'pan', fasteners: [7], seals: ['pan-gasket'], oldOut: true },
      { type: 'partLooked', operation: 'pan', result: 'weeping' },
    ]
    const made = record(told)
    expect(made.operations).toEqual([
      { id: 'pan', name: 'pan', off: true, on: true, fastenersOut: 8, fastenersIn: 7 },
      { id: 'shield', name: 'shield', off: true, on: false, fastenersOut: 6, fastenersIn: 0 },
    ])
    expect(made.parts).toEqual([
      { name: 'pan', seals: [{ name: 'Gasket', count: 1, size: undefined, part: undefined }], look: 'weeping', by, at: atOf(6) },
    ])
    expect(record(told.slice(0, 3)).parts).toEqual([expect.not.objectContaining({ look: expect.anything() })])
    expect(record(told.slice(0, 1)).parts).toEqual([])
    // No seals of its own: named with the parts that were off, and nowhere else.
    expect(record([told[1]!, { type: 'operationOn', operation: 'shield', fasteners: [4, 2] }]).parts).toEqual([])
  })
})

describe('the rest of a job', () => {
  it('tests, felt clearances, notes, photographs, what was left out and the drive', () => {
    const told = [
      { type: 'tested', test: 'gears', result: 'good', note: 'shifts' },
      { type: 'clearanceProved', line: 'supply' },
      { type: 'noteWritten', text: 'clip was brittle' },
      { type: 'photoTaken', photo: 'p1', step: { kind: 'open', target: 'near' }, caption: 'before' },
      { type: 'stepSkipped', step: { kind: 'wipe', target: 'ground' }, reason: 'dry' },
      { type: 'prepared' },
      { type: 'roadTested', result: 'good', note: '6 miles' },
      { type: 'handedOver', to: 'customer', note: 'keys' },
      { type: 'signedOff' },
    ] as JobBody[]
    const made = record(told)
    expect(made).toMatchObject({
      tests: [{ test: 'gears', result: 'good', note: 'shifts', by, at: atOf(3) }],
      clearances: [{ name: 'supply', by, at: atOf(4) }],
      notes: [{ text: 'clip was brittle', by, at: atOf(5) }],
      photos: [{ photo: 'p1', step: { kind: 'open', target: 'near' }, caption: 'before', by, at: atOf(6) }],
      skipped: [{ step: { kind: 'wipe', target: 'ground' }, reason: 'dry', by, at: atOf(7) }],
      roadTest: { result: 'good', note: '6 miles', by, at: atOf(9) },
      handedOver: { to: 'customer', note: 'keys', by, at: atOf(10) },
      signedOff: { by, at: atOf(11) },
    })
    expect(made.skipped).toHaveLength(1)
  })

  it('the cautions that outlast the job: of closing up, and the law', () => {
    const cautions = [
      { kind: 'law', text: 'waste oil', phase: 'open' },
      { kind: 'burn', text: 'hot after the drive', phase: 'close' },
      { kind: 'burn', text: 'hot while opening', phase: 'open' },
    ] as Sheet['cautions']
    const made = record([], { cautions, proving: { ...pocketCar().sheet.proving, lookNext: ['again in a week'] } })
    expect(made.cautions).toEqual([
      { kind: 'law', text: 'waste oil' },
      { kind: 'burn', text: 'hot after the drive' },
    ])
    expect(made.lookNext).toEqual(['again in a week'])
  })

  it('ended without being done, it says how and why; released unfinished, for ever what was due', () => {
    const end = (ending: EarlyEnding) => record([open('last'), { type: 'ended', ending, why: 'bled elsewhere' }])
    const made = end('unfinished')
    expect(made.ended).toEqual({ ending: 'unfinished', why: 'bled elsewhere', by, at: atOf(4) })
    expect(made.signedOff).toBeUndefined()
    expect(made.missing.length).toBeGreaterThan(0)
    expect(end('cancelled').missing).toEqual([])
  })
})
