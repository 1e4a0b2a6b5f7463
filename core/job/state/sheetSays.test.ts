import { describe, expect, it } from 'vitest'
import { PlayedJob, everyDemoCar, planOf } from '../../../tests/helpers/demo'
import { forbiddenWords } from '../../../shared/words/pauseWords'
import { dueWords } from '../../../shared/words/refusalWords'
import { stepWords } from '../../../shared/words/stepWords'
import { scopeOf } from '../../plan/goals/listGoals'
import { listTasks } from '../../plan/tasks/listTasks'
import { estimateFluid } from '../../fluid/estimateFluid'
import { listKit } from '../../kit/listKit'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { LiftPosition } from '../../sheet/types'
import { circuitOpenings } from './carState'
import { forbiddenNow } from './forbiddenNow'
import { listDue } from '../owed/obligations'
import type { Obligation } from '../types'

const carOf = (sheet: string): ResolvedSheet => everyDemoCar().find(car => car.sheet.id === sheet)!
const kinds = (played: PlayedJob) => new Set(listDue(played.resolved, played.state!).map(({ kind }) => kind))

describe('a joint that opens no circuit', () => {
  /** A brake line whose far end is held by a block that is bolted on: nothing runs there. */
  const before = carOf('wherry-rear-brake')
  const target = before.sheet.joints.find(({ name }) => name === 'Wheel cylinder')!
  const joints = before.sheet.joints.map(joint => (joint.id === target.id ? { ...joint, opensNothing: true } : joint))
  const car: ResolvedSheet = { ...before, joints, sheet: { ...before.sheet, joints } as never }
  const scope = (() => {
    const found = scopeOf(car, { lines: [], joints: [target.id] })
    if (!found.ok) throw new Error(found.error.code)
    return found.value
  })()

  it('alone it is neither capped nor caught, filled, bled nor read; it is sealed, seated, torqued and looked at', () => {
    const tasks = listTasks(car.sheet, scope, { ways: {}, operations: new Set() }).map(({ kind }) => kind)
    for (const kind of ['cap', 'catch', 'fill', 'bleed', 'level']) expect(tasks).not.toContain(kind)
    expect(tasks).toEqual(expect.arrayContaining(['open', 'seat', 'torque', 'leak']))
    const played = new PlayedJob(car).do({ type: 'planned', inputs: { lines: [], joints: [target.id], start: 'ground' } }).workUntil('seat')
    expect(circuitOpenings(car, played.state!)).toEqual([])
    for (const kind of ['capped', 'filled', 'bled', 'level'] as const) expect(kinds(played), kind).not.toContain(kind)
    played.workUntil().do({ type: 'signedOff' })
    expect(played.state!.signedOff).toBeDefined()
  })
  it('beside joints that do, only those are capped, and spill', () => {
    const lines = car.lines.map(({ id }) => id)
    const plan = planOf(car, { lines })
    const estimate = estimateFluid(car, lines, plan)
    expect(estimate.joints.map(({ joint }) => joint)).not.toContain(target.id)
    const whole = scopeOf(car, { lines })
    const caps = whole.ok && listKit(car, whole.value, plan.operations, estimate).find(({ kind }) => kind === 'cap')
    expect(caps && caps.count).toBe(2 * (whole.ok ? whole.value.joints.length - 1 : 0))
    expect(caps && caps.for).not.toContain(target.id)
  })
})

describe('what a sheet says, at its moment', () => {
  it('a caution stands where the thing comes off, or goes back, or at both', () => {
    const { sheet } = carOf('plover-clutch-hose')
    const at = (kind: 'off' | 'on', target: string) => stepWords({ kind, target }, sheet).cautions.map(({ text }) => text)
    const [off, both] = [
      sheet.operations.find(({ cautions }) => cautions.some(({ only }) => only === 'off'))!,
      sheet.operations.find(({ cautions }) => cautions.some(({ only }) => only === undefined))!,
    ]
    expect(at('off', off.id)).toContain(off.cautions[0]!.text)
    expect(at('on', off.id)).not.toContain(off.cautions[0]!.text)
    for (const kind of ['off', 'on'] as const) expect(at(kind, both.id)).toContain(both.cautions[0]!.text)
  })
  it('where no engine is started nobody is told to keep clear of one', () => {
    const spoken = (sheet: string) => {
      const car = carOf(sheet)
      return new PlayedJob(car)
        .plan()
        .steps()
        .flatMap(step => {
          const { title, how, cautions } = stepWords(step, car.sheet)
          return [title, how, ...cautions.map(({ text }) => text)]
        })
        .join(' ')
    }
    const motorcycle = spoken('plover-clutch-hose')
    expect(motorcycle).toMatch(/Upright and strapped/)
    expect(motorcycle).not.toMatch(/pedal|parking brake|the belt|Start the engine/i)
    expect(spoken('skerry-clutch-set')).toMatch(/it came filled/)
    expect(spoken('lugger-turbo-oil-feed')).not.toMatch(/reservoir as it starts/)
  })
  it('eyes are asked into a reservoir only from where somebody can look in', () => {
    const { sheet } = carOf('ketch-steering-pressure')
    const said = (at: LiftPosition) => stepWords({ kind: 'run', target: 'engine', at }, sheet).how
    expect(said('ground')).toMatch(/Look into the reservoir/)
    expect(said('raised')).not.toMatch(/Look into the reservoir/)
    expect(said('raised')).toMatch(/a pump that howls draws air/)
  })
  it('a cold mark read after the engine has run says so, and read before it does not', () => {
    const { sheet } = carOf('ketch-steering-pressure')
    const said = (phase: 'fill' | 'close') => stepWords({ kind: 'level', target: 'cold-mark', phase }, sheet).how
    expect(said('close')).toMatch(/cold again/)
    expect(said('fill')).not.toMatch(/cold again/)
  })
  it('a shield that is handled cold goes back only once it is, and its wait is on the clock', () => {
    const car = carOf('lugger-turbo-oil-feed')
    const played = new PlayedJob(car).plan().workUntil('on:heat-shield')
    const refusal = played.try({ type: 'operationOn', operation: 'heat-shield', fasteners: [3] })
    expect(refusal).toMatchObject({ code: 'JOB_WAIT', wait: 'shield-cold' })
    expect(planOf(car, { lines: car.lines.map(({ id }) => id) }).timeline.waits.map(({ id }) => id)).toContain('shield-cold')
  })
})

it('a line is felt along again once a hold that carries it is fastened after that, its own or a shared one', () => {
  const car = carOf('ketch-steering-pressure')
  const shared = car.holds.find(hold => hold.with.length > 0)!
  const played = new PlayedJob(car).plan().workUntil(`fasten:${shared.id}`)
  const clear = () => listDue(car, played.state!).flatMap(owed => (owed.kind === 'clear' ? [owed.line] : []))
  for (const line of [shared.line, ...shared.with]) played.try({ type: 'clearanceProved', line })
  expect(clear()).toEqual([])
  played.do({ type: 'holdFastened', hold: shared.id })
  expect(clear().toSorted()).toEqual([shared.line, ...shared.with].toSorted())
})

it('what must not be done from the seat of a car left open is said with what forbids it, and nothing of one that is whole', () => {
  const played = new PlayedJob(carOf('wherry-rear-brake')).plan()
  const forbidden = () => forbiddenNow(listDue(played.resolved, played.state!), played.resolved.sheet)
  played.workUntil('fit')
  const said = new Map(forbidden().map(({ act, because }) => [act, because.map(({ kind }) => kind)]))
  expect(said.get('pressure')).toEqual(expect.arrayContaining(['filled']))
  expect(said.get('drive')).toEqual(expect.arrayContaining(['bled']))
  const words = (sheet: string, act: 'run' | 'drive' | 'pressure') => forbiddenWords(act, carOf(sheet).sheet)
  expect(words('wherry-rear-brake', 'pressure')).toBe('Do not touch the pedal')
  expect(words('plover-clutch-hose', 'pressure')).toBe('Do not touch the lever')
  expect(words('ketch-steering-pressure', 'pressure')).toBe('Do not turn the wheel')
  const tried = (sheet: string) => dueWords({ kind: 'tested', test: 'pedal', gates: ['drive'], since: 0 }, carOf(sheet).sheet)
  expect(tried('wherry-rear-brake')).toMatch(/^The pedal has not/)
  expect(tried('plover-clutch-hose')).toMatch(/^The lever has not/)
  played.workUntil()
  expect(forbidden()).toEqual([])
})

it('a pedal is not said to hold while something is off that the engine needs: it is tried with the engine idling', () => {
  const played = new PlayedJob(carOf('skerry-clutch-set')).plan().workUntil('on:battery')
  const holds = { type: 'tested', test: 'pedal', result: 'good' } as const
  expect(played.try(holds)).toMatchObject({ code: 'JOB_GATE', gate: 'run' })
  // One that does not is heard at once.
  expect(played.try({ ...holds, result: 'not-good', note: 'sinks' })).toBeUndefined()
  const whole = new PlayedJob(carOf('skerry-clutch-set')).plan().workUntil('test')
  expect(whole.try(holds)).toBeUndefined()
})

it('nobody drives with a part off, though the engine may idle without it', () => {
  const played = new PlayedJob(carOf('plover-clutch-hose')).plan().workUntil('on:sprocket-cover')
  expect(played.try({ type: 'roadTested', result: 'good' })).toMatchObject({ code: 'JOB_GATE', gate: 'drive' })
  expect(
    new PlayedJob(carOf('plover-clutch-hose')).plan().workUntil('road-test').try({ type: 'roadTested', result: 'good' }),
  ).toBeUndefined()
})

it('a pedal, a lever or a wheel is named only where moving it moves the fluid', () => {
  const due: Obligation = { kind: 'filled', gates: ['pressure', 'run', 'drive', 'end'], since: 0 }
  const moved = new Set<string>(['brake', 'clutch', 'power-steering'])
  for (const { sheet } of everyDemoCar()) {
    const acts = forbiddenNow([due], sheet).map(({ act }) => act)
    expect(acts, sheet.id).toEqual(moved.has(sheet.system) ? ['run', 'drive', 'pressure'] : ['run', 'drive'])
  }
})

it('a tap is opened and shut, a part comes off and goes back; a torque nobody knows is not said to have a middle', () => {
  const title = (sheet: string, kind: 'off' | 'on', target: string) => stepWords({ kind, target }, carOf(sheet).sheet).title
  expect(title('pintle-heater-hoses', 'off', 'coolant-drain')).toBe('Open: Coolant drain')
  expect(title('pintle-heater-hoses', 'on', 'coolant-drain')).toBe('Shut: Coolant drain')
  expect(title('halyard-cooler-lines-screw-in', 'off', 'gearbox-pan')).toMatch(/^Take off/)
  const pull = (sheet: string) => {
    const car = carOf(sheet)
    return stepWords(
      { kind: 'torque', target: car.joints.find(({ kind }) => kind.includes('nut') || kind.includes('flare'))!.id },
      car.sheet,
    ).how
  }
  expect(pull('bollard-steering-return')).toMatch(/look it up first/)
  expect(pull('halyard-cooler-lines')).toMatch(/The middle of the window/)
})

describe('a caution stands in the step before it is needed', () => {
  const { sheet } = carOf('lugger-turbo-oil-feed')
  const turbo = sheet.joints.find(({ cautions }) => cautions.some(({ only }) => only === 'on'))!
  const hot = turbo.cautions.find(({ kind }) => kind === 'burn')!.text
  const inlet = turbo.cautions.find(({ only }) => only === 'on')!.text
  const says = (kind: 'seat' | 'torque' | 'leak' | 'open', target = turbo.id) => stepWords({ kind, target }, sheet)
  const texts = (kind: 'seat' | 'torque' | 'leak' | 'open') => says(kind).cautions.map(({ text }) => text)
  it('what is done before the line goes on is said before it goes on, and once', () => {
    expect(texts('seat')).toContain(inlet)
    for (const kind of ['open', 'torque', 'leak'] as const) expect(texts(kind), kind).not.toContain(inlet)
  })
  it('what is hot is hot whenever a hand comes near it, and no finger feels for oil there', () => {
    for (const kind of ['open', 'seat', 'torque', 'leak'] as const) expect(texts(kind), kind).toContain(hot)
    expect(says('leak').how).toContain('never a hand')
  })
})

it('a reservoir that nobody reaches from under the car is said to be out of reach', () => {
  const { sheet } = carOf('wherry-rear-brake')
  const bleed = (at: 'ground' | 'raised') =>
    stepWords({ kind: 'bleed', target: sheet.bleeders[0]!.id, at }, sheet)
      .cautions.map(({ text }) => text)
      .join()
  expect(bleed('raised')).toContain('out of reach from here')
  expect(bleed('ground')).not.toContain('out of reach')
})
