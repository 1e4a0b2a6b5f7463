import { describe, expect, it } from 'vitest'
import { whatIsWrong } from '../../tests/helpers/carOracle'
import { PlayedJob, allLines, everyDemoCar, lead, planOf, restOf } from '../../tests/helpers/demo'
import { eventWords } from '../../shared/words/eventWords'
import { refusalWords } from '../../shared/words/refusalWords'
import { stepWords } from '../../shared/words/stepWords'
import { turnsWords } from '../../shared/words/recordWords'
import { estimateFluid } from '../fluid/estimateFluid'
import { listKit } from '../kit/listKit'
import { scopeOf } from '../plan/goals/listGoals'
import { lacksOf } from '../sheet/lacksOf'
import { settleWindow } from '../sheet/settleContested'
import { balanceOf } from './state/balanceOf'
import { buildRecord } from './record/buildRecord'
import { listDue } from './owed/obligations'

const carOf = (sheet: string, trait = '') =>
  everyDemoCar().find(car => car.sheet.id === sheet && Object.values(car.car.traits).join(' ').includes(trait))!
const kinds = (played: PlayedJob) => new Set(listDue(played.resolved, played.state!).map(({ kind }) => kind))
function toTheEnd(played: PlayedJob) {
  played.workUntil()
  expect(listDue(played.resolved, played.state!)).toEqual([])
  played.do({ type: 'signedOff' })
  expect(whatIsWrong(played.resolved.sheet, played.events)).toEqual([])
  return turnsWords(buildRecord(played.resolved, played.state!, played.events)).join('\n')
}
const kitOf = (car: ReturnType<typeof carOf>, inputs: { lines: string[]; neighbours?: string[]; parts?: Record<string, string> }) => {
  const scope = scopeOf(car, inputs)
  if (!scope.ok) throw new Error(scope.error.code)
  const plan = planOf(car, inputs)
  return listKit(car, scope.value, plan.operations, estimateFluid(car, inputs.lines, plan), inputs.parts)
}

describe('another fluid that the work lets out', () => {
  const car = carOf('ketch-steering-pressure', 'behind')
  const planned = () => new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })

  it('has its own measure: old oil is never reckoned into the steering fluid’s balance, nor offered as its top-up', () => {
    const played = planned().workUntil('fill')
    played.do({ type: 'fluidCaught', entered: { value: 500, unit: 'mL' }, how: 'measured', circuit: 'engine-oil' })
    const [own, oil] = [balanceOf(car, played.state!), balanceOf(car, played.state!, 'engine-oil')]
    expect(oil.out! - 500).toBeGreaterThan(0)
    played.do({ type: 'fluidAdded', entered: { value: 300, unit: 'mL' }, how: 'measured' })
    expect(balanceOf(car, played.state!, 'engine-oil')).toEqual(oil)
    expect(balanceOf(car, played.state!).in).toBe(own.in + 300)
  })

  it('goes back before the engine runs, and is read before the car is driven', () => {
    const played = planned().workUntil('refill')
    expect(played.try({ type: 'engineStarted' })).toMatchObject({ code: 'JOB_GATE', gate: 'run' })
    expect(listDue(car, played.state!)).toContainEqual(expect.objectContaining({ kind: 'filled', circuit: 'engine-oil' }))
    expect(played.try({ type: 'fluidAdded', entered: { value: 400, unit: 'mL' }, how: 'measured', circuit: 'coolant' })).toMatchObject({
      code: 'JOB_UNKNOWN_TARGET',
    })
    // Old oil stays out, whoever says that it is clean.
    const old = { type: 'fluidAdded', entered: { value: 400, unit: 'mL' }, how: 'measured', circuit: 'engine-oil', drained: true } as const
    expect(played.try(old)).toEqual({ code: 'JOB_OLD_FLUID' })
    expect(toTheEnd(played)).toMatch(/^Engine oil: 400\smL out, 400\smL in\.$/m)
  })

  it('is not filled into what is open below', () => {
    const played = planned().workUntil('on:oil-filter')
    const refused = played.try({ type: 'fluidAdded', entered: { value: 400, unit: 'mL' }, how: 'measured', circuit: 'engine-oil' })
    expect(refused).toEqual({ code: 'JOB_DRAIN_OPEN', operation: 'oil-filter' })
    expect(refusalWords(refused!, car.sheet)).toMatch(/Oil filter.*is open/)
    // The new filter’s gasket is renewed, and the old one seen to have come off.
    expect(played.try({ type: 'operationOn', operation: 'oil-filter', fasteners: [1] })).toMatchObject({ code: 'JOB_PART_SEALS' })
    const sealed = { type: 'operationOn', operation: 'oil-filter', fasteners: [1], seals: ['filter-gasket'] } as const
    expect(played.try({ ...sealed, oldOut: false })).toEqual({ code: 'JOB_PART_SEALS', operation: 'oil-filter', seals: [] })
    played.do({ ...sealed, oldOut: true })
    // Hand-tight plus three quarters is a turn the sheet states.
    expect(played.next()).toMatchObject({ kind: 'tighten', target: 'oil-filter' })
    played.do({ type: 'tightened', thing: 'operation', target: 'oil-filter', torques: [{ how: 'turn' }] })
  })

  it('a seal renewed is looked at under pressure, and again once it was touched', () => {
    const played = planned().workUntil('look')
    played.do({ type: 'partLooked', operation: 'oil-filter', result: 'dry' })
    expect(kinds(played).has('part-look')).toBe(false)
    const other = planned().workUntil('run')
    expect(other.try({ type: 'partLooked', operation: 'oil-filter', result: 'dry' })).toEqual({ code: 'JOB_NO_PRESSURE', by: 'engine' })
    other.do({ type: 'partLooked', operation: 'oil-filter', result: 'weeping' })
    expect(listDue(car, other.state!)).toContainEqual(expect.objectContaining({ kind: 'part-look', because: 'not-dry' }))
  })

  it('is in the kit in its own bottle, beside the gasket', () => {
    const kit = kitOf(car, { lines: allLines(car) })
    expect(kit.filter(({ kind }) => kind === 'fluid').map(({ name }) => name)).toEqual([
      'engine oil EO-4 5W-30',
      'steering fluid SF-4 green',
    ])
    expect(kit).toContainEqual(expect.objectContaining({ kind: 'seal', name: 'filter gasket, oiled' }))
  })
})

describe('the lines’ own fluid, drained first', () => {
  const car = carOf('lugger-turbo-coolant')

  it('may go back in where the sheet says so, and is measured before anything else is opened', () => {
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } }).workUntil('fill')
    const done = played.events.map(({ body }) => body.type)
    expect(done.indexOf('fluidCaught')).toBeLessThan(done.indexOf('jointOpened'))
    played.do({ type: 'fluidAdded', entered: { value: 5000, unit: 'mL' }, how: 'measured', drained: true })
    expect(eventWords(played.events.at(-1)!.body, car.sheet)).toMatch(/what was drained and clean/)
    toTheEnd(played)
  })

  it('counts in what has to go in again', () => {
    const { topUp, drained } = estimateFluid(car, allLines(car), planOf(car))
    expect(drained).toMatchObject([{ circuit: 'lugger-turbo-coolant', spill: { likely: 4200 } }])
    expect(topUp.likely).toBeGreaterThan(4200)
  })
})

describe('less than a line', () => {
  it('a part beside the line is a job of its own: pan off, drained, new gasket, torqued, filled, read, looked at', () => {
    const car = carOf('halyard-cooler-lines-screw-in')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: [], neighbours: ['pan-gasket'], start: 'ground' } })
    const titles = played.steps().map(step => stepWords(step, car.sheet).title)
    expect(titles).toEqual([
      'Make the car ready',
      'Raise the car',
      'Take off: Undershield',
      'Take off: Gearbox pan',
      'Measure what was drained: gearbox fluid',
      'Renew: Gearbox pan filter and gasket',
      'Put back: Gearbox pan',
      'Torque: Gearbox pan',
      'Fill before the engine runs',
      'Start the engine',
      'Read the level: Overflow plug in the gearbox pan',
      'Torque: Overflow plug in the gearbox pan',
      'Back in, and torqued: Fill plug, gearbox right side',
      'Look at its seal: Gearbox pan',
      'Stop the engine',
      'Put back: Undershield',
      'Torque: Undershield',
      'Lower the car to the ground',
    ])
    expect(toTheEnd(played)).toMatch(/Gearbox pan put back with 1 × pan gasket QS-1132; dry/)
    expect(kitOf(car, { lines: [], neighbours: ['pan-gasket'] }).map(({ part }) => part)).toContain('QS-1134')
  })

  it('brakes are bled by themselves: no joint is opened, and nobody signs them unbled or untried', () => {
    const car = carOf('wherry-rear-brake')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: [], service: 'bleed', start: 'ground' } })
    expect(played.try({ type: 'signedOff' })).toMatchObject({ code: 'JOB_MISSING' })
    for (const kind of ['filled', 'bled', 'level', 'tested'] as const) expect(kinds(played)).toContain(kind)
    toTheEnd(played)
    expect(played.events.some(({ body }) => body.type === 'jointOpened')).toBe(false)
  })

  it('old steering fluid is drawn off, measured, and replaced; begun, it is not unwanted by planning without it', () => {
    const car = carOf('pintle-steering-pressure')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: [], service: 'renew', start: 'ground' } })
    played.workUntil('fill')
    expect(played.state!.extracted).toHaveLength(1)
    played.do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })
    expect(kinds(played)).toContain('filled')
    played.do({ type: 'planned', inputs: { lines: [], service: 'renew', start: 'ground' } })
    expect(toTheEnd(played)).toMatch(/the fluid renewed/)
  })

  it('a level alone is read, and nothing is bled for it', () => {
    const car = carOf('wherry-rear-brake')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: [], service: 'level', start: 'ground' } })
    expect(kinds(played)).toContain('level')
    expect(kinds(played)).not.toContain('bled')
    toTheEnd(played)
  })
})

describe('one piece, one nut', () => {
  it('an assembly is bought once, laid in once, and comes out whole', () => {
    const car = carOf('ketch-cooler-assembly')
    expect(kitOf(car, { lines: allLines(car) }).filter(({ kind }) => kind === 'line')).toHaveLength(1)
    // Who wants one of its pipes wants the piece.
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: ['feed'], start: 'ground' } })
    expect(played.state!.scope).toEqual(['feed', 'back'])
    played.workUntil('seat')
    expect(played.state!.lines.back).toMatchObject({ which: 'new', piece: 'feed' })
    played.do({ type: 'lineCalledOut', line: 'back', why: 'cracked clip' })
    expect(played.state!.lines.feed!.again).toBeDefined()
    toTheEnd(played)
  })

  it('what the new part does without is opened and never closed, torqued or looked at', () => {
    const car = carOf('fulmar-clutch-line', 'fitted')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })
    const targets = (kind: string) =>
      played
        .steps()
        .filter(step => step.kind === kind)
        .map(({ target }) => target)
    expect(targets('open')).toContain('damper-in-joint')
    expect(targets('seat')).toEqual(['master-joint', 'slave-joint'])
    expect(targets('fasten')).toEqual(['bulkhead-clip'])
    played.workUntil('seat')
    expect(played.try({ type: 'jointOpened', joint: 'damper-in-joint' })).toMatchObject({ code: 'JOB_UNKNOWN_TARGET' })
    expect(played.try({ type: 'holdFastened', hold: 'damper-bolt' })).toMatchObject({ code: 'JOB_UNKNOWN_TARGET' })
    toTheEnd(played)
  })

  it('a nut that holds two lines is opened, torqued and looked at once, and waits for both to lie in', () => {
    const car = carOf('wherry-rear-brake')
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })
    for (const kind of ['open', 'torque', 'leak'])
      expect(played.steps().filter(step => step.kind === kind && step.target.startsWith('axle'))).toHaveLength(1)
    played.workUntil('fit')
    const [first] = allLines(car).filter(line => line !== played.next()!.target)
    played.do(played.plainFor(played.next()!))
    expect(played.try({ type: 'jointSeated', joint: 'axle-joint', proofs: ['hand-start', 'bottomed', 'untwisted'] })).toEqual({
      code: 'JOB_LINE_STATE',
      line: first,
      needs: 'laid-in',
    })
    // The hose alone: its nut is the hard line’s, which stays.
    expect(planOf(car, { lines: ['hose'] }).openOrder.toSorted()).toEqual(['axle-joint', 'frame-joint'])
    toTheEnd(played)
  })
})

describe('what the box and the car say', () => {
  const car = carOf('halyard-cooler-lines-screw-in')
  const target = 'radiator-in-joint'

  it('a leaflet’s torque is the job’s from then on, with the sheet’s beside it', () => {
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })
    const leaflet = { type: 'leafletRead', thing: 'joint', target, from: 'leaflet 7, connector maker' } as const
    const [low, high] = [{ value: 9, unit: 'lbf.ft' } as const, { value: 11, unit: 'lbf.ft' } as const]
    expect(played.try({ ...leaflet, low: high, high: low })).toMatchObject({ code: 'JOB_WINDOW' })
    expect(played.try({ ...leaflet, from: ' ', low, high })).toMatchObject({ code: 'JOB_REASON_NEEDED', field: 'from' })
    expect(played.try({ ...leaflet, target: 'no-joint', low, high })).toMatchObject({ code: 'JOB_UNKNOWN_TARGET' })
    played.do({ ...leaflet, low, high })
    const torque = played.resolved.joints.find(({ id }) => id === target)!.torque!
    const settled = settleWindow(torque)
    // 9 to 11 lbf·ft: 1 lbf·ft is 1.3558 N·m (NIST SP 811, from memory).
    expect(settled).toMatchObject({ kind: 'settled' })
    if (settled.kind !== 'settled') return
    expect(settled.value.low).toBeCloseTo(12.2, 1)
    expect(settled.value.high).toBeCloseTo(14.9, 1)
    expect(settled.from).toHaveLength(2)
    played.workUntil(`torque:${target}`)
    // The middle of the sheet’s own window is too much now.
    const asTheSheet = { type: 'jointTorqued', joint: target, how: 'wrench', entered: { value: 23.5, unit: 'N.m' } } as const
    expect(played.try(asTheSheet)).toMatchObject({ code: 'JOB_TORQUE_OUTSIDE', verdict: 'over' })
    expect(toTheEnd(played)).toMatch(/by the leaflet, 9\slbf·ft to 11\slbf·ft/)
  })

  it('speaks of one group of a part’s fasteners, and of no other', () => {
    const played = new PlayedJob(car, lead).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } })
    const leaflet = { type: 'leafletRead', thing: 'operation', target: 'undershield', from: 'kit' } as const
    const window = { low: { value: 6, unit: 'N.m' }, high: { value: 8, unit: 'N.m' } } as const
    expect(played.try({ ...leaflet, ...window })).toMatchObject({ code: 'JOB_FASTENER_GROUPS' })
    played.do({ ...leaflet, ...window, group: 0 })
    expect(played.resolved.operations.find(({ id }) => id === 'undershield')!.fasteners[0]!.torque).toMatchObject({
      values: [{ value: { low: 6, high: 8 } }, {}],
    })
  })

  it('a thin sheet is a job all the same: what is met is written down, and a nut without a torque turns as practice does', () => {
    const thin = carOf('bollard-steering-return')
    expect(lacksOf(thin.sheet, 'gear-joint')).toEqual({ about: 'joint', what: ['hex', 'torque', 'minutes'] })
    expect(lacksOf(thin.sheet, 'return')).toEqual({ about: 'line', what: ['length', 'minutes'] })
    expect(lacksOf(car.sheet, target)).toBeUndefined()
    // What nobody has measured is not nothing: there is a bottle at hand.
    expect(estimateFluid(thin, allLines(thin), planOf(thin))).toMatchObject({ shapeless: ['return'], bottles: { count: 1 } })
    const played = new PlayedJob(thin).do({ type: 'planned', inputs: { lines: allLines(thin), start: 'ground' } })
    const met = { type: 'observed', about: 'joint', target: 'gear-joint' } as const
    expect(played.try({ ...met, found: { what: 'hex', entered: { value: 800, unit: 'mm' } } })).toMatchObject({
      code: 'JOB_QUANTITY_RANGE',
    })
    expect(played.try({ ...met, target: 'elsewhere', found: { what: 'minutes', minutes: 4 } })).toMatchObject({
      code: 'JOB_UNKNOWN_TARGET',
    })
    played.do({ ...met, found: { what: 'hex', entered: { value: 0.6875, unit: 'in' } } })
    played.workUntil('torque')
    expect(played.try({ type: 'jointTorqued', joint: 'gear-joint', how: 'feel' })).toMatchObject({ code: 'JOB_BY_FEEL' })
    played.do({ type: 'jointTorqued', joint: 'gear-joint', how: 'turn' })
    expect(played.state!.joints['gear-joint']!.torqued).toMatchObject({ practice: true, verdict: 'not-measured' })
    expect(toTheEnd(played)).toMatch(/Met on this car, Steering gear, nut: a 0\.6875\sin wrench fits/)
  })
})

describe('tried first', () => {
  const car = carOf('wherry-rear-brake')

  it('is chosen by what it may be expected to take, and is given up once it hangs', () => {
    const inputs = { lines: ['hard'] }
    const plan = planOf(car, inputs)
    expect(plan.ways['joint:wheel-joint']).toBe(0)
    // 30 of 100 times four minutes are lost and the other way (4 min, the wheel off and on 7) is gone after all.
    expect(plan.minutes.risk).toBeCloseTo(0.3 * (4 + 4 + 7), 6)
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { ...inputs, start: 'ground' } }).workUntil('open:wheel-joint')
    expect(played.try({ type: 'wayHung', goal: { kind: 'joint', target: 'frame-joint' }, way: 0 })).toMatchObject({
      code: 'JOB_UNKNOWN_TARGET',
      what: 'way',
    })
    played.do({ type: 'wayHung', goal: { kind: 'joint', target: 'wheel-joint' }, way: 0 })
    expect(restOf(car, played.state!).ways['joint:wheel-joint']).toBe(1)
    expect(played.steps().some(step => step.kind === 'off' && step.target === 'rear-wheel')).toBe(true)
    toTheEnd(played)
  })

  it('is not chosen where it hardly ever goes', () => {
    const sheet = structuredClone(car.sheet) as unknown as {
      joints: { id: string; ways: { tryFirst?: { chance: number; lost: number; hangs: string } }[] }[]
    }
    sheet.joints.find(({ id }) => id === 'wheel-joint')!.ways[0]!.tryFirst = { chance: 0.01, lost: 40, hangs: 'always' }
    const joints = car.joints.map(joint => sheet.joints.find(({ id }) => id === joint.id) as unknown as typeof joint)
    expect(planOf({ ...car, sheet: sheet as never, joints }, { lines: ['hard'] }).ways['joint:wheel-joint']).toBe(1)
  })
})

describe('turning from lock to lock', () => {
  const car = carOf('pintle-steering-pressure')

  it('needs wheels that are free, without the engine first and then with it', () => {
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: allLines(car), start: 'ground' } }).workUntil('bleed')
    expect(played.next()!.at).toBe('half')
    const round = { type: 'roundBled', bleeder: car.sheet.id, count: 6, saw: 'clear', toppedUp: true } as const
    expect(played.try({ ...round, running: true })).toEqual({ code: 'JOB_ENGINE', is: 'off' })
    played.do({ type: 'carMoved', to: 'ground' })
    expect(played.try(round)).toEqual({ code: 'JOB_LIFT', needs: 'half', is: 'elsewhere' })
    played.workUntil('turn')
    expect(played.try(round)).toEqual({ code: 'JOB_ENGINE', is: 'running' })
    expect(listDue(car, played.state!)).toContainEqual(expect.objectContaining({ kind: 'bled', running: true }))
    toTheEnd(played)
  })
})
