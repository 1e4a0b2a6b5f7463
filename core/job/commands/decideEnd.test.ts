import { describe, expect, it } from 'vitest'
import { lead, technician } from '../../../tests/helpers/demo'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import type { JobBody, JobCommand } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const cap = (joint: string): JobBody => ({ type: 'jointCapped', joint })
const torque = (joint: string, more: object = {}): JobBody =>
  ({ type: 'jointTorqued', joint, how: 'wrench', verdict: 'inside', ...more }) as JobBody
const note: JobBody = { type: 'noteWritten', text: 'a word' }
const undo = (...reverts: string[]): JobCommand => ({ type: 'stepUndone', reverts })
const notLast = (event: string) => ({ code: 'JOB_UNDO_NOT_LAST', event })
const as = { person: lead }
const other = { id: 'other', name: 'Jory Pell', role: 'technician' } as const

describe('taken back', () => {
  it('is the last thing done to a thing, by whoever said it or by a lead', () => {
    const story = new Story().all(open('near'), open('far'))
    for (const id of ['e3', 'e4']) expect(story.ask(undo(id))).toEqual(undo(id))
    expect(story.ask(undo('moon'))).toEqual(notLast('moon'))
    expect(story.ask(undo('e4'), { person: other })).toEqual({ code: 'JOB_UNDO_OTHERS', by: technician.name })
    expect(story.ask(undo('e4'), as)).toEqual(undo('e4'))
    // A name alone makes nobody a lead.
    expect(story.ask(undo('e4'), { person: { ...other, role: 'admin' } })).toEqual({ code: 'JOB_UNDO_OTHERS', by: technician.name })
  })
  it('is not what something later rests on, unless that is taken back as well', () => {
    const story = new Story().all(open('near'), cap('near'))
    expect(story.ask(undo('e3'))).toEqual(notLast('e3'))
    expect(story.ask(undo('e4'))).toEqual(undo('e4'))
    expect(story.ask(undo('e3', 'e4'))).toEqual(undo('e3', 'e4'))
    // What stands beside the work rests on nothing.
    const beside: JobBody[] = [
      note,
      { type: 'photoTaken', photo: 'p' },
      { type: 'passedOn', to: 'x' },
      { type: 'neighbourDecided', neighbour: 'mat', choice: 'leave', by: 'customer' },
      story.events[1]!.body,
    ]
    for (const body of beside) expect(new Story().all(open('near'), body).ask(undo('e3')), body.type).toEqual(undo('e3'))
  })
  it('what is about the whole car has everything resting on it', () => {
    const story = () => new Story().all({ type: 'carMoved', to: 'raised' }, open('near'))
    expect(story().ask(undo('e3'))).toEqual(notLast('e3'))
    expect(new Story().all(open('near'), { type: 'carMoved', to: 'raised' }).ask(undo('e3'))).toEqual(notLast('e3'))
    expect(story().ask(undo('e4'))).toEqual(undo('e4'))
  })
  it('decisions are changed by deciding again', () => {
    const decided: JobBody[] = [
      { type: 'traitsLearned', question: 'how-many', answer: 'one', traits: { cooler: 'one' } },
      { type: 'scopeChosen', lines: ['supply'] },
      { type: 'revisionMoved', revision: 2 },
    ]
    for (const body of decided) expect(new Story().then(body).ask(undo('e3')), body.type).toEqual(notLast('e3'))
    for (const id of ['e1', 'e2']) expect(new Story().ask(undo(id)), id).toEqual(notLast(id))
    expect(new Story().then(note).ask(undo('e3'))).toEqual(undo('e3'))
  })
  it.each<[string, JobBody, JobBody]>([
    ['joint', open('near'), torque('near')],
    [
      'operation',
      { type: 'operationOff', operation: 'shield', fasteners: [] },
      { type: 'operationOn', operation: 'shield', fasteners: [] },
    ],
    ['hold', { type: 'holdReleased', hold: 'clip' }, { type: 'holdFastened', hold: 'clip' }],
    ['line', { type: 'lineOut', line: 'supply' }, { type: 'lineIn', line: 'supply' }],
    ['timer', { type: 'timerStarted', timer: 'drip', minutes: 5 }, { type: 'timerEnded', timer: 'drip' }],
  ])('of a %s the first act stays while the second does', (_, first, second) => {
    expect(new Story().all(first, second).ask(undo('e3'))).toEqual(notLast('e3'))
    // Of one thing, whatever else is worked on.
    const [aside, another] = first.type === 'jointOpened' ? [{ type: 'lineOut', line: 'return' } as const, 'x'] : [open('near'), 'x']
    expect(new Story().all(first, aside).ask(undo('e3')), another).toEqual(undo('e3'))
  })
})

describe('signed', () => {
  /** Nothing wanted, and so nothing owed but what is done below. */
  const idle = () => new Story(pocketCar(), { lines: [] })
  it('when nothing is due', () => {
    expect(new Story().ask({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING', items: [{ kind: 'line' }, { kind: 'line' }] })
    expect(idle().ask({ type: 'signedOff' })).toEqual({ type: 'signedOff' })
  })
  it.each<[string, object]>([
    ['under', { verdict: 'under' }],
    ['over', { verdict: 'over' }],
    ['by feel', { how: 'feel', verdict: 'not-measured' }],
  ])('by a lead, where a torque is %s', (_, said) => {
    const story = idle().then(torque('near', said))
    expect(story.ask({ type: 'signedOff' })).toEqual({ code: 'JOB_LEAD_SIGNS', joints: ['near'] })
    expect(story.ask({ type: 'signedOff' }, as)).toEqual({ type: 'signedOff' })
    expect(idle().then(torque('near')).ask({ type: 'signedOff' })).toEqual({ type: 'signedOff' })
  })
})

describe('ended without being done', () => {
  const ended = (ending: 'unfinished' | 'no-repair' | 'declined' | 'cancelled', why = 'the customer says so'): JobCommand => ({
    type: 'ended',
    ending,
    why,
  })
  it('what was only wanted lapses; what was touched does not', () => {
    for (const ending of ['no-repair', 'declined', 'cancelled'] as const) {
      expect(new Story().ask(ended(ending))).toEqual(ended(ending))
      expect(new Story().ask(ended(ending, ' '))).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
      expect(new Story().then({ type: 'partReceived', line: 'supply', against: 'sheet', agrees: false }).ask(ended(ending))).toEqual(
        ended(ending),
      )
      expect(new Story(pocketCar(), { neighbours: ['mat'] }).ask(ended(ending))).toEqual(ended(ending))
      expect(new Story().then({ type: 'holdReleased', hold: 'clip' }).ask(ended(ending))).toMatchObject({
        code: 'JOB_MISSING',
        items: [{ kind: 'held' }],
      })
      expect(new Story().then({ type: 'lineOut', line: 'supply' }).ask(ended(ending))).toMatchObject({
        items: expect.arrayContaining([expect.objectContaining({ kind: 'line', needs: 'in' })]),
      })
    }
  })
  it('what was laid in and called out again is bad, whoever wants it', () => {
    const laid: JobBody[] = [
      { type: 'lineOut', line: 'supply' },
      { type: 'lineIn', line: 'supply', which: 'new' },
      { type: 'clearanceProved', line: 'supply' },
    ]
    const called: JobBody = { type: 'lineCalledOut', line: 'supply', why: 'split' }
    expect(new Story().all(...laid).ask(ended('cancelled'))).toEqual(ended('cancelled'))
    expect(new Story().all(...laid, called).ask(ended('cancelled'))).toMatchObject({ items: [{ kind: 'line', needs: 'out' }] })
    // Out again and the old one back: what is wanted still has lapsed.
    const back: JobBody[] = [
      ...laid.slice(0, 1),
      { type: 'lineIn', line: 'supply', which: 'old' },
      { type: 'clearanceProved', line: 'supply' },
    ]
    expect(new Story().all(...laid, called, ...back).ask(ended('cancelled'))).toEqual(ended('cancelled'))
  })
  it('unfinished is a lead’s, on the ground and with the engine off', () => {
    const story = () => new Story().then(open('near'))
    expect(story().ask(ended('unfinished'))).toEqual({ code: 'JOB_ROLE', needs: ['lead', 'admin'] })
    for (const role of ['lead', 'admin'] as const)
      expect(story().ask(ended('unfinished'), { person: { ...lead, role } })).toEqual(ended('unfinished'))
    expect(story().ask(ended('unfinished', ''), as)).toEqual({ code: 'JOB_REASON_NEEDED', field: 'why' })
    expect(story().then({ type: 'carMoved', to: 'half' }).ask(ended('unfinished'), as)).toMatchObject({
      code: 'JOB_MISSING',
      items: [{ kind: 'down' }],
    })
    expect(story().then({ type: 'engineStarted', minutes: 5 }).ask(ended('unfinished'), as)).toMatchObject({ items: [{ kind: 'stopped' }] })
  })
})

describe('moved to another revision', () => {
  const moved = (revision: number): JobCommand => ({ type: 'revisionMoved', revision })
  const newer = (change: object = {}, revision = 2) => ({ newer: pocketCar({ revision, ...change }) })
  const said = (revision: number, why: string) => ({ code: 'JOB_REVISION', revision, why })
  it('that is newer, of the same sheet and car', () => {
    expect(new Story().ask(moved(2), newer())).toEqual(moved(2))
    for (const revision of [0, 1]) expect(new Story().ask(moved(revision), newer())).toEqual(said(revision, 'not-newer'))
    expect(new Story().ask(moved(2))).toEqual(said(2, 'other-car'))
    expect(new Story().ask(moved(3), newer())).toEqual(said(3, 'not-there'))
    expect(new Story().ask(moved(2), newer({ id: 'other' }))).toEqual(said(2, 'not-there'))
  })
  const { sheet } = pocketCar()
  const without = <T extends { id: string }>(items: readonly T[], id: string) => items.filter(item => item.id !== id)
  it.each<[string, JobBody[], object]>([
    ['supply', [], { lines: without(sheet.lines, 'supply'), joints: [], holds: [] }],
    ['near', [open('near')], { joints: without(sheet.joints, 'near') }],
    ['clip', [{ type: 'holdReleased', hold: 'clip' }], { holds: without(sheet.holds, 'clip') }],
    ['inner', [{ type: 'operationOff', operation: 'inner', fasteners: [] }], { operations: without(sheet.operations, 'inner') }],
    ['cold', [{ type: 'levelRead', level: 'cold', engine: 'off', reading: 'at' }], { levels: without(sheet.levels, 'cold') }],
    ['left', [{ type: 'roundBled', bleeder: 'left', saw: 'clear', toppedUp: true }], { bleeders: without(sheet.bleeders, 'left') }],
    ['mat', [{ type: 'neighbourRenewed', neighbour: 'mat' }], { neighbours: [] }],
    [
      'coolant',
      [{ type: 'fluidAdded', entered: { value: 1, unit: 'L' }, how: 'measured', volume: 1000 as never, circuit: 'coolant' }],
      { circuits: [] },
    ],
  ])('that still knows %s', (id, bodies, change) => {
    expect(new Story().all(...bodies).ask(moved(2), newer(change))).toEqual({ code: 'JOB_REVISION_LOST', revision: 2, lost: [id] })
    if (bodies.length > 0) expect(new Story().ask(moved(2), newer(change))).toEqual(moved(2))
  })
  it('that knows its other fluids still, and what is bled as a whole', () => {
    const story = new Story().all(
      { type: 'levelRead', level: 'header', engine: 'off', reading: 'at' },
      { type: 'roundBled', bleeder: 'pocket', saw: 'clear', toppedUp: true },
    )
    expect(story.ask(moved(2), newer())).toEqual(moved(2))
  })
  it('said once, however often it was touched; a line no longer wanted too', () => {
    const story = new Story(pocketCar(), { lines: ['return'] }).all({ type: 'lineOut', line: 'supply' })
    expect(story.ask(moved(2), newer({ lines: without(sheet.lines, 'supply'), joints: [], holds: [] }))).toMatchObject({ lost: ['supply'] })
    const twice = new Story().all({ type: 'lineOut', line: 'supply' })
    expect(twice.ask(moved(2), newer({ lines: without(sheet.lines, 'supply'), joints: [], holds: [] }))).toMatchObject({ lost: ['supply'] })
  })
})
