import { describe, expect, it } from 'vitest'
import { pocketCar } from '../../../tests/helpers/pocketCar'
import { pocketPlan, rowOf, type VisitSaid } from '../../../tests/helpers/pocketPlan'
import type { Plan } from '../../plan/types'
import type { LiftPosition, Sheet } from '../../sheet/types'
import { draftSteps, enginePlace, isLook, type Draft } from './draftSteps'
import type { JobState } from '../types'

type Asked = { visits: readonly VisitSaid[]; start?: LiftPosition; sheet?: Partial<Sheet>; inputs?: object; plan?: Partial<Plan> }
const drafts = ({ visits, start = 'raised', sheet, inputs, plan }: Asked): readonly Draft[] =>
  draftSteps(pocketCar(sheet), pocketPlan(visits, plan), start, { lines: ['supply', 'return'], start, ...inputs } as JobState['inputs'])
/** Without the moves of the car, where they are not what is asked. */
const rows = (asked: Asked) =>
  drafts(asked)
    .filter(({ kind }) => kind !== 'move')
    .map(rowOf)
const proving = (change: Partial<Sheet['proving']>): Partial<Sheet> => ({ proving: { ...pocketCar().sheet.proving, ...change } })

describe('what has a torque is tightened where it was put on', () => {
  it.each<[string, readonly VisitSaid[], string[]]>([
    ['a shield, where it is', [['raised', 'on:shield', 'on:pan']], ['on:shield', 'tighten:shield', 'on:pan', 'tighten:pan']],
    ['a part without a torque', [['raised', 'on:belt']], ['on:belt']],
    ['a bracket, not a clip', [['raised', 'fasten:clip', 'fasten:bracket']], ['fasten:clip', 'fasten:bracket', 'tighten:bracket']],
    ['the bleeder that states one', [['raised', 'bleed:left', 'bleed:right']], ['bleed:left', 'tighten:left', 'bleed:right']],
  ])('%s', (_, visits, expected) => {
    expect(rows({ visits })).toEqual(expected.map(row => `0 raised ${row}`))
  })

  it('a wheel and a mount on the ground, before the drive', () => {
    expect(
      rows({
        visits: [
          ['half', 'on:wheel'],
          ['raised', 'on:mount+'],
          ['ground', 'road-test'],
        ],
        sheet: { system: 'oil-feed' },
      }),
    ).toEqual(['0 half on:wheel', '1 raised on:mount+', '2 ground tighten:wheel', '2 ground tighten:mount', '2 ground road-test:pocket'])
  })

  it('brought down for it, where nothing else is done there; nobody reaches from below', () => {
    const all = drafts({ visits: [['half', 'on:wheel']] })
    expect(all.map(rowOf)).toEqual(['0 half move:half', '0 half on:wheel', '1 ground move:ground', '1 ground tighten:wheel'])
    expect(all.at(-1)).toEqual({
      id: 'tighten:wheel',
      kind: 'tighten',
      target: 'wheel',
      phase: 'close',
      at: 'ground',
      visit: 1,
      minutes: 0,
    })
  })

  it('takes no time of its own, and is reached as the part was', () => {
    expect(drafts({ visits: [['raised', 'on:shield']] })[1]).toEqual({
      id: 'tighten:shield',
      kind: 'tighten',
      target: 'shield',
      phase: 'close',
      at: 'raised',
      from: 'below',
      visit: 0,
      minutes: 0,
    })
  })

  it('a plug with the engine as it is read', () => {
    const looks = ['run', 'level:hot', 'tighten:hot', 'leak:near', 'stop']
    expect(rows({ visits: [['ground', 'run', 'level:hot', 'leak:near', 'stop']], start: 'ground' }).map(row => row.split(' ')[2])).toEqual([
      'run:pocket',
      ...looks.slice(1, -1),
      'stop:pocket',
    ])
  })

  it('where the sheet says otherwise, it stands there', () => {
    const sheet = pocketCar().sheet
    const operations = sheet.operations.map(one => (one.id === 'mount' ? { ...one, tightenAt: 'half' as const } : one))
    expect(rows({ visits: [['raised', 'on:mount']], sheet: { operations } })).toEqual(['0 raised on:mount', '0 half tighten:mount'])
  })
})

describe('the new line is felt along once it is held', () => {
  it.each<[string, string[], string[], Partial<Plan>?]>([
    ['after its last joint', ['fit:supply', 'seat:near', 'torque:near'], ['fit:supply', 'seat:near', 'torque:near', 'clear:supply']],
    ['after its clip, torqued joints or not', ['fit:supply', 'torque:near', 'fasten:clip'], ['torque:near', 'fasten:clip', 'clear:supply']],
    ['after the clip of another that holds it too', ['fit:return', 'seat:last', 'fasten:clip'], ['fasten:clip', 'clear:return']],
    ['after its bracket is tight', ['fit:return', 'fasten:bracket'], ['fasten:bracket', 'tighten:bracket', 'clear:return']],
    ['not of a line that stays', ['seat:near', 'torque:near'], ['seat:near', 'torque:near']],
    ['of a line that lies in already', ['seat:near', 'torque:near'], ['seat:near', 'torque:near', 'clear:supply'], { begun: true }],
    ['never before it is laid in', ['fit:supply'], ['fit:supply']],
    ['not of the neighbour', ['fit:supply', 'seat:middle'], ['fit:supply', 'seat:middle']],
    [
      'the part on its way is not its own',
      ['fit:supply', 'seat:near', 'on:shield'],
      ['seat:near', 'clear:supply', 'on:shield', 'tighten:shield'],
    ],
  ])('%s', (_, tasks, expected, plan) => {
    // A part that takes nothing over from the old one.
    const listed = rows({ visits: [['raised', ...tasks]], inputs: { parts: { supply: 'both-lines' } }, ...(plan && { plan }) })
    expect(listed.slice(-expected.length)).toEqual(expected.map(row => `0 raised ${row}`))
    expect(listed.filter(row => row.includes('clear'))).toHaveLength(expected.filter(row => row.includes('clear')).length)
  })
})

describe('beside the plan', () => {
  it('what the old line gives goes over before the new one is laid in', () => {
    expect(
      rows({ visits: [['raised', 'compare:supply', 'fit:supply', 'fit:return']], inputs: { parts: { supply: 'supply-alone' } } }),
    ).toEqual(['0 raised compare:supply', '0 raised carry:supply', '0 raised fit:supply', '0 raised fit:return'])
  })

  it('primed once it is filled, where that is how the air leaves', () => {
    const asked = { visits: [['raised', 'fill:dipstick', 'wipe:raised']] as VisitSaid[] }
    expect(rows({ ...asked, inputs: { bleed: 'prime' } })).toEqual([
      '0 raised fill:dipstick',
      '0 raised bleed:pocket',
      '0 raised wipe:raised',
    ])
    expect(rows({ ...asked, inputs: { bleed: 'gravity' } })).toEqual(['0 raised fill:dipstick', '0 raised wipe:raised'])
    expect(rows({ visits: [['raised', 'wipe:raised']], inputs: { bleed: 'prime' } })).toEqual(['0 raised wipe:raised'])
  })

  it('what the car has is tried before the drive, and only then', () => {
    expect(rows({ visits: [['ground', 'wipe:ground', 'road-test']] })).toEqual([
      '0 ground wipe:ground',
      '0 ground test:gears',
      '0 ground road-test:pocket',
    ])
    expect(rows({ visits: [['ground', 'wipe:ground']] })).toEqual(['0 ground wipe:ground'])
    expect(rows({ visits: [['ground', 'road-test']], sheet: { system: 'oil-feed' } })).toEqual(['0 ground road-test:pocket'])
  })

  it('a visit in which nothing is done is none', () => {
    expect(rows({ visits: [['half'], ['raised', 'on:belt']] })).toEqual(['0 raised on:belt'])
  })

  it('is asked anew for other parts, another way to bleed, another place to begin', () => {
    const [resolved, plan] = [pocketCar(), pocketPlan([['raised', 'fit:supply', 'fill:dipstick']])]
    const ask = (start: LiftPosition, inputs?: object) => draftSteps(resolved, plan, start, inputs as JobState['inputs'])
    const first = ask('ground')
    expect(ask('ground')).toBe(first)
    expect(ask('raised')).toHaveLength(first.length - 1)
    expect(ask('ground', { bleed: 'prime' }).some(({ kind }) => kind === 'bleed')).toBe(true)
    expect(ask('ground', { parts: { supply: 'supply-alone' } }).some(({ kind }) => kind === 'carry')).toBe(true)
  })
})

describe('moves of the car', () => {
  it.each<[string, LiftPosition, readonly VisitSaid[], string[]]>([
    ['up and down', 'ground', [['raised', 'off:belt']], ['0 raised move:raised', '0 raised off:belt', '1 ground move:ground']],
    ['none where it stands', 'raised', [['raised', 'off:belt']], ['0 raised off:belt', '1 ground move:ground']],
    ['none at all on the ground', 'ground', [['ground', 'off:belt']], ['0 ground off:belt']],
    [
      'between its visits',
      'ground',
      [
        ['half', 'off:wheel'],
        ['raised', 'off:belt'],
      ],
      ['0 half move:half', '0 half off:wheel', '1 raised move:raised', '1 raised off:belt', '2 ground move:ground'],
    ],
  ])('%s', (_, start, visits, expected) => expect(drafts({ visits, start }).map(rowOf)).toEqual(expected))

  it('say where to, and are told apart', () => {
    expect(drafts({ visits: [['raised', 'off:belt']], start: 'ground' }).filter(({ kind }) => kind === 'move')).toEqual([
      { id: 'move:0:raised', kind: 'move', target: 'raised', phase: 'open', at: 'raised', visit: 0, minutes: 0 },
      { id: 'move:1:ground', kind: 'move', target: 'ground', phase: 'close', at: 'ground', visit: 1, minutes: 0 },
    ])
  })
})

describe('the engine runs while something is looked at with it', () => {
  it('started for the first look, stopped before hands go anywhere', () => {
    expect(
      rows({ visits: [['ground', 'wipe:ground', 'run', 'level:hot', 'leak:near', 'stop', 'level:cold', 'on:belt']], start: 'ground' }),
    ).toEqual([
      '0 ground wipe:ground',
      '0 ground run:pocket',
      '0 ground level:hot',
      '0 ground tighten:hot',
      '0 ground leak:near',
      '0 ground stop:pocket',
      '0 ground level:cold',
      '0 ground on:belt',
    ])
  })

  it('stopped before the lift moves, started again, and somebody sits in the car that is up', () => {
    const all = drafts({
      visits: [
        ['raised', 'run', 'leak:near', 'on:shield'],
        ['ground', 'turn', 'look:pan', 'stop'],
      ],
    })
    expect(all.map(row => `${row.id} ${rowOf(row)}`)).toEqual([
      'run 0 raised run:pocket+',
      'leak:near 0 raised leak:near',
      'stop 0 raised stop:pocket+',
      'on:shield 0 raised on:shield',
      'tighten:shield 0 raised tighten:shield',
      'move:1:ground 1 ground move:ground',
      'run:1 1 ground run:pocket',
      'turn 1 ground turn:pocket',
      'look:pan 1 ground look:pan',
      'stop:1 1 ground stop:pocket',
    ])
    expect(all[0]).toEqual({ id: 'run', kind: 'run', target: 'pocket', phase: 'prove', at: 'raised', visit: 0, minutes: 0, helper: true })
  })

  it('not at all where nobody asked for it', () => {
    expect(rows({ visits: [['ground', 'leak:near']], start: 'ground' })).toEqual(['0 ground leak:near'])
  })

  it.each(['pedal', 'hand-pump'] as const)('by %s nothing is started: the pressure is held', pressure => {
    const visits = [['ground', 'run', 'leak:near']] as VisitSaid[]
    expect(rows({ visits, start: 'ground', sheet: proving({ pressure }) })).toEqual(['0 ground press:pocket', '0 ground leak:near'])
  })
})

describe('the marks of a reservoir', () => {
  const listed = (pressure: 'pedal' | 'engine', ...tasks: string[]) =>
    rows({ visits: [['ground', ...tasks]], start: 'ground', sheet: proving({ pressure }) }).map(row => row.split(' ')[2])

  it('are read with the pedal up: before it is held down for the looks, or after the last of them', () => {
    expect(listed('pedal', 'wipe:ground', 'run', 'level:cold', 'leak:near', 'leak:far')).toEqual([
      'wipe:ground',
      'level:cold',
      'press:pocket',
      'leak:near',
      'leak:far',
    ])
    expect(listed('pedal', 'run', 'leak:near', 'level:cold')).toEqual(['press:pocket', 'leak:near', 'level:cold'])
    expect(listed('pedal', 'level:cold', 'leak:near')).toEqual(['level:cold', 'leak:near'])
  })

  it('are read where the plan says with an engine', () => {
    expect(listed('engine', 'run', 'level:hot', 'leak:near', 'stop')).toEqual([
      'run:pocket',
      'level:hot',
      'tighten:hot',
      'leak:near',
      'stop:pocket',
    ])
  })
})

describe('which steps are looks', () => {
  const { sheet } = pocketCar()
  const step = (kind: Draft['kind'], target = 'near') =>
    drafts({ visits: [['raised', `off:${target}`]] }).map(one => ({ ...one, kind }))[0]!
  it.each<[Draft['kind'], string, 'running' | 'off' | 'either']>([
    ['leak', 'near', 'running'],
    ['look', 'pan', 'running'],
    ['turn', 'pocket', 'running'],
    ['level', 'hot', 'running'],
    ['level', 'cold', 'off'],
    ['level', 'header', 'off'],
    ['tighten', 'hot', 'either'],
    ['tighten', 'cold', 'off'],
    ['tighten', 'shield', 'off'],
    ['wipe', 'ground', 'either'],
    ['off', 'hot', 'off'],
    ['seat', 'near', 'off'],
    ['move', 'ground', 'off'],
  ])('%s of %s: engine %s', (kind, target, engine) => {
    expect(enginePlace(step(kind, target), sheet)).toBe(engine)
    expect(isLook(step(kind, target), sheet)).toBe(engine === 'running')
  })
})
