import { describe, expect, it } from 'vitest'
import { demoCar, everyDemoCar, planOf, sheetOf } from '../../tests/helpers/demo'
import { listAlternatives } from '../../core/plan/search/listAlternatives'
import { scopeOf } from '../../core/plan/goals/listGoals'
import { estimateFluid } from '../../core/fluid/estimateFluid'
import { listSteps } from '../../core/job/steps/listSteps'
import { listKit } from '../../core/kit/listKit'
import { millimetres } from '../../core/units/types'
import type { JobBody } from '../../core/job/types'
import { makeActs } from '../../core/making/makeActs'
import { eventWords } from './eventWords'
import { actDoneWords } from './makeActWords'
import { fastenerWords } from './fastenerWords'
import { goalWords, neighbourWords, whyWords } from './planWords'
import { stepWords } from './stepWords'

const one = demoCar('one')
const weight = { neighbour: 'pan-gasket', taken: false, now: 32, later: 51, chance: 0.17, expected: 8.7, saved: -23.3, unobtainable: [] }

describe('a plan in words', () => {
  it('every goal has a name, not an id', () => {
    const scope = scopeOf(one, { lines: one.lines.map(line => line.id), neighbours: ['pan-gasket'] })
    if (!scope.ok) throw new Error(scope.error.code)
    for (const goal of scope.value.goals) expect(goalWords(goal, one.sheet), goal.id).not.toContain(goal.target)
  })

  it('the runner-up says what it would cost and why', () => {
    const [other] = listAlternatives(one, { lines: ['supply'], start: 'ground' }, planOf(one, { lines: ['supply'] })).filter(
      ({ goal }) => goal.kind === 'joint' && goal.target === 'radiator-in-joint',
    )
    expect(whyWords(other!, one.sheet)).toMatch(/^\d+(\.\d)? min more: takes off .*Air intake tube/)
    expect(whyWords({ ...other!, more: 0, adds: [] }, one.sheet)).toContain('just as quick')
  })

  it('a seal that cannot be had is said before its joint is opened, and on the bench list', () => {
    const car = everyDemoCar().find(one => one.sheet.id === 'ketch-steering-pressure' && one.lines.some(line => line.id === 'return'))!
    const plan = planOf(car, { lines: ['return'] })
    const opens = (joint: string) =>
      stepWords(
        listSteps(car, plan, 'ground', undefined).find(step => step.id === `open:${joint}`)!,
        car.sheet,
      ).cautions
    expect(opens('gear-low-joint')[0]).toMatchObject({
      text: 'Better left shut: its O-ring 11.5 × 1.8 is no longer sold. Once open, it may not seal again.',
    })
    const other = car.joints.find(joint => joint.line === 'return' && joint.id !== 'gear-low-joint')!
    expect(opens(other.id).some(caution => caution.text.startsWith('Better left shut'))).toBe(false)
    const scope = scopeOf(car, { lines: ['return'] })
    const kit = scope.ok ? listKit(car, scope.value, plan.operations, estimateFluid(car, ['return'], plan)) : []
    expect(kit.filter(item => item.unobtainable).map(item => item.for)).toEqual([['gear-low-joint']])
  })

  it('one piece for two lines goes in by its own name, and what is bent here is not looked for in a box', () => {
    const car = everyDemoCar().find(({ sheet, lines }) => sheet.id === 'fulmar-clutch-line' && lines.some(({ id }) => id === 'upper'))!
    const title = (kind: 'fit' | 'withdraw', target: string) => stepWords({ kind, target }, car.sheet).title
    expect(title('fit', 'upper')).toBe('Lay in the new line: Through-going line, master to slave')
    expect(title('withdraw', 'upper')).toBe('Take out: Master to damper block')
    const [line] = one.sheet.lines
    const [bought] = line!.parts
    const twoWays = { ...one.sheet, lines: [{ ...line!, parts: [bought!, { ...bought!, id: 'made', bent: true }] }] }
    const received = (part?: string) => stepWords({ kind: 'receive', target: line!.id, part }, twoWays).title
    expect(received('made')).toContain('What it is made of')
    expect(received(bought!.id)).toContain('Check the new part')
    expect(received()).toContain('Check the new part')
  })

  it('a raised car is started through its window: nobody is in it', () => {
    const start = listSteps(one, planOf(one), 'ground', undefined).find(step => step.kind === 'run')!
    expect(stepWords({ ...start, at: 'raised' }, one.sheet).cautions[0]!.text).toContain('through the window, from a step: nobody is in it')
    expect(stepWords({ ...start, at: 'half' }, one.sheet).cautions[0]!.text).toContain(
      'through the window, from beside it: nobody is in it',
    )
    expect(stepWords({ ...start, at: 'ground' }, one.sheet).cautions.some(({ kind }) => kind === 'crush')).toBe(false)
    // Through the gears it goes on the ground, where somebody sits in it.
    expect(stepWords({ ...start, at: 'raised' }, one.sheet).how).toMatch(/^In park, nobody near a wheel/)
    expect(stepWords({ ...start, at: 'ground' }, one.sheet).how).toMatch(/^Foot on the brake, through every gear/)
  })

  it('no hand goes near a line under high pressure, and nobody starts an engine to fill brakes', () => {
    const look = (id: string) => {
      const car = everyDemoCar().find(candidate => candidate.sheet.id === id)!
      const steps = listSteps(car, planOf(car), 'ground', undefined)
      const words = (kind: string) =>
        stepWords(
          steps.find(step => step.kind === kind)!,
          car.sheet,
        )
      return { leak: words('leak'), fill: words('fill'), road: words('road-test') }
    }
    for (const id of ['wherry-rear-brake', 'pintle-steering-pressure', 'petrel-clutch-hose']) {
      const { leak } = look(id)
      expect(leak.how).toMatch(/never a hand/)
      expect(leak.cautions[0]).toMatchObject({ kind: 'pressure' })
    }
    // All is hot there by then.
    expect(look('halyard-cooler-lines').leak.how).toMatch(/never a hand/)
    expect(look('wherry-rear-brake').fill.title).toBe('Fill the reservoir')
    expect(look('pintle-steering-pressure').fill.title).toBe('Fill before the engine runs')
    expect(look('petrel-clutch-hose').fill.title).toBe('Fill the reservoir')
    expect(look('wherry-rear-brake').road.how).toMatch(/Walking pace and a stop first/)
  })

  it('a neighbour says when to wait, when not, and what nobody knows', () => {
    const found = { ...weight, found: 'sound' } as const
    expect(neighbourWords(found, one.sheet, 3)).toBe('32 min now, 51 min alone later, 17 % in 3 years (judgement): it can wait.')
    expect(neighbourWords(weight, one.sheet, 3)).toBe(
      `${neighbourWords(found, one.sheet, 3)} Weighed as an aged one: nobody has looked at it yet.`,
    )
    expect(neighbourWords({ ...weight, now: 5, saved: 20 }, one.sheet, 1)).toContain('in 1 year (judgement): doing it now')
    expect(neighbourWords({ ...weight, chance: undefined }, one.sheet, 3)).toContain('Nobody has judged')
    expect(neighbourWords({ ...weight, later: undefined }, one.sheet, 3)).toContain('does not say how it is reached')
    expect(
      neighbourWords({ ...weight, unobtainable: [{ joint: 'gearbox-out-joint', seal: one.joints[0]!.seals[0]!.id }] }, one.sheet, 3),
    ).toMatch(/^Better not: Gearbox, upper/)
  })

  it('what happens to the car is said in its own words', () => {
    const clutch = sheetOf('petrel-clutch-hose')
    expect(eventWords({ type: 'engineStopped' }, clutch)).toBe('Engine stopped')
    expect(eventWords({ type: 'neighbourRenewed', neighbour: 'slave' }, clutch)).toBe('Slave cylinder renewed')
    const round = { type: 'roundBled', saw: 'air', toppedUp: true, count: 10 } as const
    expect(eventWords({ ...round, bleeder: clutch.bleeders[0]!.id }, clutch)).toBe(
      `Bled at ${clutch.bleeders[0]!.name}, 10 strokes: air, topped up`,
    )
    expect(eventWords({ ...round, bleeder: clutch.id, saw: 'clear', toppedUp: false }, clutch)).toBe('Bled, 10 times: clear, no air')
    const motorcycle = sheetOf('plover-clutch-hose')
    const said = (body: JobBody, sheet = clutch) => eventWords(body, sheet)
    expect(said({ type: 'tested', test: 'pedal', result: 'good' })).toBe('Pedal: holds')
    expect(said({ type: 'tested', test: 'pedal', result: 'good' }, motorcycle)).toBe('Lever: holds')
    expect(said({ type: 'pressureHeld', minutes: 5 }, motorcycle)).toBe('Lever held, line under pressure')
    expect(said({ type: 'paused', reason: 'end-of-day' })).toBe('Paused: end of the day')
    expect(said({ type: 'timerStarted', timer: 'rest', minutes: 30 })).toBe('Timer begun: foam settling, 30 min')
    expect(said({ type: 'timerEnded', timer: 'leak', reason: 'the customer waits' })).toBe(
      'Timer ended: leak check, because the customer waits',
    )
  })

  it('what was done in making a line is said as the list said it: bends by their number from 1', () => {
    const acts = makeActs({ from: 'bubble', to: 'bubble' }, [{ id: 'nut-from', kind: 'nut', end: 'from' }], [0, 1])
    expect(acts.map(({ id }) => actDoneWords(id))).toEqual([
      'tube cut',
      'first end deburred',
      'what closes round it slid on',
      'first end formed',
      'first end looked at',
      'bend 1 made',
      'bend 2 made',
      'tried in its place',
      'second end cut to length',
      'second end deburred',
      'second end formed',
      'second end looked at',
    ])
    expect(actDoneWords('of another version')).toBe('of another version')
  })

  it('a line is made with the tools its ends take: a nut draws up a flare, a hose goes over a bead', () => {
    const how = (sheet: string, target: string, part: string) =>
      (['receive', 'make'] as const).map(kind => stepWords({ kind, target, part }, sheetOf(sheet)).how)
    for (const said of how('wherry-rear-brake', 'hard', 'hard-made')) expect(said).toMatch(/trial flare/i)
    const [gathered, made] = how('wherry-steering-return', 'return', 'middle-made')
    expect(gathered).toMatch(/hose and clamps for both ends, bender and beading tool/)
    expect(`${gathered} ${made}`).not.toMatch(/flare|flaring|nut/)
  })

  it('a bolt is named with its length once', () => {
    const bolt = { count: 4, what: 'bolt' as const, size: 'M6', length: millimetres(25), place: 'rear' }
    expect(fastenerWords(bolt)).toBe('bolt M6 × 25')
    expect(fastenerWords({ ...bolt, size: 'M6×25' })).toBe('bolt M6×25')
    expect(fastenerWords({ ...bolt, what: 'clamp', size: 'worm clamp', length: undefined })).toBe('worm clamp')
  })
})
