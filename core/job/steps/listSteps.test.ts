import { describe, expect, it } from 'vitest'
import { pocketCar, Story } from '../../../tests/helpers/pocketCar'
import { pocketPlan, rowOf, type VisitSaid } from '../../../tests/helpers/pocketPlan'
import type { PlanInputs } from '../../plan/planInputs'
import type { Plan } from '../../plan/types'
import type { LiftPosition, Sheet } from '../../sheet/types'
import { listSteps, nextSteps, visitNow, type Step } from './listSteps'
import type { JobBody } from '../types'

const open = (joint: string): JobBody => ({ type: 'jointOpened', joint })
const seat = (joint: string): JobBody => ({ type: 'jointSeated', joint, proofs: [] })
const torque = (joint: string): JobBody => ({ type: 'jointTorqued', joint, how: 'wrench', verdict: 'inside' }) as JobBody
const look = (joint: string, result: 'dry' | 'weeping' = 'dry'): JobBody => ({ type: 'leakChecked', joint, result })
const off = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOff', operation, fasteners })
const on = (operation: string, ...fasteners: number[]): JobBody => ({ type: 'operationOn', operation, fasteners })
const moved = (to: LiftPosition): JobBody => ({ type: 'carMoved', to })
const started: JobBody = { type: 'engineStarted', minutes: 5 as never }
const stopped: JobBody = { type: 'engineStopped' }
const out = (line: string): JobBody => ({ type: 'lineOut', line })
const laid = (line: string): JobBody => ({ type: 'lineIn', line, which: 'new' })
const again = (line: string): JobBody => ({ type: 'lineCalledOut', line, why: 'split' })
const received = (line: string, against: 'sheet' | 'old-line', agrees: boolean): JobBody => ({
  type: 'partReceived',
  line,
  against,
  agrees,
})
const foam: JobBody = { type: 'levelRead', level: 'hot', engine: 'idling', reading: 'foam' }
const wants = (...lines: string[]): Partial<PlanInputs> => ({ lines })
const held: JobBody = { type: 'pressureHeld', minutes: 5 as never }
const round = (bleeder: string, more: object = {}): JobBody =>
  ({ type: 'roundBled', bleeder, saw: 'clear', toppedUp: true, ...more }) as JobBody
const level = (id: string, engine: 'off' | 'idling' = 'idling'): JobBody => ({ type: 'levelRead', level: id, engine, reading: 'at' })
const wiped = (at: LiftPosition): JobBody => ({ type: 'cleaned', at })

/** Nothing of the lines is wanted: what is owed comes from what is told. */
const nothing = (change: Partial<Sheet> = {}, bodies: readonly JobBody[] = []) => new Story(pocketCar(change), { lines: [] }).all(...bodies)
const steps = (story: Story, visits: readonly VisitSaid[], plan: Partial<Plan> = {}, start: LiftPosition = 'ground'): Step[] =>
  listSteps(story.resolved, pocketPlan(visits, plan), start, story.state)
const openRows = (story: Story, visits: readonly VisitSaid[], plan: Partial<Plan> = {}) =>
  steps(story, visits, plan)
    .filter(({ status }) => status === 'open')
    .map(rowOf)
/** What is still to be done, without where and when. */
const openKeys = (...asked: Parameters<typeof openRows>) => openRows(...asked).map(row => row.split(' ')[2])
const filled: JobBody = { type: 'fluidAdded', entered: { value: 1, unit: 'L' }, how: 'measured', volume: 1000 as never }
/** No level, and a bleeder without a torque. */
const plain: Partial<Sheet> = { levels: [], bleeders: pocketCar().sheet.bleeders.slice(1) }
const pedal: Partial<Sheet> = { system: 'brake', proving: { ...pocketCar().sheet.proving, pressure: 'pedal' } }

describe('what is done of the plan', () => {
  it('without a record, nothing', () => {
    const all = listSteps(pocketCar(), pocketPlan([['ground', 'off:belt', 'on:belt']]), 'ground', undefined)
    expect(all.map(({ status }) => status)).toEqual(['open', 'open'])
    expect(nextSteps(all, 1).map(rowOf)).toEqual(['0 ground off:belt'])
  })

  it('what the car says, in the order it was done, before what is to come', () => {
    const story = nothing({}, [off('belt'), moved('half'), off('wheel')])
    const all = steps(story, [
      ['ground', 'off:belt'],
      ['half', 'off:wheel', 'off:inner'],
    ])
    expect(all.slice(0, 4).map(step => `${step.status} ${rowOf(step)}`)).toEqual([
      'done 0 ground off:belt',
      'done 1 half move:half',
      'done 1 half off:wheel',
      'open 2 half off:inner',
    ])
    expect(visitNow(all)).toBe(2)
    expect(nextSteps(all, 1).map(rowOf)).toEqual(['2 half off:inner'])
  })

  it('another stop of the car is another visit', () => {
    const all = steps(nothing({}, [off('belt')]), [
      ['ground', 'off:belt'],
      ['raised', 'off:inner'],
    ])
    expect(all.slice(0, 3).map(rowOf)).toEqual(['0 ground off:belt', '2 raised move:raised', '2 raised off:inner'])
    expect(visitNow([])).toBe(0)
  })

  it('a part named by a plan for the rest is to come off, or go back, from here', () => {
    const rest: readonly VisitSaid[] = [['ground', 'on:belt', 'road-test']]
    expect(openKeys(nothing({}, [off('belt')]), rest, { begun: true })).toContain('on:belt')
    // On again, and the plan does not take it off: done.
    expect(openKeys(nothing({}, [off('belt'), on('belt')]), rest, { begun: true })).not.toContain('on:belt')
    // On again, but to come off once more: both.
    expect(openKeys(nothing({}, [off('belt'), on('belt')]), [['ground', 'off:belt', 'on:belt']], { begun: true })).toEqual(
      expect.arrayContaining(['off:belt', 'on:belt']),
    )
    // Off now: taking it off is done.
    expect(openKeys(nothing({}, [off('belt')]), [['ground', 'off:belt', 'on:belt']], { begun: true })).not.toContain('off:belt')
    // A plan from the start says it of the whole job: off and on again is done.
    expect(openKeys(nothing({}, [off('belt'), on('belt')]), [['ground', 'off:belt', 'on:belt']])).not.toContain('off:belt')
  })

  it('what was left out with a reason is not asked again', () => {
    const story = nothing({}, [{ type: 'stepSkipped', step: { kind: 'road-test', target: 'pocket' }, reason: 'no plates' }])
    expect(openKeys(story, [['ground', 'road-test']])).not.toContain('road-test:pocket')
  })

  it('signed off, it is what was done', () => {
    const story = nothing({}, [off('belt'), { type: 'signedOff' }])
    expect(steps(story, [['ground', 'off:belt', 'off:inner']]).map(rowOf)).toEqual(['0 ground off:belt'])
  })
})

describe('what is due and in no plan', () => {
  it('work just done is finished where the car stands, before anything else', () => {
    const story = nothing({}, [moved('raised'), open('last'), seat('last')])
    expect(openRows(story, [['raised', 'on:shield', 'road-test']]).slice(0, 3)).toEqual([
      '0 raised torque:last',
      '0 raised on:shield',
      '0 raised tighten:shield',
    ])
  })

  it('what is done elsewhere waits for the car to stand there', () => {
    const story = nothing({}, [moved('raised'), open('last'), seat('last'), moved('ground')])
    expect(openRows(story, [['ground', 'on:belt']]).slice(0, 2)).toEqual(['1 ground on:belt', '1 raised move:raised'])
  })

  it('what the plan does is not asked twice', () => {
    const story = nothing({}, [moved('raised'), open('last'), seat('last')])
    expect(openKeys(story, [['raised', 'on:belt', 'torque:last']]).filter(key => key === 'torque:last')).toHaveLength(1)
  })

  it('fluid before the looks, the rest after them and before the drive', () => {
    const story = nothing(plain, [moved('raised'), open('far'), seat('far'), wiped('ground')])
    const visits: VisitSaid[] = [
      ['raised', 'on:shield', 'run', 'leak:far', 'stop', 'on:belt'],
      ['ground', 'road-test'],
    ]
    expect(openKeys(story, visits)).toEqual([
      'on:shield',
      'tighten:shield',
      'fill:dipstick',
      // Somebody sits in it for this one.
      'move:ground',
      'bleed:right',
      'move:raised',
      'run:pocket+',
      'leak:far',
      'stop:pocket+',
      'on:belt',
      'wipe:raised',
      'move:ground',
      'test:gears',
      'road-test:pocket',
    ])
  })

  it('a wheel that is on is tightened on the ground, not where it was put on', () => {
    const story = nothing({}, [moved('half'), off('wheel'), on('wheel')])
    const rows = openRows(story, [['half', 'on:belt']])
    expect(rows).toEqual(expect.arrayContaining(['1 ground tighten:wheel']))
    expect(rows[0]).toBe('0 half on:belt')
  })

  it('without a plan for it, on the way that is nearest to where the car stands', () => {
    const ways = (at: LiftPosition) => ({ at, from: 'above' as const, needs: [], minutes: 2 as never })
    const { sheet } = pocketCar()
    const joints = sheet.joints.map(joint => (joint.id === 'last' ? { ...joint, ways: [ways('half'), ways('ground')] } : joint))
    const story = nothing({ joints }, [open('last'), seat('last')])
    const [first] = steps(story, [['ground', 'on:belt']]).filter(({ status }) => status === 'open')
    expect(first).toEqual({
      id: 'torque:last',
      kind: 'torque',
      target: 'last',
      phase: 'close',
      at: 'ground',
      from: 'above',
      visit: 0,
      minutes: 0,
      status: 'open',
    })
    // A line is felt along wherever hands reach one of its ends; its own way is another.
    const along = nothing({ joints }, [out('return'), laid('return'), moved('half')])
    expect(openRows(along, [['raised', 'on:belt']])).toEqual(expect.arrayContaining(['1 half clear:return']))
    expect(openRows(along.then(moved('ground')), [['raised', 'on:belt']])).toEqual(expect.arrayContaining(['2 ground clear:return']))
    // Standing nowhere any way names: by the first.
    expect(openRows(story.then(moved('raised')), [['raised', 'on:belt']])).toEqual(expect.arrayContaining(['2 half torque:last']))
  })
})

describe('each thing owed has its step, where it is done', () => {
  const { sheet } = pocketCar()
  it.each<[string, JobBody[], string, string]>([
    ['a joint laid open', [open('last')], 'last', 'seat:last'],
    ['its seals', [open('near')], 'near', 'seals:near'],
    ['a joint hand-tight', [open('last'), seat('last')], 'last', 'torque:last'],
    ['its look', [open('last'), seat('last'), torque('last')], 'last', 'leak:last'],
    ['a leak without a source', [open('last'), seat('last'), torque('last'), look('last', 'weeping')], 'last', 'mend:last'],
    ['a hold released', [{ type: 'holdReleased', hold: 'bracket' }], 'bracket', 'fasten:bracket'],
    [
      'a bracket hand-tight',
      [
        { type: 'holdReleased', hold: 'bracket' },
        { type: 'holdFastened', hold: 'bracket' },
      ],
      'bracket',
      'tighten:bracket',
    ],
    ['a part off', [off('belt')], 'belt', 'on:belt'],
    ['a line out', [{ type: 'lineOut', line: 'return' }], 'return', 'fit:return'],
    ['a neighbour to renew', [{ type: 'neighbourDecided', neighbour: 'mat', choice: 'now', by: 'customer' }], 'mat', 'renew:mat'],
    ['another fluid let out', [off('hose'), on('hose')], 'coolant', 'refill:coolant'],
    ['the seals of a part looked at', [off('pan'), on('pan')], 'pan', 'look:pan'],
  ])('%s', (_, bodies, target, expected) => {
    const found = steps(nothing({}, bodies), [['ground', 'road-test']]).filter(step => step.status === 'open' && step.target === target)
    const wanted = found.find(({ kind }) => `${kind}:${target}` === expected)
    expect(found.map(({ kind }) => `${kind}:${target}`)).toContain(expected)
    const thing = [...sheet.operations, ...sheet.circuits!.map(({ id, fill }) => ({ id, at: fill.at }))].find(({ id }) => id === target)
    expect(wanted!.at).toBe(thing?.at ?? 'raised')
  })

  it.each<[string, Partial<PlanInputs>, JobBody[], string]>([
    ['the parcel that differs', wants('return'), [received('return', 'sheet', false)], 'receive:return'],
    ['the old line beside the new one', wants('return'), [out('return'), received('return', 'old-line', false)], 'compare:return'],
    ['what goes over', { ...wants('supply'), parts: { supply: 'supply-alone' } }, [out('supply')], 'carry:supply'],
    ['a line to come out once more', wants('return'), [out('return'), laid('return'), again('return')], 'withdraw:return'],
    ['a line not laid in', wants('return'), [out('return')], 'fit:return'],
    ['bolts that were not counted in', wants(), [off('shield', 4, 2), on('shield', 3, 2)], 'count:shield'],
    ['the way along the new line', wants('return'), [out('return'), laid('return')], 'clear:return'],
    ['an end left open', wants('return'), [open('last')], 'cap:last'],
    ['a circuit to prime', { ...wants(), bleed: 'prime' }, [open('last'), seat('last'), torque('last'), filled], 'bleed:pocket'],
    ['turns under power', { ...wants(), bleed: 'lock-to-lock' }, [open('last'), seat('last'), torque('last'), filled], 'bleed:pocket'],
    ['foam', wants(), [foam], 'level:hot'],
    ['foam for the third time', wants(), [foam, foam, foam], 'trace:pocket'],
    ['what the car has, tried', wants(), [open('last'), seat('last'), torque('last')], 'test:gears'],
    ['the road', wants(), [open('last'), seat('last'), torque('last')], 'road-test:pocket'],
  ])('%s', (_, inputs, bodies, expected) => {
    const story = new Story(pocketCar(), inputs).all(moved('raised'), ...bodies)
    expect(openKeys(story, [['raised', 'off:belt']]).map(key => key!.replace('+', ''))).toContain(expected)
  })

  it('bled where the sheet says the car stands for it, else where it stands', () => {
    const story = (at?: LiftPosition) =>
      new Story(pocketCar({ bleeding: { ...sheet.bleeding, parameters: { ...(at && { at }), running: 5 } as never } }), {
        ...wants(),
        bleed: 'lock-to-lock',
      }).all(moved('raised'), open('last'), seat('last'), torque('last'), filled)
    const bled = (at?: LiftPosition) => openRows(story(at), [['raised', 'off:belt']]).filter(row => /bleed:|turn:/.test(row))
    expect(bled('half').map(row => row.slice(2))).toEqual(['half bleed:pocket', 'half turn:pocket'])
    expect(bled().map(row => row.slice(2))).toEqual(['raised bleed:pocket', 'raised turn:pocket'])
  })

  it('nobody is told to prepare, to move or to stop for what is owed: those have steps of their own', () => {
    expect(openKeys(new Story(pocketCar(), wants('return')), [['ground', 'off:belt']])).toEqual([
      'off:belt',
      'move:raised',
      'withdraw:return',
      'move:ground',
    ])
    expect(openKeys(nothing({}, [moved('raised')]), [['raised', 'off:belt']])).toEqual(['off:belt', 'move:ground'])
  })

  it('what must be wiped, where it ran', () => {
    const story = nothing({}, [moved('half'), open('last'), seat('last')])
    expect(openRows(story, [['half', 'road-test']])).toEqual(expect.arrayContaining([expect.stringMatching(/half wipe:half/)]))
  })
})

describe('what the next step waits for comes before it', () => {
  it('wheels before the drive, joints before the engine', () => {
    const story = nothing(plain, [moved('raised'), open('last'), seat('last'), filled, round('right')])
    expect(openKeys(story, [['raised', 'run', 'leak:last', 'stop', 'torque:last']]).slice(0, 4)).toEqual([
      'torque:last',
      'run:pocket+',
      'leak:last',
      'stop:pocket+',
    ])
  })

  it('the pedal stays up until the joint is tight', () => {
    const story = nothing(pedal, [moved('raised'), open('last'), seat('last')])
    const keys = openKeys(story, [['raised', 'bleed:right', 'torque:last']])
    expect(keys.slice(0, 2)).toEqual(['torque:last', 'bleed:right'])
  })

  it('what differs is settled before a joint is opened, and the lines are compared before the new one is laid in', () => {
    const differs = new Story(pocketCar(), wants('return')).then(received('return', 'sheet', false))
    expect(openKeys(differs, [['ground', 'open:last', 'receive:return']]).slice(0, 2)).toEqual(['receive:return', 'open:last'])
    const story = new Story(pocketCar(), wants('return')).all(moved('raised'), open('middle'), open('last'), out('return'))
    const visits: VisitSaid[] = [['raised', 'fit:return', 'seat:middle', 'seat:last', 'off:belt', 'compare:return', 'torque:last']]
    story.all({ type: 'jointCapped', joint: 'middle' }, { type: 'jointCapped', joint: 'last' })
    expect(openKeys(story, visits).slice(0, 3)).toEqual(['compare:return', 'fit:return', 'seat:middle'])
  })

  it('the wheels before the drive', () => {
    const story = nothing({}, [off('wheel'), on('wheel')])
    expect(openKeys(story, [['ground', 'road-test', 'off:belt']])[0]).toBe('tighten:wheel')
  })

  it('nothing is moved ahead of what waits for nothing', () => {
    const story = nothing({}, [moved('raised'), open('last'), seat('last')])
    expect(openKeys(story, [['raised', 'on:belt', 'torque:last']]).slice(0, 2)).toEqual(['on:belt', 'torque:last'])
  })
})

describe('the engine, found as it is', () => {
  const proved: readonly VisitSaid[] = [['raised', 'run', 'leak:last', 'stop', 'on:belt']]
  const ready = [moved('raised'), open('last'), seat('last'), torque('last'), filled, round('right'), wiped('raised')]
  const proving = (...bodies: JobBody[]) => nothing(plain, [...ready, ...bodies])

  it('running, it need not be started for what is left to see', () => {
    expect(openKeys(proving(started), proved).slice(0, 2)).toEqual(['leak:last', 'stop:pocket+'])
  })

  it('with all seen it is stopped, and stopped it is done', () => {
    const seen = proving(started, look('last'))
    expect(openKeys(seen, proved)[0]).toBe('stop:pocket+')
    expect(openKeys(seen.then(stopped), proved)).not.toContain('stop:pocket+')
    expect(openKeys(seen, proved)).not.toContain('run:pocket+')
  })

  it('stopped before all is seen, it is started once more', () => {
    expect(openKeys(proving(started, stopped), proved).slice(0, 3)).toEqual(['run:pocket+', 'leak:last', 'stop:pocket+'])
  })

  it.each<[string, string, JobBody]>([
    ['a part', 'look:pan', { type: 'partLooked', operation: 'pan', result: 'dry' }],
    ['a level', 'level:hot', level('hot')],
    ['turns', 'turn', round('pocket', { running: true })],
  ])('of two stops: running since %s was seen at the first, it is stopped there', (_, seen, body) => {
    const bleeding = { ...pocketCar().sheet.bleeding, parameters: { running: 5 } } as never
    const story = nothing({ ...plain, levels: pocketCar().sheet.levels.slice(1), bleeding }, [
      ...ready,
      off('pan'),
      on('pan'),
      started,
      body,
    ])
    const two: readonly VisitSaid[] = [
      ['raised', 'run', seen, 'stop'],
      ['ground', 'run', 'leak:last', 'stop'],
    ]
    const runs = () =>
      steps(story, two)
        .filter(({ kind, status }) => status === 'open' && (kind === 'run' || kind === 'stop'))
        .map(({ kind, at }) => `${kind} ${at}`)
    expect(runs()[0]).toBe('stop raised')
  })

  it('found running where hands go next, it is stopped first', () => {
    const [stop] = steps(nothing({}, [moved('raised'), started]), [['raised', 'off:inner']]).filter(({ status }) => status === 'open')
    expect(stop).toEqual({
      id: 'stop:now:4',
      kind: 'stop',
      target: 'pocket',
      phase: 'open',
      at: 'raised',
      visit: 0,
      minutes: 0,
      status: 'open',
    })
  })

  it('found running with nothing left, it is stopped', () => {
    expect(openKeys(nothing({}, [started, { type: 'prepared' }]), [['ground', 'prepare']]).at(-1)).toBe('stop:pocket')
  })

  it('started for what is due beside the plan, and stopped for what hands do then', () => {
    expect(
      openKeys(proving(), [
        ['raised', 'on:belt'],
        ['ground', 'road-test'],
      ]),
    ).toEqual(['on:belt', 'run:pocket+', 'leak:last', 'stop:pocket+', 'move:ground', 'test:gears', 'road-test:pocket'])
  })

  it('for each stop of the car by itself, with somebody at the key of the one that is up', () => {
    const { sheet } = pocketCar()
    const joints = sheet.joints.map(joint =>
      joint.id === 'far' ? { ...joint, ways: [{ ...joint.ways[0]!, at: 'ground' as const }] } : joint,
    )
    const told = ['last', 'far'].flatMap(joint => [open(joint), seat(joint), torque(joint)])
    const rows = openRows(nothing({ joints, levels: [] }, [moved('raised'), ...told]), [['raised', 'on:belt']])
    const engine = rows.filter(row => /run:|stop:|leak:|move:/.test(row)).map(row => row.split(' ').slice(1).join(' '))
    expect(engine).toEqual([
      // Down for somebody to sit in it, who bleeds; up again with nobody in it.
      'ground move:ground',
      'raised move:raised',
      'raised run:pocket+',
      'raised leak:last',
      'raised stop:pocket+',
      'ground move:ground',
      'ground run:pocket',
      'ground leak:far',
      'ground stop:pocket',
    ])
  })
})

describe('pressure that a foot holds', () => {
  const ready = [moved('raised'), open('last'), seat('last'), torque('last')] as JobBody[]
  const proved: readonly VisitSaid[] = [['raised', 'run', 'leak:last', 'on:belt']]
  const bled = [round('left'), round('right')]

  it('is held for the looks, and held it is done', () => {
    const story = nothing(pedal, [...ready, ...bled])
    expect(openKeys(story, proved)).toContain('press:pocket')
    expect(openKeys(story.then(held), proved)).not.toContain('press:pocket')
  })

  it('is held anew once a joint was opened again', () => {
    const story = nothing(pedal, [...ready, ...bled, held, open('last'), seat('last'), torque('last'), ...bled])
    expect(openKeys(story, proved)).toContain('press:pocket')
  })
})

describe('the car is moved where hands need it', () => {
  it('from where it stands, and to the ground at the end', () => {
    const story = nothing({}, [moved('raised')])
    expect(
      openRows(story, [
        ['raised', 'off:inner'],
        ['half', 'off:wheel'],
      ]),
    ).toEqual(['0 raised off:inner', '1 half move:half', '1 half off:wheel', '2 ground move:ground'])
  })

  it('not for what is done anywhere', () => {
    expect(openRows(nothing(), [['raised', 'receive:supply', 'prepare']])).toEqual(['0 raised receive:supply', '0 raised prepare:pocket'])
  })

  it('nobody is in it while it moves, whoever is needed where it stands', () => {
    const rows = openRows(nothing(), [
      ['raised', 'bleed:right+'],
      ['half', 'off:wheel'],
      ['ground', 'off:belt+'],
    ]).filter(row => row.includes('move:'))
    expect(rows).toEqual(['0 raised move:raised', '1 half move:half', '2 ground move:ground'])
  })

  it('twice to one place in one visit are two rows', () => {
    const visits: VisitSaid[] = [['half', 'off:wheel', 'on:wheel', 'off:inner']]
    const story = nothing({}, [off('mount')])
    const plan = pocketPlan(visits)
    const ids = listSteps(story.resolved, plan, 'ground', story.state).map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })

  it('what is done of a new line is done of the part that was chosen for it', () => {
    const chosen = new Story(pocketCar(), { ...wants('supply'), parts: { supply: 'both-lines' } }).all(received('supply', 'sheet', true))
    const parts = Object.fromEntries(steps(chosen, [['ground', 'withdraw:supply', 'fit:supply']]).map(({ id, part }) => [id, part]))
    expect(parts).toMatchObject({ 'receive:supply': 'both-lines', 'fit:supply': 'both-lines' })
    expect(parts['withdraw:supply']).toBeUndefined()
    const open = new Story(pocketCar(), wants('supply'))
    expect(steps(open, [['ground', 'fit:supply']]).every(({ part }) => part === undefined)).toBe(true)
  })

  it('every row of a job has an id of its own, wherever it stands', () => {
    const story = new Story().all(open('near'), out('supply'), moved('raised'), open('last'), off('hose'), moved('ground'), on('hose'))
    const ids = steps(story, [
      ['raised', 'seat:near', 'run', 'leak:near', 'stop'],
      ['ground', 'run', 'look:pan', 'stop'],
      ['raised', 'on:belt'],
      ['ground', 'road-test'],
    ]).map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })
})
