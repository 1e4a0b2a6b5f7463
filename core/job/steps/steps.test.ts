import { describe, expect, it } from 'vitest'
import { nm, pocketCar, pocketSheet, Story, turned } from '../../../tests/helpers/pocketCar'
import type { FluidEstimate } from '../../fluid/estimateFluid'
import type { PlanInputs } from '../../plan/planInputs'
import type { Sheet } from '../../sheet/types'
import type { Step } from './draftSteps'
import { isStepDone } from './isStepDone'
import { listDue } from '../owed/obligations'
import { plainCommand } from '../commands/plainCommand'
import type { StepKind } from './stepKinds'
import type { JobBody } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const seat = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const look = (joint: string, result: 'dry' | 'weeping' = 'dry'): JobBody => ({ type: 'leakChecked', joint, result })
const torque = (joint: string, more: object = {}): JobBody =>
  ({ type: 'jointTorqued', joint, how: 'wrench', verdict: 'inside', ...more }) as JobBody
const out = (line: string): JobBody => ({ type: 'lineOut', line })
const laid = (line: string, more: object = {}): JobBody => ({ type: 'lineIn', line, which: 'new', ...more }) as JobBody
const again = (line: string): JobBody => ({ type: 'lineCalledOut', line, why: 'split' })
const part = (line: string, against: 'sheet' | 'old-line', agrees = true): JobBody => ({ type: 'partReceived', line, against, agrees })
const released = (hold: string): JobBody => ({ type: 'holdReleased', hold })
const fastened = (hold: string): JobBody => ({ type: 'holdFastened', hold })
const felt = (line: string): JobBody => ({ type: 'clearanceProved', line })
const off = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOff', operation, fasteners })
const on = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOn', operation, fasteners })
const volume = (type: 'fluidCaught' | 'fluidAdded' | 'fluidExtracted', value: number, circuit?: string): JobBody => ({
  type,
  entered: { value, unit: 'mL' },
  how: 'measured',
  volume: value as never,
  ...(circuit && { circuit }),
})
const round = (bleeder: string, more: object = {}): JobBody =>
  ({ type: 'roundBled', bleeder, saw: 'clear', toppedUp: true, ...more }) as JobBody
const level = (id: string, reading: 'at' | 'below' = 'at'): JobBody => ({ type: 'levelRead', level: id, engine: 'off', reading })
const wiped: JobBody = { type: 'cleaned', at: 'ground' }
const done = (kind: StepKind, target: string, story: Story) =>
  isStepDone({ kind, target }, story.resolved, story.state, listDue(story.resolved, story.state))
/** After these events on the pocket car: is that step done? */
const is = (kind: StepKind, target: string, ...bodies: JobBody[]) => done(kind, target, new Story().all(...bodies))
const by = (inputs: Partial<PlanInputs>, change: Partial<Sheet> = {}) => new Story(pocketCar(change), inputs)

describe('done, by what is on record', () => {
  it.each<[StepKind, string, JobBody[], JobBody[]]>([
    ['receive', 'supply', [part('supply', 'sheet')], [part('supply', 'sheet', false)]],
    ['open', 'near', [open('near')], [open('far')]],
    ['cap', 'far', [open('far'), { type: 'jointCapped', joint: 'far' }], [open('far')]],
    ['cap', 'far', [open('far'), seat('far')], []],
    ['release', 'clip', [released('clip')], [released('bracket')]],
    ['withdraw', 'supply', [out('supply')], [out('supply'), laid('supply'), again('supply')]],
    ['compare', 'supply', [out('supply'), part('supply', 'old-line')], [out('supply'), part('supply', 'old-line', false)]],
    ['compare', 'supply', [out('supply'), part('supply', 'old-line'), laid('supply')], [part('supply', 'old-line')]],
    ['seals', 'near', [open('near'), { type: 'sealFitted', joint: 'near', seals: ['ring'], oldOut: true }], [open('near')]],
    ['fit', 'supply', [out('supply'), laid('supply')], [out('supply'), laid('supply'), again('supply')]],
    ['seat', 'near', [open('near'), seat('near')], [open('near'), seat('near'), open('near')]],
    ['torque', 'near', [open('near'), seat('near'), torque('near')], [open('near'), seat('near'), torque('near', { how: 'feel' })]],
    ['fasten', 'clip', [released('clip'), fastened('clip')], [released('clip'), fastened('clip'), released('clip')]],
    ['fasten', 'clip', [released('clip'), fastened('clip')], [fastened('clip')]],
    ['clear', 'supply', [out('supply'), laid('supply'), felt('supply')], [out('supply'), laid('supply'), felt('supply'), fastened('clip')]],
    ['clear', 'supply', [out('supply'), laid('supply'), felt('supply')], [out('supply')]],
    ['mend', 'near', [open('near'), look('near', 'weeping'), torque('near')], [open('near'), look('near', 'weeping')]],
    ['off', 'shield', [off('shield', 4, 2)], [off('belt')]],
    ['on', 'shield', [off('shield', 4, 2), on('shield', 4, 2)], [off('shield', 4, 2)]],
    ['renew', 'mat', [{ type: 'neighbourRenewed', neighbour: 'mat' }], []],
    ['leak', 'near', [open('near'), seat('near'), look('near')], [open('near'), look('near'), seat('near')]],
    ['catch', 'pocket', [volume('fluidCaught', 5)], [volume('fluidCaught', 5), open('near')]],
    ['catch', 'pocket', [open('near'), volume('fluidCaught', 5), open('far')], [open('near'), volume('fluidCaught', 5, 'coolant')]],
    ['drain', 'coolant', [off('hose'), volume('fluidCaught', 9, 'coolant')], [volume('fluidCaught', 9, 'coolant'), off('hose')]],
    ['drain', 'coolant', [off('hose'), volume('fluidCaught', 9, 'coolant')], []],
    ['refill', 'coolant', [off('hose'), volume('fluidAdded', 9, 'coolant')], [volume('fluidAdded', 9, 'coolant'), off('hose')]],
    ['refill', 'coolant', [off('hose'), volume('fluidAdded', 9, 'coolant')], [off('hose'), volume('fluidAdded', 9)]],
    ['fill', 'dipstick', [open('near'), volume('fluidAdded', 9)], [volume('fluidAdded', 9)]],
    ['fill', 'dipstick', [open('near'), volume('fluidAdded', 9)], [open('near'), volume('fluidCaught', 90), volume('fluidAdded', 9)]],
    ['fill', 'dipstick', [open('near'), off('hose'), volume('fluidAdded', 9)], [open('near'), level('cold')]],
    ['bleed', 'left', [open('near'), round('left')], [open('near'), round('left'), open('far')]],
    ['bleed', 'left', [open('near'), round('left')], [open('near'), round('right')]],
    ['wipe', 'ground', [open('near'), seat('near'), wiped], [open('near'), wiped, seat('near')]],
    ['wipe', 'ground', [open('near'), wiped], [wiped, open('near')]],
    ['level', 'hot', [open('near'), level('hot')], [open('near'), level('hot', 'below')]],
    ['level', 'hot', [open('near'), level('hot')], [level('hot'), open('near')]],
    ['level', 'cold', [open('near'), level('cold')], [open('near'), level('cold'), level('cold', 'below')]],
    ['level', 'header', [off('hose'), level('header')], [level('header'), off('hose')]],
    ['look', 'pan', [off('pan', 8), on('pan', 8), { type: 'partLooked', operation: 'pan', result: 'dry' }], [off('pan', 8), on('pan', 8)]],
    [
      'look',
      'pan',
      [off('pan', 8), on('pan', 8), { type: 'partLooked', operation: 'pan', result: 'dry' }],
      [{ type: 'partLooked', operation: 'pan', result: 'dry' }],
    ],
    ['road-test', 'pocket', [open('near'), { type: 'roadTested', result: 'good' }], [{ type: 'roadTested', result: 'good' }, open('near')]],
    ['road-test', 'pocket', [{ type: 'roadTested', result: 'good' }], [{ type: 'roadTested', result: 'not-good' }]],
    ['trace', 'pocket', [], [3, 4, 5].map(() => ({ type: 'levelRead', level: 'hot', engine: 'idling', reading: 'foam' }) as const)],
    [
      'tighten',
      'bracket',
      [fastened('bracket'), { type: 'tightened', thing: 'hold', target: 'bracket', torques: [{ how: 'wrench', verdict: 'inside' }] }],
      [fastened('bracket')],
    ],
  ])('%s %s', (kind, target, yes, no) => {
    expect(is(kind, target, ...yes)).toBe(true)
    expect(is(kind, target, ...no)).toBe(false)
  })
  it('a line called out once more asks for its joints and holds again, and no others', () => {
    const laidIn = [open('near'), released('clip'), out('supply'), laid('supply'), seat('near'), fastened('clip')]
    const both = (...bodies: JobBody[]) => {
      const story = by({ lines: ['supply'] }).all(...laidIn, ...bodies)
      return [done('open', 'near', story), done('release', 'clip', story)]
    }
    expect(both()).toEqual([true, true])
    expect(both(again('supply'))).toEqual([false, false])
    expect(both(again('return'))).toEqual([true, true])
    // The clip carries the return as well, which has not left its place yet.
    expect(is('release', 'clip', ...laidIn)).toBe(false)
    // Nobody wants it any more: closed, it stays closed.
    const unwanted = by({ lines: ['return'] }).all(open('near'), released('clip'), out('return'), seat('near'), fastened('clip'))
    expect([done('open', 'near', unwanted), done('release', 'clip', unwanted)]).toEqual([true, true])
  })
  it('what the part takes over is moved by name', () => {
    const story = () => by({ parts: { supply: 'supply-alone' } }).then(out('supply'))
    const carried = (...items: string[]): JobBody => ({ type: 'carriedOver', line: 'supply', items })
    expect(done('carry', 'supply', story())).toBe(false)
    expect(done('carry', 'supply', story().then(carried('sleeve')))).toBe(false)
    expect(done('carry', 'supply', story().then(carried('sleeve', 'bracket')))).toBe(true)
  })
  it('a line that never left is felt along by nobody; one in another’s piece with that', () => {
    expect(done('clear', 'supply', by({ lines: ['return'] }))).toBe(true)
    expect(is('clear', 'supply')).toBe(false)
    const piece = [out('supply'), out('return'), laid('supply', { also: ['return'] })]
    expect(is('clear', 'return', ...piece, felt('supply'))).toBe(true)
    expect(is('clear', 'return', ...piece)).toBe(false)
  })
  it('drained before the job began, or drawn off for its own sake, is drained', () => {
    expect(done('drain', 'coolant', by({ done: ['hose'] }))).toBe(true)
    expect(done('drain', 'coolant', by({ done: ['inner'] }))).toBe(false)
    expect(done('drain', 'pocket', by({ service: 'renew' }).then(volume('fluidExtracted', 900)))).toBe(true)
    expect(done('drain', 'pocket', by({ service: 'renew' }))).toBe(false)
    expect(done('drain', 'pocket', by({ service: 'bleed' }).then(volume('fluidExtracted', 900)))).toBe(false)
  })
  it('turns with the engine are not those without', () => {
    const turning = { bleeding: { ...pocketSheet.bleeding, parameters: { turns: 'full-lock', strokes: 4, running: 2 } } } as const
    const story = (...bodies: JobBody[]) =>
      by({ bleed: 'lock-to-lock' }, turning)
        .then(open('near'))
        .all(...bodies)
    const still = round('pocket', { count: 4 })
    const running = round('pocket', { count: 2, running: true })
    expect([done('bleed', 'pocket', story(still)), done('turn', 'pocket', story(still))]).toEqual([true, false])
    expect([done('bleed', 'pocket', story(running)), done('turn', 'pocket', story(running))]).toEqual([false, true])
    expect(done('turn', 'pocket', story(still, round('pocket', { count: 1, running: true })))).toBe(false)
  })
  it('primed is bled', () => {
    const story = (...bodies: JobBody[]) =>
      by({ bleed: 'prime' })
        .then(open('near'))
        .all(...bodies)
    expect(done('bleed', 'pocket', story(round('pocket')))).toBe(true)
    expect(done('bleed', 'pocket', story(round('pocket', { saw: 'air' })))).toBe(false)
  })
  it('a pedal is tried until it is good, after the last change', () => {
    const tried = (result: 'good' | 'not-good'): JobBody => ({ type: 'tested', test: 'pedal', result })
    const story = (...bodies: JobBody[]) =>
      by({}, { system: 'brake' })
        .then(open('near'))
        .all(...bodies)
    expect(done('test', 'pedal', story(tried('good')))).toBe(true)
    expect(done('test', 'pedal', story(tried('not-good')))).toBe(false)
    expect(done('test', 'pedal', story(tried('good'), round('left')))).toBe(false)
    expect(done('test', 'pedal', story())).toBe(false)
  })
  it.each<[StepKind, string, JobBody[]]>([
    ['receive', 'return', [part('supply', 'sheet')]],
    ['open', 'last', [open('near')]],
    ['cap', 'last', [open('near'), open('last'), { type: 'jointCapped', joint: 'near' }]],
    ['withdraw', 'return', [out('supply')]],
    ['compare', 'return', [out('supply'), out('return'), part('supply', 'old-line')]],
    ['carry', 'return', [out('supply'), out('return'), { type: 'carriedOver', line: 'supply', items: [] }]],
    ['seals', 'near', [open('far'), { type: 'sealFitted', joint: 'far', seals: [], oldOut: true }]],
    ['fit', 'return', [out('supply'), out('return'), laid('supply')]],
    ['seat', 'last', [open('near'), open('last'), seat('near')]],
    ['torque', 'last', [open('near'), open('last'), seat('near'), seat('last'), torque('near')]],
    ['fasten', 'bracket', [released('clip'), released('bracket'), fastened('clip')]],
    ['clear', 'return', [out('supply'), out('return'), laid('supply'), laid('return'), felt('supply')]],
    ['leak', 'last', [open('near'), open('last'), look('near')]],
    ['on', 'wheel', [off('shield', 4, 2), off('wheel', 5), on('shield', 4, 2)]],
    ['tighten', 'bracket', [{ type: 'tightened', thing: 'bleeder', target: 'left', torques: [null] }]],
    ['look', 'shield', [off('pan', 8), on('pan', 8), { type: 'partLooked', operation: 'pan', result: 'dry' }]],
    ['bleed', 'right', [open('near'), round('left'), round('left')]],
    ['bleed', 'left', [round('left', { running: true })]],
    ['wipe', 'half', [open('near'), wiped]],
    ['level', 'cold', [open('near'), level('hot')]],
    ['refill', 'coolant', [volume('fluidAdded', 9)]],
    ['drain', 'coolant', [off('pan', 8), volume('fluidCaught', 9)]],
    ['seals', 'last', [open('last')]],
    ['torque', 'middle', [open('middle'), seat('middle')]],
  ])('%s %s is not done by what was done elsewhere', (kind, target, bodies) => expect(is(kind, target, ...bodies)).toBe(false))
  it('the first of several is as good as the last', () => {
    const other: JobBody = { type: 'cleaned', at: 'half' }
    expect(is('wipe', 'ground', open('near'), wiped, other)).toBe(true)
    expect(is('level', 'cold', open('near'), level('cold'), level('hot', 'below'))).toBe(true)
    expect(is('bleed', 'left', open('near'), round('left'), round('right', { saw: 'air' }))).toBe(true)
    expect(is('drain', 'coolant', volume('fluidCaught', 1, 'coolant'), off('hose'), volume('fluidCaught', 9, 'coolant'))).toBe(true)
    const tightened: JobBody = { type: 'tightened', thing: 'bleeder', target: 'left', torques: [{ how: 'wrench', verdict: 'inside' }] }
    expect(is('tighten', 'left', round('left'), tightened, fastened('bracket'))).toBe(true)
    // What is due of another fluid is not this one's.
    expect(is('fill', 'dipstick', open('near'), volume('fluidAdded', 9), off('hose'))).toBe(true)
    expect(is('refill', 'coolant', off('hose'), volume('fluidAdded', 9, 'coolant'), open('near'))).toBe(true)
  })
  it.each<StepKind>(['prepare', 'count', 'move', 'run', 'press', 'stop'])('%s is never over by itself', kind => {
    expect(is(kind, 'pocket', { type: 'prepared' }, { type: 'engineStarted', minutes: 5 })).toBe(false)
  })
})

describe('what is recorded when all goes as the sheet says', () => {
  const step = (kind: StepKind, target: string, at: Step['at'] = 'ground'): Step => ({
    id: kind,
    kind,
    target,
    phase: 'line',
    at,
    visit: 0,
    minutes: 0,
    status: 'open',
  })
  const fluid = { spill: { likely: 123 }, topUp: { likely: 456 } } as unknown as FluidEstimate
  const plain = (kind: StepKind, target: string, story = new Story(), estimate: FluidEstimate | null = fluid) =>
    plainCommand(story.resolved, step(kind, target), story.state, estimate ?? undefined)
  const mL = (value: number) => ({ entered: { value, unit: 'mL' }, how: 'estimated' })

  it.each<[StepKind, string, object]>([
    ['receive', 'supply', { type: 'partReceived', line: 'supply', against: 'sheet', agrees: true }],
    ['open', 'near', { type: 'jointOpened', joint: 'near' }],
    ['cap', 'near', { type: 'jointCapped', joint: 'near' }],
    ['release', 'clip', { type: 'holdReleased', hold: 'clip' }],
    ['withdraw', 'supply', { type: 'lineOut', line: 'supply' }],
    ['compare', 'supply', { type: 'partReceived', line: 'supply', against: 'old-line', agrees: true }],
    ['carry', 'supply', { type: 'carriedOver', line: 'supply', items: [] }],
    ['seals', 'near', { type: 'sealFitted', joint: 'near', seals: ['ring', 'washer'], oldOut: true }],
    ['fit', 'supply', { type: 'lineIn', line: 'supply' }],
    ['seat', 'middle', { type: 'jointSeated', joint: 'middle', proofs: ['click', 'pull'] }],
    ['torque', 'near', { type: 'jointTorqued', joint: 'near', how: 'wrench', entered: { value: 18, unit: 'N.m' } }],
    ['torque', 'far', { type: 'jointTorqued', joint: 'far', how: 'wrench', entered: { value: 15, unit: 'N.m' } }],
    ['fasten', 'clip', { type: 'holdFastened', hold: 'clip' }],
    ['torque', 'last', { type: 'jointTorqued', joint: 'last', how: 'wrench', entered: { value: 32.5, unit: 'N.m' } }],
    ['seals', 'last', { type: 'sealFitted', joint: 'last', seals: [], oldOut: true }],
    ['seat', 'last', { type: 'jointSeated', joint: 'last', proofs: ['hand-start'] }],
    ['off', 'pan', { type: 'operationOff', operation: 'pan', fasteners: [8] }],
    ['seals', 'moon', { type: 'sealFitted', joint: 'moon', seals: [], oldOut: true }],
    ['seat', 'moon', { type: 'jointSeated', joint: 'moon', proofs: [] }],
    ['off', 'moon', { type: 'operationOff', operation: 'moon', fasteners: [] }],
    ['on', 'moon', { type: 'operationOn', operation: 'moon', fasteners: [] }],
    ['carry', 'moon', { type: 'carriedOver', line: 'moon', items: [] }],
    ['clear', 'supply', { type: 'clearanceProved', line: 'supply' }],
    ['mend', 'near', { type: 'jointOpened', joint: 'near' }],
    ['prepare', 'pocket', { type: 'prepared' }],
    ['off', 'shield', { type: 'operationOff', operation: 'shield', fasteners: [4, 2] }],
    ['on', 'shield', { type: 'operationOn', operation: 'shield', fasteners: [4, 2] }],
    ['on', 'pan', { type: 'operationOn', operation: 'pan', fasteners: [8], seals: ['pan-gasket', 'magnet'], oldOut: true }],
    ['count', 'shield', { type: 'fastenersCounted', operation: 'shield', fasteners: [] }],
    ['renew', 'mat', { type: 'neighbourRenewed', neighbour: 'mat' }],
    [
      'tighten',
      'shield',
      { type: 'tightened', thing: 'operation', target: 'shield', torques: [{ how: 'wrench', entered: { value: 10, unit: 'N.m' } }, null] },
    ],
    ['move', 'raised', { type: 'carMoved', to: 'ground' }],
    ['run', 'pocket', { type: 'engineStarted' }],
    ['press', 'pocket', { type: 'pressureHeld' }],
    ['stop', 'pocket', { type: 'engineStopped' }],
    ['leak', 'near', { type: 'leakChecked', joint: 'near', result: 'dry' }],
    ['look', 'pan', { type: 'partLooked', operation: 'pan', result: 'dry' }],
    ['test', 'gears', { type: 'tested', test: 'gears', result: 'good' }],
    ['road-test', 'pocket', { type: 'roadTested', result: 'good' }],
    ['trace', 'pocket', { type: 'airTraced', cause: '' }],
    ['wipe', 'ground', { type: 'cleaned', at: 'ground' }],
    ['bleed', 'left', { type: 'roundBled', bleeder: 'left', saw: 'clear', toppedUp: true }],
    ['turn', 'pocket', { type: 'roundBled', bleeder: 'pocket', saw: 'clear', toppedUp: true, running: true }],
    ['catch', 'pocket', { type: 'fluidCaught', ...mL(120) }],
    ['fill', 'dipstick', { type: 'fluidAdded', ...mL(460) }],
    ['drain', 'pocket', { type: 'fluidExtracted', ...mL(200) }],
    ['drain', 'coolant', { type: 'fluidCaught', ...mL(200), circuit: 'coolant' }],
    ['refill', 'coolant', { type: 'fluidAdded', ...mL(10), circuit: 'coolant' }],
    ['level', 'cold', { type: 'levelRead', level: 'cold', engine: 'off', reading: 'at' }],
    ['level', 'hot', { type: 'levelRead', level: 'hot', engine: 'idling', reading: 'at', temperature: { value: 80, unit: 'degC' } }],
    ['level', 'moon', { type: 'levelRead', level: 'moon', engine: 'off', reading: 'at', temperature: { value: 20, unit: 'degC' } }],
  ])('%s %s', (kind, target, command) => expect(plain(kind, target)).toEqual(command))
  it('what came out goes in again, and what was counted is counted', () => {
    const story = new Story().all(off('shield', 4, 1), off('hose'), volume('fluidCaught', 333), volume('fluidCaught', 871, 'coolant'))
    expect(plain('on', 'shield', story)).toMatchObject({ fasteners: [4, 1] })
    expect(plain('count', 'shield', story)).toMatchObject({ fasteners: [4, 1] })
    expect(plain('fill', 'dipstick', story)).toMatchObject(mL(330))
    expect(plain('refill', 'coolant', story)).toMatchObject(mL(870))
    expect(plain('drain', 'coolant', story)).toEqual({ type: 'fluidCaught', ...mL(1000), circuit: 'coolant' })
    expect(plain('refill', 'coolant', new Story().then(off('hose')))).toMatchObject(mL(1000))
    expect(plain('drain', 'pocket', new Story().then(off('pan', 8)))).toEqual({ type: 'fluidCaught', ...mL(2000) })
    expect(plain('catch', 'pocket', new Story(), { ...fluid, spill: { likely: 2 } } as never)).toMatchObject(mL(10))
  })
  it('is turned where only a turn is stated', () => {
    const joints = pocketSheet.joints.map(joint => ({ ...joint, torque: undefined, turn: { snugThen: turned } }))
    expect(plain('torque', 'near', new Story(pocketCar({ joints })))).toEqual({ type: 'jointTorqued', joint: 'near', how: 'turn' })
    const both = pocketSheet.joints.map(joint => ({ ...joint, torque: nm(8, 10), turn: { snugThen: turned } }))
    expect(plain('torque', 'near', new Story(pocketCar({ joints: both })))).toMatchObject({ how: 'wrench', entered: { value: 9 } })
  })
  it('moves over what the part takes, and turns as often as the sheet asks', () => {
    expect(plain('carry', 'supply', by({ parts: { supply: 'supply-alone' } }))).toMatchObject({ items: ['bracket', 'sleeve'] })
    const turning = { bleeding: { ...pocketSheet.bleeding, parameters: { strokes: 4, running: 2 } } }
    expect(plain('bleed', 'pocket', by({}, turning))).toMatchObject({ count: 4 })
    expect(plain('turn', 'pocket', by({}, turning))).toMatchObject({ count: 2 })
  })
  it('a hose on a nut is looked at for twist', () => {
    const hose = { kind: 'hose', build: 'rubber', bore: 8, wall: 3, points: [] } as never
    const lines = pocketSheet.lines.map(line => (line.id === 'return' ? { ...line, sections: [hose] } : line))
    expect(plain('seat', 'last', new Story(pocketCar({ lines })))).toMatchObject({ proofs: ['hand-start', 'untwisted'] })
    expect(plain('seat', 'near', new Story(pocketCar({ lines })))).toMatchObject({ proofs: ['hand-start'] })
  })
  it('without an estimate nothing is guessed at', () => {
    expect(plain('catch', 'pocket', new Story(), null)).toMatchObject(mL(10))
    expect(plain('fill', 'dipstick', new Story(), null)).toMatchObject(mL(10))
  })
  it('of a reservoir that stays cool says no temperature', () => {
    expect(plain('level', 'hot', by({}, { system: 'brake' }))).toEqual({ type: 'levelRead', level: 'hot', engine: 'idling', reading: 'at' })
  })
})
