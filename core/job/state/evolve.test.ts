import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import { evolve, fold, foldOnto } from './evolve'
import type { JobBody, JobEvent, JobState } from '../types'

/** What stands on record after an event, one kind after another; the first two are the opening and the plan. */

const mark = (n: number) => {
  const at = new Date(Date.parse('2026-03-02T08:00:00Z') + n * 600_000).toISOString()
  return { event: `e${n}`, n, seen: n - 1, at, recordedAt: at, by: 'Rafe Undal', device: 'tablet-1' }
}
const after = (...bodies: JobBody[]): JobState => new Story().all(...bodies).state
const volume = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted'): JobBody => ({
  type,
  entered: { value: 1, unit: 'L' },
  how: 'measured',
  volume: 1000 as never,
})
const level = (more: object = {}): JobBody => ({ type: 'levelRead', level: 'cold', engine: 'off', reading: 'at', ...more }) as JobBody
const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const planned = (change: object = {}): JobBody =>
  ({ type: 'planned', inputs: { lines: ['supply'], start: 'ground', ...change }, planner: 5 }) as JobBody

describe('folded once, whatever was taken back', () => {
  type Raw = { kind: 'note' | 'open' | 'undo'; of: number }
  const told = (raws: readonly Raw[]): JobEvent[] => {
    const story = new Story()
    raws.forEach(({ kind, of }, i) =>
      story.then(
        kind === 'undo'
          ? { type: 'stepUndone', reverts: [`e${3 + (of % (i + 2))}`] }
          : kind === 'open'
            ? open(['near', 'far'][of % 2]!)
            : { type: 'noteWritten', text: `${of}` },
      ),
    )
    return story.events
  }
  /** As it was done at first: everything again at each undo. */
  function naively(events: readonly JobEvent[]): { effective: JobEvent[]; state: JobState } {
    let effective: JobEvent[] = []
    for (const event of events) {
      const { body } = event
      effective = body.type === 'stepUndone' ? effective.filter(({ id }) => !body.reverts.includes(id)) : [...effective, event]
    }
    const state = effective.reduce<JobState | undefined>((before, event) => evolve(before, event), undefined)!
    return { effective, state: { ...state, seq: events.at(-1)!.seq } }
  }
  const raws = fc.array(fc.record({ kind: fc.constantFrom<Raw['kind'][]>('note', 'open', 'undo'), of: fc.nat(50) }), { maxLength: 40 })
  it('is what folding everything again at each undo gives, whole, event by event, and in pieces', () =>
    fc.assert(
      fc.property(raws, fc.nat(40), (drawn, cut) => {
        const events = told(drawn)
        const { state } = naively(events)
        expect(fold(events)).toEqual(state)
        expect(events.reduce<JobState | undefined>((before, event) => evolve(before, event), undefined)).toEqual(state)
        const first = foldOnto(undefined, events.slice(0, cut))
        expect(foldOnto(first, events).state).toEqual(state)
        // Another history is folded for itself.
        expect(foldOnto(foldOnto(undefined, told([{ kind: 'note', of: 7 }])), events).state).toEqual(state)
      }),
    ))
  it('a job begins with its opening', () => {
    const [, second] = told([])
    expect(() => fold([second!])).toThrow(RangeError)
    expect(() => evolve(undefined, { ...second!, body: { type: 'stepUndone', reverts: [] } })).toThrow(RangeError)
    expect(fold([])).toBeUndefined()
  })
})

describe('a job on record', () => {
  it('begins with its opening, and nothing has happened', () => {
    const story = new Story()
    story.events.length = 1
    const { body, at } = story.events[0]!
    expect(story.state).toEqual({
      id: 'job',
      seq: 1,
      opened: body,
      revision: 1,
      openedAt: at,
      openedBy: 'Rafe Undal',
      traits: {},
      scope: [],
      joints: {},
      lines: {},
      holds: {},
      operations: {},
      steps: {},
      caught: [],
      extracted: [],
      leaked: {},
      vacuum: [],
      making: {},
      added: [],
      levels: [],
      timers: {},
      cleaned: [],
      lost: [],
      airTraced: [],
      ranDry: [],
      rests: [],
      leaflets: {},
      observed: [],
      waitsCut: {},
      moves: [],
      pressures: [],
      rounds: [],
      tightened: {},
      clearances: {},
      renewed: {},
      tests: {},
      notes: [],
      photos: [],
      neighbours: {},
      held: {},
      effective: story.events,
    })
    expect(fold([])).toBeUndefined()
    expect(() => fold(story.events.map((event): JobEvent => ({ ...event, body: { type: 'prepared' } })))).toThrow('begins with prepared')
  })
  it('keeps its count and its events, and forgets what was taken back', () => {
    const story = new Story().all(open('near'), open('far'))
    expect(story.state).toMatchObject({ seq: 4, effective: story.events })
    story.then({ type: 'stepUndone', reverts: ['e3'] })
    expect(story.state.seq).toBe(5)
    expect(story.state.joints).toEqual({ far: { opened: mark(4) } })
    expect(story.state.effective.map(({ id }) => id)).toEqual(['e1', 'e2', 'e4'])
    expect(evolve(story.state, { ...story.events[2]!, seq: 6, id: 'e6' }).effective).toHaveLength(4)
  })
})

describe('what is wanted', () => {
  it('is what was planned, or chosen since', () => {
    expect(after()).toMatchObject({ scope: ['supply', 'return'], inputs: { lines: ['supply', 'return'] } })
    expect(after({ type: 'scopeChosen', lines: ['return'] })).toMatchObject({
      scope: ['return'],
      inputs: { lines: ['return'], start: 'ground' },
    })
    expect(after(planned({ start: 'raised' }))).toMatchObject({ scope: ['supply'], planner: 5, inputs: { start: 'raised' } })
    const unplanned = new Story()
    unplanned.events.length = 1
    expect(unplanned.then({ type: 'scopeChosen', lines: ['return'] }).state).toMatchObject({ scope: ['return'], inputs: undefined })
    expect(unplanned.then({ type: 'wayHung', goal: { kind: 'joint', target: 'near' }, way: 1 }).state.inputs).toBeUndefined()
  })
  it('fluid work is unwanted by planning without it, unless it was begun', () => {
    const service = planned({ service: 'renew' })
    expect(after(service).service).toEqual({ ...mark(3), what: 'renew' })
    // Planned again, it is wanted since it was first.
    expect(after(service, service).service).toMatchObject({ n: 3 })
    expect(after(service, planned({ service: 'bleed' })).service).toMatchObject({ n: 4, what: 'bleed' })
    expect(after(service, planned()).service).toBeUndefined()
    expect(after(planned()).service).toBeUndefined()
    const round: JobBody = { type: 'roundBled', bleeder: 'left', saw: 'clear', toppedUp: true }
    for (const begun of [round, volume('fluidAdded'), volume('fluidExtracted')])
      expect(after(service, begun, planned()).service, begun.type).toMatchObject({ n: 3, what: 'renew' })
    expect(after(round, service, planned()).service).toBeUndefined()
    expect(after(service, volume('fluidCaught'), planned()).service).toBeUndefined()
  })
  it('ways that hung are ruled out, each once', () => {
    const hung = (target: string, way: number): JobBody => ({ type: 'wayHung', goal: { kind: 'joint', target }, way })
    expect(after(hung('near', 1)).inputs!.forbidden).toEqual({ 'joint:near': [1] })
    expect(after(hung('near', 1), hung('near', 0), hung('near', 1), hung('far', 2)).inputs!.forbidden).toEqual({
      'joint:near': [1, 0],
      'joint:far': [2],
    })
  })
  it('what was seen of the car adds up', () => {
    const learned = (trait: string): JobBody => ({ type: 'traitsLearned', question: 'q', answer: 'a', traits: { [trait]: 'one' } })
    expect(after(learned('cooler'), learned('box')).traits).toEqual({ cooler: 'one', box: 'one' })
    expect(after({ type: 'revisionMoved', revision: 3 }).revision).toBe(3)
  })
})

describe('a joint', () => {
  it('opened again is as if nothing had been done to it, but for what was tried when it did not move', () => {
    const tried: JobBody = { type: 'jointSeized', joint: 'near', remedy: 'soak', note: 'an hour' }
    const whole = after(
      tried,
      { ...tried, remedy: 'heat', note: undefined },
      open('near'),
      { type: 'jointCapped', joint: 'near' },
      { type: 'sealFitted', joint: 'near', seals: ['ring'], oldOut: true },
      { type: 'sealUnavailable', joint: 'near', seal: 'ring', note: 'n' },
      { type: 'jointSeated', joint: 'near', proofs: ['click'] },
      { type: 'jointTorqued', joint: 'near', how: 'feel', verdict: 'not-measured', reason: 'r' },
      { type: 'leakChecked', joint: 'near', result: 'weeping' },
      { type: 'leakTraced', joint: 'near', note: 'above' },
    ).joints.near
    const seized = [
      { ...mark(3), remedy: 'soak', note: 'an hour' },
      { ...mark(4), remedy: 'heat' },
    ]
    expect(whole).toEqual({
      seized,
      opened: mark(5),
      capped: mark(6),
      sealed: { ...mark(7), seals: ['ring'] },
      unavailable: { ...mark(8), seal: 'ring', note: 'n' },
      seated: { ...mark(9), proofs: ['click'] },
      torqued: { ...mark(10), how: 'feel', verdict: 'not-measured', reason: 'r' },
      leak: { ...mark(11), result: 'weeping' },
      traced: { ...mark(12), note: 'above' },
    })
    // What was missing is here once it is fitted; another seal fitted meanwhile changes nothing about it.
    const missing: JobBody = { type: 'sealUnavailable', joint: 'near', seal: 'ring', note: 'n' }
    const fitted = (...seals: string[]): JobBody => ({ type: 'sealFitted', joint: 'near', seals, oldOut: true })
    expect(after(open('near'), missing, fitted('washer')).joints.near!.unavailable?.seal).toBe('ring')
    expect(after(open('near'), missing, fitted('ring')).joints.near!.unavailable).toBeUndefined()
    expect(after(tried, open('near'), { type: 'jointCapped', joint: 'near' }, open('near')).joints.near).toEqual({
      seized: seized.slice(0, 1),
      again: true,
      opened: mark(6),
    })
    expect(after({ type: 'jointCapped', joint: 'near' }, open('near')).joints.near).toEqual({ opened: mark(4) })
  })
})

describe('a line', () => {
  const out = (...also: string[]): JobBody => ({ type: 'lineOut', line: 'supply', ...(also.length > 0 && { also }) })
  const laid = (...also: string[]): JobBody => ({ type: 'lineIn', line: 'supply', which: 'new', ...(also.length > 0 && { also }) })
  it('out forgets what was compared and moved, in keeps which of the two lies there', () => {
    const carried: JobBody = { type: 'carriedOver', line: 'supply', items: ['sleeve'] }
    const compared: JobBody = { type: 'partReceived', line: 'supply', against: 'old-line', agrees: false, differs: 'shorter' }
    const received: JobBody = { type: 'partReceived', line: 'supply', against: 'sheet', agrees: true }
    expect(after(received, out(), compared, carried, laid(), { type: 'lineCalledOut', line: 'supply', why: 'w' }).lines).toEqual({
      supply: {
        received: { ...mark(3), agrees: true },
        out: mark(4),
        compared: { ...mark(5), agrees: false, differs: 'shorter' },
        carried: { ...mark(6), items: ['sleeve'] },
        in: mark(7),
        which: 'new',
        again: { ...mark(8), why: 'w' },
      },
    })
    expect(after(received, out(), compared, carried, laid(), out()).lines.supply).toEqual({
      received: { ...mark(3), agrees: true },
      out: mark(8),
    })
    expect(after({ type: 'partAccepted', line: 'supply', why: 'w' }).lines.supply).toEqual({ accepted: { ...mark(3), why: 'w' } })
  })
  it('of one piece, all of it', () => {
    const { lines } = after(out('return'), laid('return'))
    expect(lines).toEqual({
      supply: { out: mark(3), in: mark(4), which: 'new' },
      return: { out: mark(3), in: mark(4), which: 'new', piece: 'supply' },
    })
    expect(after(out('return'), laid('return'), { type: 'lineCalledOut', line: 'supply', also: ['return'], why: 'w' }).lines).toMatchObject(
      { supply: { again: { n: 5 } }, return: { again: { n: 5 } } },
    )
    // Out again, it is a piece no more.
    expect(after(out('return'), laid('return'), out('return')).lines).toEqual({ supply: { out: mark(5) }, return: { out: mark(5) } })
    expect(after(out('return'), laid('return'), { type: 'lineIn', line: 'return', which: 'old' }).lines.return).toEqual({
      out: mark(3),
      in: mark(5),
      which: 'old',
    })
  })
})

describe('holds and parts', () => {
  it('a hold, released again, is fastened no more', () => {
    const released: JobBody = { type: 'holdReleased', hold: 'clip' }
    const fastened: JobBody = { type: 'holdFastened', hold: 'clip' }
    expect(after(released, fastened).holds).toEqual({ clip: { released: mark(3), fastened: mark(4) } })
    expect(after(released, fastened, released).holds).toEqual({ clip: { released: mark(5) } })
  })
  it('a part counts what came out and what went in', () => {
    const off: JobBody = { type: 'operationOff', operation: 'pan', fasteners: [8] }
    const on: JobBody = { type: 'operationOn', operation: 'pan', fasteners: [7], seals: ['pan-gasket'] }
    const counted: JobBody = { type: 'fastenersCounted', operation: 'pan', fasteners: [8] }
    const looked: JobBody = { type: 'partLooked', operation: 'pan', result: 'dry' }
    expect(after(off).operations.pan).toEqual({ off: mark(3), fastenersOut: [8], fastenersIn: [] })
    expect(after(off, on).operations.pan).toEqual({ off: mark(3), on: mark(4), fastenersOut: [8], fastenersIn: [7], seals: ['pan-gasket'] })
    expect(after(off, on, counted, looked).operations.pan).toMatchObject({ fastenersIn: [8], looked: { ...mark(6), result: 'dry' } })
    expect(after(off, on, off).operations.pan).toEqual({ off: mark(5), fastenersOut: [8], fastenersIn: [], seals: ['pan-gasket'] })
    expect(after({ type: 'operationOn', operation: 'inner', fasteners: [] }).operations.inner).toEqual({
      on: mark(3),
      fastenersOut: [],
      fastenersIn: [],
    })
    const lost = { type: 'fastenerLost', operation: 'pan', group: 0, count: 1, what: 'broken', instead: 'new' } as const
    expect(after(lost, lost).lost).toEqual([
      { ...mark(3), ...lost },
      { ...mark(4), ...lost },
    ])
  })
  it('what was tightened goes by its kind and name, the last time', () => {
    const said = (thing: 'operation' | 'hold'): JobBody => ({ type: 'tightened', thing, target: 'x', torques: [null] })
    expect(after(said('operation'), said('hold'), said('hold')).tightened).toEqual({
      'operation:x': { ...mark(3), thing: 'operation', target: 'x', torques: [null] },
      'hold:x': { ...mark(5), thing: 'hold', target: 'x', torques: [null] },
    })
  })
})

describe('fluid', () => {
  it('is kept entry by entry', () => {
    for (const [type, key] of [
      ['fluidCaught', 'caught'],
      ['fluidAdded', 'added'],
      ['fluidExtracted', 'extracted'],
    ] as const)
      expect(after(volume(type), volume(type))[key]).toEqual([3, 4].map(n => ({ ...mark(n), ...volume(type) })))
    expect(after({ type: 'ranDry' }, { type: 'ranDry' }).ranDry).toEqual([mark(3), mark(4)])
    const cause = (text: string): JobBody => ({ type: 'airTraced', cause: text })
    expect(after(cause('a'), cause('b')).airTraced).toEqual([
      { ...mark(3), cause: 'a' },
      { ...mark(4), cause: 'b' },
    ])
    const round = { type: 'roundBled', bleeder: 'left', saw: 'air', toppedUp: false } as const
    expect(after(round, round).rounds).toEqual([3, 4].map(n => ({ ...mark(n), ...round })))
  })
  it('a level in foam starts its rest; another leaves the timers as they are', () => {
    expect(after(level(), level({ reading: 'foam', rest: 30 }), level()).levels).toHaveLength(3)
    expect(after(level({ reading: 'foam', rest: 30 }), level()).timers).toEqual({ rest: { ...mark(3), minutes: 30 } })
    expect(after(level()).timers).toEqual({})
  })
})

describe('time and pressure', () => {
  it('a timer that was started ends, with why', () => {
    const started: JobBody = { type: 'timerStarted', timer: 'drip', minutes: 5 }
    const ended: JobBody = { type: 'timerEnded', timer: 'drip', reason: 'dry' }
    expect(after(started, ended).timers).toEqual({ drip: { ...mark(3), minutes: 5, ended: { ...mark(4), reason: 'dry' } } })
    expect(after(ended).timers).toEqual({})
    expect(after({ type: 'waitCut', wait: 'cools', reason: 'r', celsius: 30 as never }).waitsCut).toEqual({
      cools: { ...mark(3), reason: 'r', celsius: 30 },
    })
  })
  it('the engine runs until it is stopped, a pedal is held until it is held again', () => {
    const run: JobBody = { type: 'engineStarted', minutes: 5 }
    const held: JobBody = { type: 'pressureHeld', minutes: 3 }
    const stop: JobBody = { type: 'engineStopped' }
    expect(after(run).pressures).toEqual([{ by: 'engine', from: mark(3) }])
    expect(after(run).timers).toEqual({ leak: { ...mark(3), minutes: 5 } })
    expect(after(run, stop, run).pressures).toEqual([
      { by: 'engine', from: mark(3), to: mark(4) },
      { by: 'engine', from: mark(5) },
    ])
    // The one ends by itself only.
    expect(after(held, run, stop).pressures).toEqual([
      { by: 'pedal', from: mark(3) },
      { by: 'engine', from: mark(4), to: mark(5) },
    ])
    expect(after(held, held).pressures).toEqual([
      { by: 'pedal', from: mark(3), to: mark(4) },
      { by: 'pedal', from: mark(4) },
    ])
    // What has ended does not end again.
    expect(after(run, stop, run, stop).pressures[0]).toEqual({ by: 'engine', from: mark(3), to: mark(4) })
  })
})

describe('everything else', () => {
  it.each<[JobBody, object]>([
    [{ type: 'prepared' }, { steps: { prepare: mark(3) } }],
    [
      { type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: 'r' },
      { steps: { 'compare:supply': { ...mark(3), skipped: { step: { kind: 'compare', target: 'supply' }, reason: 'r' } } } },
    ],
    [
      { type: 'photoTaken', photo: 'p', step: { kind: 'open', target: 'near' }, caption: 'c' },
      { photos: [{ ...mark(3), photo: 'p', step: { kind: 'open', target: 'near' }, caption: 'c' }] },
    ],
    [{ type: 'passedOn', to: 'Imke', note: 'n' }, { passedOn: { ...mark(3), to: 'Imke', note: 'n' } }],
    [
      { type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer', note: 'n' },
      { neighbours: { mat: { ...mark(3), choice: 'now', by: 'customer', note: 'n' } } },
    ],
    [{ type: 'cleaned', at: 'half' }, { cleaned: [{ ...mark(3), where: 'half' }] }],
    [{ type: 'carMoved', to: 'half' }, { moves: [{ ...mark(3), to: 'half' }] }],
    [{ type: 'clearanceProved', line: 'supply' }, { clearances: { supply: mark(3) } }],
    [{ type: 'neighbourRenewed', neighbour: 'mat' }, { renewed: { mat: mark(3) } }],
    [{ type: 'tested', test: 'pedal', result: 'good', note: 'n' }, { tests: { pedal: { ...mark(3), result: 'good', note: 'n' } } }],
    [{ type: 'roadTested', result: 'not-good', note: 'n' }, { roadTest: { ...mark(3), result: 'not-good', note: 'n' } }],
    [{ type: 'noteWritten', text: 't' }, { notes: [{ ...mark(3), text: 't' }] }],
    [{ type: 'paused', reason: 'parts', note: 'n' }, { paused: { ...mark(3), reason: 'parts', note: 'n' } }],
    [{ type: 'handedOver', to: 'customer', note: 'n' }, { handedOver: { ...mark(3), to: 'customer', note: 'n' } }],
    [{ type: 'signedOff' }, { signedOff: mark(3) }],
    [
      { type: 'ended', ending: 'declined', why: 'w' },
      { signedOff: mark(3), ended: { ...mark(3), ending: 'declined', why: 'w' } },
    ],
    [
      { type: 'observed', about: 'joint', target: 'near', found: { what: 'note', text: 't' } },
      { observed: [{ ...mark(3), about: 'joint', target: 'near', found: { what: 'note', text: 't' } }] },
    ],
  ])('%j is kept', (body, kept) => {
    const before = after()
    expect({ ...after(body), seq: 0, effective: [] }).toEqual({ ...before, ...kept, seq: 0, effective: [] })
  })
  it('lists grow, and what was there stays', () => {
    const twice = (body: JobBody) => after(body, body)
    expect(twice({ type: 'photoTaken', photo: 'p' }).photos).toHaveLength(2)
    expect(twice({ type: 'noteWritten', text: 't' }).notes).toHaveLength(2)
    expect(twice({ type: 'cleaned', at: 'half' }).cleaned).toHaveLength(2)
    expect(twice({ type: 'carMoved', to: 'half' }).moves).toHaveLength(2)
    expect(twice({ type: 'observed', about: 'joint', target: 'near', found: { what: 'count', count: 1 } }).observed).toHaveLength(2)
    const both = (one: JobBody, other: JobBody) => after(one, other)
    expect(both({ type: 'clearanceProved', line: 'supply' }, { type: 'clearanceProved', line: 'return' }).clearances).toMatchObject({
      supply: { n: 3 },
      return: { n: 4 },
    })
    expect(both({ type: 'neighbourRenewed', neighbour: 'a' }, { type: 'neighbourRenewed', neighbour: 'b' }).renewed).toMatchObject({
      a: { n: 3 },
    })
    expect(both(open('near'), open('far')).joints).toMatchObject({ near: { opened: { n: 3 } }, far: { opened: { n: 4 } } })
    expect(both({ type: 'waitCut', wait: 'a', reason: 'r' }, { type: 'waitCut', wait: 'b', reason: 'r' }).waitsCut).toMatchObject({
      a: { n: 3 },
    })
    expect(
      both({ type: 'prepared' }, { type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: 'r' }).steps,
    ).toMatchObject({ prepare: { n: 3 } })
    const decided = (neighbour: string): JobBody => ({ type: 'neighbourDecided', neighbour, choice: 'now', by: 'customer' }) as JobBody
    expect(both(decided('a'), decided('b')).neighbours).toMatchObject({ a: { n: 3 }, b: { n: 4 } })
    const timer = (name: 'drip' | 'soak'): JobBody => ({ type: 'timerStarted', timer: name, minutes: 5 })
    expect(both(timer('drip'), timer('soak')).timers).toMatchObject({ drip: { n: 3 }, soak: { n: 4 } })
    expect(after(timer('drip'), timer('soak'), { type: 'timerEnded', timer: 'soak' }).timers).toMatchObject({ drip: { n: 3 } })
    expect(both(timer('drip'), level({ reading: 'foam', rest: 9 })).timers).toMatchObject({ drip: { n: 3 }, rest: { n: 4 } })
    expect(both(timer('drip'), { type: 'engineStarted', minutes: 5 }).timers).toMatchObject({ drip: { n: 3 }, leak: { n: 4 } })
    const held = (hold: string): JobBody => ({ type: 'holdReleased', hold })
    expect(both(held('clip'), held('bracket')).holds).toMatchObject({ clip: { released: { n: 3 } } })
    const off = (operation: string): JobBody => ({ type: 'operationOff', operation, fasteners: [] })
    expect(both(off('a'), off('b')).operations).toMatchObject({ a: { off: { n: 3 } }, b: { off: { n: 4 } } })
  })
  it('what a leaflet says goes by what it is about, and by which bolts', () => {
    const leaflet = (target: string, group?: number): JobBody =>
      ({ type: 'leafletRead', thing: 'operation', target, ...(group !== undefined && { group }), from: 'f' }) as never
    expect(Object.keys(after(leaflet('a'), leaflet('a', 0), leaflet('a', 1), leaflet('b')).leaflets)).toEqual([
      'operation:a',
      'operation:a:0',
      'operation:a:1',
      'operation:b',
    ])
    expect(after(leaflet('a')).leaflets['operation:a']).toEqual({ ...mark(3), ...leaflet('a') })
  })
  it('a job left is taken up again, one signed is opened again', () => {
    expect(after({ type: 'paused', reason: 'parts' }, { type: 'resumed' }).paused).toBeUndefined()
    const again = after({ type: 'ended', ending: 'declined', why: 'w' }, { type: 'handedOver', to: 'desk' }, { type: 'reopened', why: 'w' })
    expect(again).toMatchObject({ signedOff: undefined, ended: undefined, handedOver: undefined })
    expect(new Story(pocketCar()).state.paused).toBeUndefined()
  })
})
