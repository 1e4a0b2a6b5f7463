import { describe, expect, it } from 'vitest'
import { nm, pocketCar, pocketSheet, Story } from '../../../tests/helpers/pocketCar'
import { millilitres } from '../../units/types'
import { dueBefore, listDue } from './obligations'
import type { System } from '../../sheet/types'
import type { CarTest } from '../../sheet/systemRules'
import { gates, type JobBody, type Obligation, type ObligationKind } from '../types'

/** Each row of the table by itself: when it arises, what it names, since when, before which acts, and what settles it. */

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const seat = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const look = (joint: string, result: 'dry' | 'weeping' = 'dry'): JobBody => ({ type: 'leakChecked', joint, result })
const out = (line: string): JobBody => ({ type: 'lineOut', line })
const laid = (line: string, which: 'old' | 'new' = 'new'): JobBody => ({ type: 'lineIn', line, which })
const off = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOff', operation, fasteners })
const on = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOn', operation, fasteners })
const wrench = { how: 'wrench', verdict: 'inside' } as const
const torque = (joint: string, how: 'wrench' | 'feel' = 'wrench', reason?: string): JobBody => ({
  type: 'jointTorqued',
  joint,
  how,
  verdict: 'inside',
  ...(reason && { reason }),
})
const volume = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted', value: number, circuit?: string): JobBody => ({
  type,
  entered: { value, unit: 'mL' },
  how: 'measured',
  volume: millilitres(value),
  ...(circuit && { circuit }),
})
const round = (bleeder: string, change: object = {}): JobBody =>
  ({ type: 'roundBled', bleeder, saw: 'clear', toppedUp: true, ...change }) as JobBody
const level = (id: string, reading: 'at' | 'below' | 'above' | 'foam', engine: 'idling' | 'off' = 'off'): JobBody => ({
  type: 'levelRead',
  level: id,
  engine,
  reading,
})
const engine: JobBody = { type: 'engineStarted', minutes: 5 }
const moved = (to: 'ground' | 'half' | 'raised'): JobBody => ({ type: 'carMoved', to })
const received = (line: string, against: 'sheet' | 'old-line', agrees: boolean): JobBody => ({
  type: 'partReceived',
  line,
  against,
  agrees,
})
const accepted = (line: string): JobBody => ({ type: 'partAccepted', line, why: 'it fits' })

const always = ['end']
const fluidHolds = ['pressure', 'run', 'drive', 'end']
const rides = ['run', 'drive', 'end']
const drives = ['drive', 'end']
/** Another tablet, which had seen only so much. */
const elsewhere = (seen: number) => ({ device: 'tablet-2', seen })

const owed = (kind: ObligationKind, ...bodies: JobBody[]) => new Story().all(...bodies).due(kind)
const brake = () => pocketCar({ system: 'brake' })
const bledBy = (method: 'gravity' | 'circulate' | 'prime' | 'lock-to-lock') => new Story(pocketCar(), { bleed: method })

describe('plan and part', () => {
  it('a job without a plan owes one, and nothing else that can be known', () => {
    const story = new Story()
    story.events.length = 1
    expect(listDue(story.resolved, story.state)).toEqual([{ kind: 'plan', gates: always, since: 0 }])
    expect(owed('plan')).toEqual([])
  })
  it('a part that differs holds the opening until a lead has accepted it after that, or the right one is there', () => {
    expect(owed('part')).toEqual([])
    expect(owed('part', received('supply', 'sheet', true))).toEqual([])
    const differs = received('supply', 'sheet', false)
    const due: Obligation[] = [{ kind: 'part', line: 'supply', gates: ['open', 'end'], since: 3 }]
    expect(owed('part', differs)).toEqual(due)
    expect(owed('part', differs, received('return', 'sheet', true))).toEqual(due)
    expect(owed('part', differs, accepted('supply'))).toEqual([])
    expect(owed('part', differs, accepted('return'))).toEqual(due)
    expect(owed('part', differs, received('supply', 'sheet', true))).toEqual([])
    // What was accepted was another one.
    expect(owed('part', differs, accepted('supply'), differs)).toEqual([{ ...due[0]!, since: 5 }])
    // Found beside the old line is another matter.
    expect(owed('part', received('supply', 'old-line', false))).toEqual([])
  })
  it('what is not wanted need not agree', () => {
    const story = new Story(pocketCar(), { lines: ['return'] }).then(received('supply', 'sheet', false))
    expect(story.due('part')).toEqual([])
  })
})

describe('lines', () => {
  it('what is wanted is out, and then in', () => {
    const line = (id: string, needs: 'out' | 'in', since: number) => ({ kind: 'line', line: id, needs, gates: always, since })
    expect(owed('line')).toEqual([line('supply', 'out', 0), line('return', 'out', 0)])
    expect(owed('line', out('supply'))).toEqual([line('supply', 'in', 3), line('return', 'out', 0)])
    expect(owed('line', out('supply'), laid('supply'))).toEqual([line('return', 'out', 0)])
    // The old one back in replaces nothing.
    expect(owed('line', out('supply'), laid('supply', 'old'))).toEqual([line('supply', 'out', 3), line('return', 'out', 0)])
    const again: JobBody = { type: 'lineCalledOut', line: 'supply', why: 'split' }
    expect(owed('line', out('supply'), laid('supply'), again)[0]).toEqual(line('supply', 'out', 3))
    expect(owed('line', out('supply'), laid('supply'), again, out('supply'))[0]).toEqual(line('supply', 'in', 6))
  })
  it('what is no longer wanted is at least in again', () => {
    const story = new Story(pocketCar(), { lines: ['supply'] })
    expect(
      story
        .then(received('return', 'sheet', true))
        .due('line')
        .map(({ kind }) => kind),
    ).toEqual(['line'])
    expect(story.then(out('return')).due('line')[1]).toEqual({ kind: 'line', line: 'return', needs: 'in', gates: always, since: 4 })
    expect(story.then(laid('return', 'old')).due('line')).toHaveLength(1)
  })
  it('a line that is out is laid beside the new one before that goes in', () => {
    const compared = (because: 'not-done' | 'differs', since: number) => ({
      kind: 'compared',
      line: 'supply',
      because,
      gates: ['fit'],
      since,
    })
    expect(owed('compared')).toEqual([])
    expect(owed('compared', out('supply'))).toEqual([compared('not-done', 3)])
    expect(owed('compared', out('supply'), received('supply', 'old-line', true))).toEqual([])
    const differs = received('supply', 'old-line', false)
    expect(owed('compared', out('supply'), differs)).toEqual([compared('differs', 4)])
    expect(owed('compared', out('supply'), differs, accepted('supply'))).toEqual([])
    expect(owed('compared', out('supply'), differs, accepted('supply'), differs)).toEqual([compared('differs', 6)])
    const skipped: JobBody = { type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: 'the old one is in pieces' }
    expect(owed('compared', out('supply'), skipped)).toEqual([])
    expect(owed('compared', out('supply'), differs, skipped)).toEqual([compared('differs', 4)])
    expect(owed('compared', out('supply'), laid('supply'))).toEqual([])
  })
  it('a line not wanted, or that comes in one piece with another, is laid beside nothing', () => {
    expect(new Story(pocketCar(), { lines: ['supply'] }).then(out('return')).due('compared')).toEqual([])
    const whole = new Story(pocketCar(), { parts: { supply: 'both-lines' } }).all(out('supply'), out('return'))
    expect(whole.due('compared').map(owing => 'line' in owing && owing.line)).toEqual(['supply'])
  })
  it('what the part takes over is moved, each by name, before it goes in', () => {
    const story = () => new Story(pocketCar(), { parts: { supply: 'supply-alone' } })
    const carried = (...items: string[]): JobBody => ({ type: 'carriedOver', line: 'supply', items })
    const due = (...items: string[]) => [{ kind: 'carried-over', line: 'supply', items, gates: ['fit'], since: 3 }]
    expect(story().due('carried-over')).toEqual([])
    expect(story().then(out('supply')).due('carried-over')).toEqual(due('bracket', 'sleeve'))
    expect(story().all(out('supply'), carried('sleeve')).due('carried-over')).toEqual(due('bracket'))
    expect(story().all(out('supply'), carried('sleeve', 'bracket')).due('carried-over')).toEqual([])
    expect(story().all(out('supply'), laid('supply')).due('carried-over')).toEqual([])
    // Nobody has chosen: nothing is known to move.
    expect(owed('carried-over', out('supply'))).toEqual([])
    const unwanted = new Story(pocketCar(), { lines: ['return'], parts: { supply: 'supply-alone' } }).then(out('supply'))
    expect(unwanted.due('carried-over')).toEqual([])
  })
  it('is felt along after it was laid in, and again after a hold that carries it was fastened', () => {
    const clear = (line: string, since: number) => ({ kind: 'clear', line, gates: rides, since })
    const felt = (line: string): JobBody => ({ type: 'clearanceProved', line })
    const fastened = (hold: string): JobBody => ({ type: 'holdFastened', hold })
    expect(owed('clear', out('supply'))).toEqual([])
    const laidIn = [out('supply'), laid('supply')]
    expect(owed('clear', ...laidIn)).toEqual([clear('supply', 4)])
    expect(owed('clear', ...laidIn, felt('supply'))).toEqual([])
    expect(owed('clear', ...laidIn, felt('return'))).toEqual([clear('supply', 4)])
    expect(owed('clear', ...laidIn, felt('supply'), fastened('clip'))).toEqual([clear('supply', 6)])
    expect(owed('clear', ...laidIn, felt('supply'), fastened('bracket'))).toEqual([])
    // The clip holds the return beside the supply.
    expect(owed('clear', out('return'), laid('return'), felt('return'), fastened('clip'))).toEqual([clear('return', 6)])
    expect(owed('clear', fastened('clip'))).toEqual([])
  })
  it('of one piece, felt along as one', () => {
    const piece = { type: 'lineIn', line: 'supply', which: 'new', also: ['return'] } as const
    const felt = (line: string): JobBody => ({ type: 'clearanceProved', line })
    expect(owed('clear', piece)).toMatchObject([{ line: 'supply' }])
    expect(owed('clear', piece, felt('supply'), { type: 'holdFastened', hold: 'bracket' })).toMatchObject([{ line: 'supply' }])
    expect(owed('clear', piece, felt('supply'))).toEqual([])
    expect(owed('clear', piece, felt('return'))).toMatchObject([{ line: 'supply' }])
  })
})

describe('joints', () => {
  it('open, each is capped before the car is left, sealed and seated before there is pressure', () => {
    const joint = (kind: 'capped' | 'seated', id: string, gates: string[]) => ({ kind, joint: id, gates, since: 3 })
    expect(owed('capped', open('far'))).toEqual([joint('capped', 'far', ['pause'])])
    expect(owed('capped', open('far'), { type: 'jointCapped', joint: 'far' })).toEqual([])
    expect(owed('capped', open('far'), seat('far'))).toEqual([])
    expect(owed('capped', open('far'), seat('middle'))).toHaveLength(1)
    expect(owed('seated', open('far'))).toEqual([joint('seated', 'far', fluidHolds)])
    expect(owed('seated', open('far'), seat('far'))).toEqual([])
    expect(owed('seated')).toEqual([])
  })
  it('that lets nothing out need no cap', () => {
    const dry = pocketCar({ joints: pocketSheet.joints.map(one => ({ ...one, opensNothing: true })) })
    expect(new Story(dry).then(open('far')).due('capped')).toEqual([])
    expect(new Story(dry).then(open('far')).due('seated')).toHaveLength(1)
  })
  it('seals that serve once are renewed, those only', () => {
    const due = (...seals: string[]) => [{ kind: 'sealed', joint: 'near', seals, gates: fluidHolds, since: 3 }]
    const fitted = (...seals: string[]): JobBody => ({ type: 'sealFitted', joint: 'near', seals, oldOut: true })
    expect(owed('sealed', open('near'))).toEqual(due('ring'))
    expect(owed('sealed', open('near'), fitted('washer'))).toEqual(due('ring'))
    expect(owed('sealed', open('near'), fitted('ring'))).toEqual([])
    expect(owed('sealed', open('near'), fitted('ring'), open('near'))).toEqual([{ ...due('ring')[0], since: 5 }])
    expect(owed('sealed', open('far'))).toEqual([])
  })
  it('what has a torque gets it after it was seated; by feel only where somebody said why', () => {
    const due = (since: number) => [{ kind: 'tight', joint: 'near', gates: fluidHolds, since }]
    expect(owed('tight', open('near'))).toEqual(due(3))
    expect(owed('tight', open('near'), seat('near'))).toEqual(due(4))
    expect(owed('tight', open('near'), seat('near'), torque('near'))).toEqual([])
    expect(owed('tight', open('near'), torque('near'), seat('near'))).toEqual(due(5))
    expect(owed('tight', open('near'), seat('near'), torque('near', 'feel'))).toEqual(due(4))
    expect(owed('tight', open('near'), seat('near'), torque('near', 'feel', 'no room'))).toEqual([])
    expect(owed('tight', open('far'))).toEqual([])
  })
  it('are looked at dry after whatever was done to them', () => {
    const due = (because: string, since: number) => [{ kind: 'leak-look', joint: 'near', because, gates: always, since }]
    expect(owed('leak-look')).toEqual([])
    expect(owed('leak-look', open('near'))).toEqual(due('not-done', 3))
    expect(owed('leak-look', open('near'), look('near'))).toEqual([])
    expect(owed('leak-look', open('near'), look('near', 'weeping'))).toEqual(due('not-dry', 3))
    expect(owed('leak-look', open('near'), look('near'), torque('near'))).toEqual(due('disturbed-since', 5))
    expect(owed('leak-look', open('near'), torque('near'), look('near'))).toEqual([])
    expect(owed('leak-look', open('near'), look('near'), seat('near'))).toEqual(due('disturbed-since', 5))
  })
  it('a look by somebody who could not know of the last turn of the wrench is none', () => {
    const story = (seen: number) => new Story().all(open('near'), torque('near')).then(look('near'), elsewhere(seen))
    expect(story(3).due('leak-look')).toMatchObject([{ because: 'disturbed-since' }])
    expect(story(4).due('leak-look')).toEqual([])
  })
  it('one that leaks has a source: worked on since, or found to be another', () => {
    const weeps = [open('near'), look('near', 'weeping')]
    const due = [{ kind: 'leak-source', joint: 'near', gates: drives, since: 4 }]
    expect(owed('leak-source', open('near'), look('near'))).toEqual([])
    expect(owed('leak-source', open('near'))).toEqual([])
    expect(owed('leak-source', ...weeps)).toEqual(due)
    expect(owed('leak-source', ...weeps, torque('near'))).toEqual([])
    expect(owed('leak-source', ...weeps, torque('far'))).toEqual(due)
    expect(owed('leak-source', ...weeps, { type: 'leakTraced', joint: 'near', note: 'from above' })).toEqual([])
    expect(owed('leak-source', open('near'), { type: 'leakTraced', joint: 'near', note: 'from above' }, look('near', 'weeping'))).toEqual([
      { ...due[0], since: 5 },
    ])
  })
  it('that the part does without are opened and capped, and never closed', () => {
    const story = new Story(pocketCar(), { parts: { supply: 'both-lines' } }).then(open('middle'))
    for (const kind of ['seated', 'leak-look', 'road'] as const) expect(story.due(kind), kind).toEqual([])
    expect(story.due('capped')).toHaveLength(1)
    expect(story.then(open('near')).due('seated')).toMatchObject([{ joint: 'near' }])
  })
})

describe('what holds and covers', () => {
  const tightened = (thing: 'operation' | 'hold' | 'bleeder' | 'level', target: string, ...torques: object[]): JobBody =>
    ({ type: 'tightened', thing, target, torques: torques.length > 0 ? torques : [wrench] }) as JobBody
  const due = (thing: string, target: string, gates: readonly string[], since: number) => [
    { kind: 'tightened', thing, target, gates, since },
  ]
  it('a hold that was released is fastened, and its bolt torqued', () => {
    const released: JobBody = { type: 'holdReleased', hold: 'bracket' }
    const fastened: JobBody = { type: 'holdFastened', hold: 'bracket' }
    expect(owed('held')).toEqual([])
    expect(owed('held', released)).toEqual([{ kind: 'held', hold: 'bracket', gates: rides, since: 3 }])
    expect(owed('held', released, fastened)).toEqual([])
    expect(owed('held', released, fastened, released)).toMatchObject([{ since: 5 }])
    expect(owed('tightened', released)).toEqual([])
    expect(owed('tightened', released, fastened)).toEqual(due('hold', 'bracket', rides, 4))
    expect(owed('tightened', released, fastened, tightened('hold', 'bracket'))).toEqual([])
    expect(owed('tightened', released, fastened, tightened('hold', 'bracket', { ...wrench, how: 'feel' }))).toHaveLength(1)
    expect(owed('tightened', { type: 'holdFastened', hold: 'clip' })).toEqual([])
    // The part in the box does without its clip.
    expect(new Story(pocketCar(), { parts: { supply: 'both-lines' } }).then({ type: 'holdReleased', hold: 'clip' }).due('held')).toEqual([])
  })
  it('a part goes back on; before the engine runs where the engine needs it, before the drive whatever it is', () => {
    const back = (operation: string, gates: readonly string[]) => [{ kind: 'back-on', operation, gates, since: 3 }]
    expect(owed('back-on')).toEqual([])
    expect(owed('back-on', off('inner'))).toEqual(back('inner', drives))
    expect(owed('back-on', off('belt'))).toEqual(back('belt', rides))
    expect(owed('back-on', off('wheel', 5))).toEqual(back('wheel', drives))
    expect(owed('back-on', off('wheel', 5), on('wheel', 5))).toEqual([])
    const came = new Story(pocketCar(), { done: ['inner'] })
    expect(came.due('back-on')).toEqual([{ ...back('inner', drives)[0], since: 0 }])
    expect(came.then(on('inner')).due('back-on')).toEqual([])
  })
  it('its fasteners are torqued where they must be', () => {
    expect(owed('tightened', off('shield', 4, 2))).toEqual([])
    expect(owed('tightened', off('shield', 4, 2), on('shield', 4, 2))).toEqual(due('operation', 'shield', drives, 4))
    expect(owed('tightened', off('wheel', 5), on('wheel', 5))).toEqual(due('operation', 'wheel', drives, 4))
    expect(owed('tightened', off('mount', 2), on('mount', 2))).toEqual(due('operation', 'mount', drives, 4))
    expect(owed('tightened', off('pan', 8), on('pan', 8))).toEqual(due('operation', 'pan', rides, 4))
    expect(owed('tightened', off('belt'), on('belt'))).toEqual([])
    const shield = [off('shield', 4, 2), on('shield', 4, 2)]
    const said = (...torques: (object | null)[]) => tightened('operation', 'shield', ...(torques as object[]))
    expect(owed('tightened', ...shield, said(wrench, null as never))).toEqual([])
    expect(owed('tightened', said(wrench, null), ...shield)).toEqual(due('operation', 'shield', drives, 5))
    expect(owed('tightened', ...shield, said({ ...wrench, how: 'feel' }, null))).toHaveLength(1)
    expect(owed('tightened', ...shield, said(wrench, { ...wrench, how: 'feel' }))).toHaveLength(1)
    // Another name of another kind.
    expect(owed('tightened', ...shield, tightened('hold', 'shield'))).toHaveLength(1)
  })
  it('a bleeder that a round was made at, and a plug that a level was read at, have been open', () => {
    expect(owed('tightened', round('right'))).toEqual([])
    expect(owed('tightened', round('left'), round('left'), round('right'))).toEqual(due('bleeder', 'left', rides, 4))
    expect(owed('tightened', round('left'), tightened('bleeder', 'left'))).toEqual([])
    expect(owed('tightened', level('cold', 'at'))).toEqual([])
    expect(owed('tightened', level('hot', 'below', 'idling'), level('hot', 'at', 'idling'), level('cold', 'at'))).toEqual(
      due('level', 'hot', drives, 4),
    )
    expect(owed('tightened', level('hot', 'at', 'idling'), tightened('level', 'hot'))).toEqual([])
    // The plug of another fluid as well.
    const [coolant] = pocketSheet.circuits!
    const plugged = pocketCar({ circuits: [{ ...coolant!, level: { ...coolant!.level, torque: nm(20, 25) } }] })
    expect(new Story(plugged).then(level('header', 'at')).due('tightened')).toEqual(due('level', 'header', drives, 3))
  })
  it('as many fasteners go back as came out, less those on record as lost', () => {
    const counted = (group: number, came: number, went: number) => ({
      kind: 'counted',
      operation: 'shield',
      group,
      out: came,
      in: went,
      gates: drives,
      since: 4,
    })
    const lost = (operation: string, group: number, count: number): JobBody => ({
      type: 'fastenerLost',
      operation,
      group,
      count,
      what: 'broken',
      instead: 'a new one',
    })
    const short = [off('shield', 4, 2), on('shield', 3, 1)]
    expect(owed('counted', off('shield', 4, 2))).toEqual([])
    expect(owed('counted', off('shield', 4, 2), on('shield', 4, 2))).toEqual([])
    expect(owed('counted', ...short)).toEqual([counted(0, 4, 3), counted(1, 2, 1)])
    expect(owed('counted', ...short, lost('shield', 0, 1))).toEqual([counted(1, 2, 1)])
    expect(owed('counted', ...short, lost('shield', 0, 1), lost('shield', 0, 1))).toHaveLength(2)
    expect(owed('counted', ...short, lost('wheel', 0, 1))).toHaveLength(2)
    // One more than came out is one of another place.
    expect(owed('counted', off('shield', 4, 2), on('shield', 4, 3))).toEqual([counted(1, 2, 3)])
    expect(owed('counted', off('shield', 4, 2), on('shield', 4))).toEqual([counted(1, 2, 0)])
    expect(owed('counted', on('shield', 4, 2))).toEqual([])
  })
  it('what is renewed beside is renewed, however that was decided', () => {
    const now: JobBody = { type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer' }
    const renewed: JobBody = { type: 'neighbourRenewed', neighbour: 'mat' }
    expect(owed('renewed')).toEqual([])
    expect(owed('renewed', { ...now, choice: 'leave' } as JobBody)).toEqual([])
    expect(owed('renewed', now)).toEqual([{ kind: 'renewed', neighbour: 'mat', gates: always, since: 3 }])
    expect(owed('renewed', now, renewed)).toEqual([])
    expect(new Story(pocketCar(), { neighbours: ['mat'] }).due('renewed')).toEqual([
      { kind: 'renewed', neighbour: 'mat', gates: always, since: 0 },
    ])
  })
})

describe('fluid', () => {
  const filled = (since: number) => [{ kind: 'filled', gates: fluidHolds, since }]
  it('what ran out goes in again, within what a jug can be read to', () => {
    expect(owed('filled')).toEqual([])
    expect(owed('filled', open('near'), open('far'))).toEqual(filled(4))
    const caught = [open('near'), volume('fluidCaught', 1000)]
    expect(owed('filled', ...caught, volume('fluidAdded', 899))).toEqual(filled(3))
    expect(owed('filled', ...caught, volume('fluidAdded', 900))).toEqual([])
    expect(owed('filled', ...caught, volume('fluidAdded', 450), volume('fluidAdded', 450))).toEqual([])
    expect(owed('filled', ...caught, volume('fluidExtracted', 200), volume('fluidAdded', 900))).toEqual(filled(3))
    expect(owed('filled', ...caught, volume('fluidExtracted', 200), volume('fluidAdded', 1080))).toEqual([])
    // Seen too high and drawn off is no loss, up to half of what went in; seen too high before something else went in is no such thing.
    const over = [...caught, volume('fluidAdded', 1000), level('cold', 'above')]
    expect(owed('filled', ...over, volume('fluidExtracted', 300), volume('fluidExtracted', 200))).toEqual([])
    expect(owed('filled', ...over, volume('fluidExtracted', 300), volume('fluidExtracted', 400))).toEqual(filled(3))
    expect(owed('filled', ...caught, volume('fluidAdded', 1000), volume('fluidExtracted', 300), level('cold', 'above'))).toEqual(filled(3))
    expect(owed('filled', ...over, level('cold', 'below'), volume('fluidExtracted', 300))).toEqual(filled(3))
    expect(owed('filled', ...over, volume('fluidAdded', 1), volume('fluidExtracted', 300))).toEqual(filled(3))
    expect(owed('filled', ...caught, volume('fluidAdded', 1000), level('header', 'above'), volume('fluidExtracted', 300))).toEqual(
      filled(3),
    )
    expect(owed('filled', level('cold', 'above'), ...caught, volume('fluidAdded', 1000), volume('fluidExtracted', 300))).toEqual(filled(4))
    // What went in before it was opened ran out again.
    expect(owed('filled', volume('fluidAdded', 900), ...caught)).toEqual(filled(4))
    expect(owed('filled', volume('fluidAdded', 900), ...caught, volume('fluidAdded', 100))).toEqual(filled(4))
    // Two openings: all of it counts from the first, but something went in after the last.
    expect(owed('filled', ...caught, volume('fluidAdded', 900), open('far'))).toEqual(filled(6))
    expect(owed('filled', ...caught, volume('fluidAdded', 900), open('far'), volume('fluidAdded', 1))).toEqual([])
    expect(owed('filled', open('near'), volume('fluidAdded', 1))).toEqual([])
  })
  it('or its level has been seen at the mark since', () => {
    expect(owed('filled', open('near'), volume('fluidCaught', 1000), level('cold', 'at'))).toEqual([])
    expect(owed('filled', open('near'), volume('fluidCaught', 1000), level('cold', 'below'))).toHaveLength(1)
    expect(owed('filled', level('cold', 'at'), open('near'))).toHaveLength(1)
    expect(owed('filled', open('near'), volume('fluidCaught', 1000), level('header', 'at'))).toHaveLength(1)
    // The last reading counts, not the best.
    expect(owed('filled', open('near'), volume('fluidCaught', 1000), level('cold', 'at'), level('cold', 'below'))).toHaveLength(1)
    const unseen = new Story().all(open('near'), volume('fluidCaught', 1000), open('far'))
    expect(unseen.then(level('cold', 'at'), elsewhere(4)).due('filled')).toHaveLength(1)
    expect(unseen.then(level('cold', 'at'), elsewhere(6)).due('filled')).toEqual([])
  })
  it('each fluid for itself', () => {
    const coolant = [{ kind: 'filled', circuit: 'coolant', gates: rides, since: 3 }]
    expect(owed('filled', off('hose'))).toEqual(coolant)
    expect(owed('filled', off('hose'), volume('fluidCaught', 900, 'coolant'), volume('fluidAdded', 900))).toEqual(coolant)
    expect(owed('filled', off('hose'), volume('fluidCaught', 900, 'coolant'), volume('fluidAdded', 900, 'coolant'))).toEqual([])
    expect(owed('filled', off('hose'), volume('fluidCaught', 900, 'coolant'), volume('fluidAdded', 700, 'coolant'))).toEqual(coolant)
    expect(owed('filled', off('hose'), level('header', 'at'))).toEqual([])
    expect(owed('filled', off('hose'), level('cold', 'at'))).toEqual(coolant)
    expect(owed('filled', off('pan', 8))).toEqual(filled(3))
    // Out when the car came: nobody knows how much, and something has to go in.
    const came = new Story(pocketCar(), { done: ['hose', 'pan'] })
    expect(came.due('filled')).toEqual([
      { kind: 'filled', gates: fluidHolds, since: 0 },
      { kind: 'filled', circuit: 'coolant', gates: rides, since: 0 },
    ])
    expect(came.all(volume('fluidAdded', 1), volume('fluidAdded', 1, 'coolant')).due('filled')).toEqual([])
  })
  it('running dry, and fluid work for its own sake, open the circuit too; a level alone does not', () => {
    expect(owed('filled', { type: 'ranDry' })).toEqual(filled(3))
    expect(new Story(pocketCar(), { lines: [], service: 'renew' }).due('filled')).toEqual(filled(2))
    expect(new Story(pocketCar(), { lines: [], service: 'level' }).due('filled')).toEqual([])
  })
  it('is primed where the sheet primes', () => {
    const due = [{ kind: 'primed', gates: rides, since: 3 }]
    expect(bledBy('prime').due('primed')).toEqual([])
    expect(bledBy('prime').then(open('near')).due('primed')).toEqual(due)
    expect(bledBy('prime').all(open('near'), round('pocket')).due('primed')).toEqual([])
    expect(bledBy('prime').all(round('pocket'), open('near')).due('primed')).toMatchObject([{ since: 4 }])
    expect(
      bledBy('prime')
        .all(open('near'), round('pocket', { saw: 'air' }))
        .due('primed'),
    ).toEqual(due)
    expect(bledBy('prime').then(open('near')).due('bled')).toEqual([])
    expect(bledBy('gravity').then(open('near')).due('primed')).toEqual([])
  })
  it('is bled at each place, until it runs clear', () => {
    const due = (bleeder: string, because: string, since: number) => ({ kind: 'bled', bleeder, because, gates: drives, since })
    expect(bledBy('gravity').due('bled')).toEqual([])
    const story = (...bodies: JobBody[]) =>
      bledBy('gravity')
        .then(open('near'))
        .all(...bodies)
        .due('bled')
    expect(story()).toEqual([due('left', 'not-done', 3), due('right', 'not-done', 3)])
    expect(story(round('left'))).toEqual([due('right', 'not-done', 3)])
    expect(story(round('left', { saw: 'air' }), round('right'))).toEqual([due('left', 'not-clear', 3)])
    expect(story(round('left'), round('right'), open('far'))).toEqual([due('left', 'opened-since', 6), due('right', 'opened-since', 6)])
    expect(bledBy('circulate').then(open('near')).due('bled')).toEqual([])
    expect(bledBy('lock-to-lock').then(open('near')).due('bled')).toEqual([due('pocket', 'not-done', 3)])
  })
  it('by turns of the wheel without the engine, and with it', () => {
    const car = pocketCar({ bleeding: { ...pocketSheet.bleeding, parameters: { turns: 'full-lock', strokes: 4, running: 2 } } })
    const story = (...bodies: JobBody[]) =>
      new Story(car, { bleed: 'lock-to-lock' })
        .then(open('near'))
        .all(...bodies)
        .due('bled')
    const due = (because: string, running?: boolean) => ({
      kind: 'bled',
      bleeder: 'pocket',
      because,
      gates: drives,
      since: 3,
      ...(running && { running }),
    })
    expect(story()).toEqual([due('not-done'), due('not-done', true)])
    expect(story(round('pocket', { count: 4 }))).toEqual([due('not-done', true)])
    expect(story(round('pocket', { count: 3 }), round('pocket', { count: 2, running: true }))).toEqual([due('too-few')])
    expect(story(round('pocket', { count: 4 }), round('pocket', { count: 2, running: true }))).toEqual([])
    // What bleeds at its bleeders needs no turns.
    expect(new Story(car, { bleed: 'gravity' }).then(open('near')).due('bled')).toHaveLength(2)
  })
})

describe('levels', () => {
  const due = (id: string, because: string, since: number, gates: readonly string[] = always) => ({
    kind: 'level',
    level: id,
    because,
    gates,
    since,
  })
  it('the one that decides is at its mark after the last change', () => {
    expect(owed('level')).toEqual([])
    expect(owed('level', open('near'))).toEqual([due('hot', 'not-read', 3)])
    expect(owed('level', open('near'), level('cold', 'at'))).toEqual([due('hot', 'not-read', 3)])
    expect(owed('level', open('near'), level('hot', 'below', 'idling'))).toEqual([due('hot', 'not-at', 3)])
    expect(owed('level', open('near'), level('hot', 'at', 'idling'))).toEqual([])
    for (const change of [volume('fluidAdded', 10), volume('fluidExtracted', 10), round('left'), { type: 'ranDry' } as const])
      expect(owed('level', open('near'), level('hot', 'at', 'idling'), change), change.type).toEqual([due('hot', 'changed-since', 5)])
    // What ran out of another system changes nothing here.
    expect(owed('level', open('near'), level('hot', 'at', 'idling'), volume('fluidAdded', 10, 'coolant'))).toEqual([])
    expect(owed('level', open('near'), level('hot', 'at', 'idling'), volume('fluidCaught', 10))).toEqual([])
  })
  it('stands before the drive where the car stops or shifts by it', () => {
    const onBrakes = new Story(brake()).then(open('near'))
    expect(onBrakes.due('level')).toEqual([due('hot', 'not-read', 3, drives)])
    expect(new Story(pocketCar({ system: 'clutch' })).then(open('near')).due('level')).toEqual([due('hot', 'not-read', 3, drives)])
  })
  it('a joint that lets nothing out asks for none; a look at the level alone does', () => {
    const dry = pocketCar({ joints: pocketSheet.joints.map(one => ({ ...one, opensNothing: true })) })
    expect(new Story(dry).then(open('near')).due('level')).toEqual([])
    expect(new Story(dry).then(off('pan', 8)).due('level')).toEqual([due('hot', 'not-read', 3)])
    expect(new Story(pocketCar(), { done: ['pan'] }).due('level')).toEqual([due('hot', 'not-read', 0)])
    expect(new Story(pocketCar(), { lines: [], service: 'level' }).due('level')).toEqual([due('hot', 'not-read', 2)])
  })
  it('a sealed set is looked at, though nothing is bled', () => {
    const lines = pocketSheet.lines.map(line => ({ ...line, sealed: {}, parts: line.parts.map(part => ({ ...part, sealed: {} })) }))
    const sealed = pocketCar({ lines, bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } })
    expect(new Story(sealed).then(open('near')).due('level')).toEqual([due('hot', 'not-read', 3)])
    expect(new Story(sealed).then(open('near')).due('filled')).toEqual([])
    const clutch = pocketCar({ system: 'clutch', bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } })
    expect(new Story(clutch).then(open('near')).due('tested')).toMatchObject([{ test: 'pedal', since: 3 }])
  })
  it('whether it came sealed nobody knows: fluid goes in, or a lead says why none, whatever a mark shows; it is bled and tried', () => {
    const unsaid = (system: System = 'transmission-cooler') =>
      new Story(pocketCar({ system, bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } })).then(open('near'))
    const due = [{ kind: 'filled', since: 3, gates: ['pressure', 'run', 'drive', 'end'] }]
    expect(unsaid().due('filled')).toEqual(due)
    expect(
      unsaid()
        .then(level('hot', 'at', 'idling'))
        .due('filled'),
    ).toEqual(due)
    expect(unsaid().then(volume('fluidAdded', 10)).due('filled')).toEqual([])
    const spared: JobBody = { type: 'fillSpared', why: 'a dry joint at the vent' }
    expect(unsaid().then(spared).due('filled')).toEqual([])
    expect(unsaid().all(spared, open('near')).due('filled')).toHaveLength(1)
    expect(unsaid('brake').due('bled')).toMatchObject([{ bleeder: 'pocket' }])
    expect(unsaid('brake').due('tested')).toMatchObject([{ test: 'pedal' }])
  })
  it('another fluid has its own', () => {
    expect(owed('level', off('hose'))).toEqual([due('header', 'not-read', 3, drives)])
    expect(owed('level', off('hose'), level('header', 'above'))).toEqual([due('header', 'not-at', 3, drives)])
    expect(owed('level', off('hose'), level('header', 'at'))).toEqual([])
    expect(owed('level', off('hose'), level('header', 'at'), volume('fluidAdded', 5, 'coolant'))).toEqual([
      due('header', 'changed-since', 5, drives),
    ])
    expect(owed('level', off('hose'), level('header', 'at'), volume('fluidAdded', 5))).toEqual([])
    expect(new Story(pocketCar({ circuits: undefined })).then(off('hose')).due('level')).toEqual([])
  })
  it('foam has gone before it counts, and comes from somewhere the third time', () => {
    const foam = level('hot', 'foam', 'idling')
    const foamed = (since: number) => [{ kind: 'foam', level: 'hot', gates: always, since }]
    expect(owed('foam')).toEqual([])
    expect(owed('foam', foam)).toEqual(foamed(3))
    expect(owed('foam', foam, level('cold', 'at'))).toEqual(foamed(3))
    expect(owed('foam', foam, level('hot', 'below', 'idling'))).toEqual([])
    expect(owed('foam', level('hot', 'at', 'idling'), foam)).toEqual(foamed(4))
    expect(owed('foam', foam, level('hot', 'at', 'idling'), foam)).toEqual(foamed(5))
    expect(owed('air-source', foam, foam)).toEqual([])
    const third = [{ kind: 'air-source', gates: drives, since: 5 }]
    const cause: JobBody = { type: 'airTraced', cause: 'clamp' }
    expect(owed('air-source', foam, foam, foam)).toEqual(third)
    expect(owed('air-source', foam, foam, foam, level('hot', 'at', 'idling'))).toEqual(third)
    expect(owed('air-source', foam, foam, foam, cause)).toEqual([])
    expect(owed('air-source', foam, foam, cause, foam)).toMatchObject([{ since: 6 }])
    // Rests are counted, not looks: ten minutes pass with each, and seen again while it rests it is the same foam.
    const resting = (minutes: number) => ({ ...foam, rest: minutes }) as JobBody
    expect(owed('air-source', resting(30), resting(30), resting(30), resting(30))).toEqual([])
    expect(owed('air-source', resting(10), resting(10), resting(10))).toEqual(third)
    const round = (minutes: number): JobBody => ({ type: 'roundBled', bleeder: 'left', saw: 'foam', toppedUp: true, rest: minutes })
    expect(owed('air-source', round(10), resting(10), round(10))).toEqual(third)
    const over: JobBody = { type: 'timerEnded', timer: 'rest', reason: 'clear' }
    expect(owed('air-source', round(30), over, round(30), over, round(30))).toMatchObject([{ since: 7 }])
  })
})

describe('proofs', () => {
  it('what ran is wiped where the joints were closed, after they were', () => {
    const wiped = (at: 'ground' | 'half' | 'raised'): JobBody => ({ type: 'cleaned', at })
    const due = (at: string, since: number) => ({ kind: 'wiped', at, gates: ['run', 'end'], since })
    expect(owed('wiped')).toEqual([])
    expect(owed('wiped', open('near'))).toEqual([due('ground', 3)])
    expect(owed('wiped', open('near'), wiped('raised'))).toEqual([due('ground', 3)])
    expect(owed('wiped', open('near'), wiped('ground'))).toEqual([])
    expect(owed('wiped', open('near'), wiped('ground'), seat('near'))).toEqual([due('ground', 5)])
    expect(owed('wiped', open('near'), seat('near'), wiped('ground'), torque('near'))).toEqual([due('ground', 6)])
    expect(owed('wiped', moved('raised'), open('near'), open('far'), seat('near'), moved('half'), seat('far'))).toEqual([
      due('half', 8),
      due('raised', 6),
    ])
    const unseen = new Story().all(open('near'), open('far')).then(wiped('ground'), elsewhere(3))
    expect(unseen.due('wiped')).toEqual([due('ground', 4)])
  })
  it('a part with a gasket of its own is looked at once it is back', () => {
    const due = (because: string, since: number) => [{ kind: 'part-look', operation: 'pan', because, gates: always, since }]
    const seen = (result: 'dry' | 'leaking'): JobBody => ({ type: 'partLooked', operation: 'pan', result })
    const back = [off('pan', 8), on('pan', 8)]
    const tight: JobBody = { type: 'tightened', thing: 'operation', target: 'pan', torques: [wrench] }
    expect(owed('part-look', off('pan', 8))).toEqual([])
    expect(owed('part-look', off('shield', 4, 2), on('shield', 4, 2))).toEqual([])
    expect(owed('part-look', ...back)).toEqual(due('not-done', 4))
    expect(owed('part-look', ...back, seen('leaking'))).toEqual(due('not-dry', 4))
    expect(owed('part-look', ...back, seen('dry'))).toEqual([])
    expect(owed('part-look', ...back, seen('dry'), tight)).toEqual(due('disturbed-since', 6))
    expect(owed('part-look', ...back, tight, seen('dry'))).toEqual([])
  })
  it('a pedal is tried where one stops or shifts the car, after the last change', () => {
    const tried = (result: 'good' | 'not-good'): JobBody => ({ type: 'tested', test: 'pedal', result })
    const story = (...bodies: JobBody[]) => new Story(brake()).all(...bodies).due('tested')
    const due = (since: number) => [{ kind: 'tested', test: 'pedal', gates: drives, since }]
    expect(story()).toEqual([])
    expect(story(open('near'))).toEqual(due(3))
    expect(story(open('near'), tried('not-good'))).toEqual(due(3))
    expect(story(open('near'), tried('good'))).toEqual([])
    expect(story(open('near'), tried('good'), round('left'))).toEqual(due(5))
    expect(story({ type: 'ranDry' })).toEqual(due(3))
    expect(new Story(brake(), { lines: [], service: 'level' }).due('tested')).toEqual(due(2))
  })
  it.each<[System, CarTest | undefined, readonly string[]]>([
    ['power-steering', 'steering', drives],
    ['transmission-cooler', 'gears', drives],
    ['heater', 'heater', always],
    ['turbo-coolant', 'heater', always],
    ['oil-feed', undefined, []],
  ])('%s: what is tried is the %s, after the circuit was opened', (system, test, gates) => {
    const story = (...bodies: JobBody[]) => new Story(pocketCar({ system })).all(...bodies).due('tested')
    const due = (since: number) => (test ? [{ kind: 'tested', test, gates, since }] : [])
    const tried = (result: 'good' | 'not-good'): JobBody => ({ type: 'tested', test: test ?? 'pedal', result })
    expect(story()).toEqual([])
    expect(story(open('near'))).toEqual(due(3))
    expect(story(open('near'), tried('not-good'))).toEqual(due(3))
    expect(story(open('near'), tried('good'))).toEqual([])
    // What was topped up after it asks for nothing; what was opened again does.
    expect(story(open('near'), tried('good'), volume('fluidAdded', 10), round('left'))).toEqual([])
    expect(story(open('near'), tried('good'), open('far'))).toEqual(due(5))
    if (test) expect(story(open('near'), { type: 'tested', test: 'pedal', result: 'good' })).toEqual(due(3))
    expect(new Story(pocketCar({ system }), { lines: [], service: 'level' }).due('tested')).toEqual([])
  })
  it('the car is driven, and after every opening again; or somebody said why not', () => {
    const driven = (result: 'good' | 'not-good'): JobBody => ({ type: 'roadTested', result })
    const due = (since: number) => [{ kind: 'road', gates: always, since }]
    expect(owed('road')).toEqual([])
    expect(owed('road', open('near'))).toEqual(due(3))
    expect(owed('road', open('near'), driven('not-good'))).toEqual(due(3))
    expect(owed('road', open('near'), driven('good'))).toEqual([])
    expect(owed('road', open('near'), driven('good'), open('far'))).toEqual(due(5))
    const left: JobBody = { type: 'stepSkipped', step: { kind: 'road-test', target: 'pocket' }, reason: 'no plates' }
    expect(owed('road', open('near'), left)).toEqual([])
    const still = pocketCar({ proving: { ...pocketSheet.proving, roadTest: false } })
    expect(new Story(still).then(open('near')).due('road')).toEqual([])
  })
  it('the engine is off and the car on the ground', () => {
    expect(owed('stopped')).toEqual([])
    expect(owed('stopped', engine)).toEqual([{ kind: 'stopped', gates: ['pause', 'end'], since: 3 }])
    expect(owed('stopped', engine, { type: 'engineStopped' })).toEqual([])
    expect(owed('stopped', { type: 'pressureHeld', minutes: 5 })).toEqual([])
    expect(owed('down')).toEqual([])
    expect(owed('down', moved('raised'))).toEqual([{ kind: 'down', gates: drives, since: 3 }])
    expect(owed('down', moved('raised'), moved('ground'))).toEqual([])
    expect(new Story(pocketCar(), { start: 'half' }).due('down')).toEqual([{ kind: 'down', gates: drives, since: 0 }])
  })
})

describe('the table', () => {
  it('asks for nothing of what was signed', () => {
    const story = new Story().all(open('near'), { type: 'signedOff' })
    expect(listDue(story.resolved, story.state)).toEqual([])
    expect(listDue(story.resolved, story.then({ type: 'reopened', why: 'a drip' }).state)).not.toEqual([])
  })
  it('before an act asks for what stands before that act', () => {
    const story = new Story().all(open('near'), engine)
    const all = listDue(story.resolved, story.state)
    for (const gate of gates)
      expect(dueBefore(gate, story.resolved, story.state)).toEqual(all.filter(one => one.gates.includes(gate as never)))
    expect(dueBefore('pause', story.resolved, story.state).map(({ kind }) => kind)).toEqual(['capped', 'stopped'])
  })
})
