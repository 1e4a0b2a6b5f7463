import { describe, expect, it } from 'vitest'
import { airLeft } from './hydraulicPath'
import { beginPractice, practise, scoreRun, topUp, type Hands, type Practice } from './practise'
import { helperPresses, scenarios } from './scenarios'

const scenario = (id: string) => scenarios.find(one => one.id === id)!
const hands = (change: Partial<Hands> = {}): Hands => ({ presses: false, bleeder: 0, inJar: true, ...change })
/** One stroke as it should be: down and held, cracked and shut again, and only then up. */
function stroke(run: Practice, { crack = 0.15, open = 0.3, late = 0 } = {}): Practice {
  let now = practise(run, hands({ presses: true }), 0.7)
  now = practise(now, hands({ presses: true, bleeder: crack }), open)
  if (late > 0) now = practise(now, hands({ bleeder: crack }), late)
  return practise(now, hands(), 0.8)
}
/** Works it as somebody does who was taught: tops up in time, and stops once the pedal is as hard as it gets. */
function worked(id: string, change: Parameters<typeof stroke>[1] = {}, most = 200): Practice {
  let run = beginPractice(scenario(id))
  for (let i = 0; i < most && airLeft(run.state) > 0.08; i++) {
    if (run.state.reservoir < run.scenario.path.reservoir / 2) run = topUp(run)
    run = stroke(run, change)
  }
  return run
}

describe('practice', () => {
  it.each(scenarios.filter(({ right, helper, id }) => right === 'bled' && !helper && id !== 'high-point').map(({ id }) => id))(
    '%s can be bled by somebody who was taught, and passes',
    id => {
      const run = worked(id)
      const score = scoreRun(run, 'bled')
      expect(score).toMatchObject({ passed: true, rightVerdict: true })
      expect(score.points).toBeGreaterThanOrEqual(60)
      expect(score.slips).toEqual([])
      expect(score.lowest).toBeGreaterThan(0)
    },
  )
  it('leaves the run it goes on from as it was: it may be gone on from again', () => {
    const run = stroke(stroke(beginPractice(scenario('dry-line'))))
    const before = structuredClone(run)
    const [once, twice] = [stroke(run), stroke(run)]
    expect(run).toEqual(before)
    expect(once).toEqual(twice)
    expect(once.state).not.toEqual(run.state)
  })
  it('stopped early it fails, by the air that is left, and says how much that is', () => {
    const score = scoreRun(stroke(beginPractice(scenario('dry-line'))), 'bled')
    expect(score.passed).toBe(false)
    expect(score.airLeft).toBeGreaterThan(1)
    expect(score.points).toBeLessThan(40)
  })
  it('a bleeder closed after the pedal came up is a slip with its stroke and its millilitres, one a stroke', () => {
    let run = beginPractice(scenario('hose'))
    for (let i = 0; i < 3; i++) run = stroke(run, { crack: 1, open: 0.6, late: i === 1 ? 0.45 : 0 })
    const { slips } = scoreRun(run, 'bled')
    expect(slips).toHaveLength(1)
    expect(slips[0]).toMatchObject({ kind: 'closed-late', stroke: 2 })
    expect(slips[0]!.millilitres).toBeGreaterThan(0.2)
  })
  it('a reservoir that ran dry fails whatever the pedal says', () => {
    let run = beginPractice(scenario('small-reservoir'))
    for (let i = 0; i < 40; i++) run = stroke(run)
    const score = scoreRun(run, 'bled')
    expect(score.lowest).toBe(0)
    expect(score.passed).toBe(false)
    expect(score.slips.some(({ kind }) => kind === 'ran-dry')).toBe(true)
  })
  it('a bubble at a high point stays for small flows, and goes with a wide open bleeder', () => {
    expect(worked('high-point', { crack: 0.05, open: 0.3 }, 80).state.crest).toBeGreaterThan(0.5)
    const run = worked('high-point', { crack: 1, open: 0.5 })
    expect(run.state.crest).toBeLessThan(0.05)
    expect(scoreRun(run, 'bled').passed).toBe(true)
  })
  it('a seal that draws air is never bled: the right word for it is that air keeps coming in', () => {
    const run = worked('leaking-seal', {}, 40)
    expect(airLeft(run.state)).toBeGreaterThan(0.08)
    expect(scoreRun(run, 'draws-air')).toMatchObject({ passed: true, rightVerdict: true })
    expect(scoreRun(run, 'bled')).toMatchObject({ passed: false, rightVerdict: false })
    // Said before anything was seen, it is a guess.
    expect(scoreRun(beginPractice(scenario('leaking-seal')), 'draws-air').passed).toBe(false)
  })
  it('a hasty helper is bled by somebody who opens only while the pedal is held', () => {
    let run = beginPractice(scenario('hasty-helper'))
    const { helper } = run.scenario
    for (let i = 0; i < 60 / 0.05 && airLeft(run.state) > 0.1; i++) {
      const phase = run.state.time % (helper!.down + helper!.hold + helper!.up + helper!.rest)
      const isSafe = phase > helper!.down + 0.2 && phase < helper!.down + helper!.hold - 0.4
      expect(helperPresses(helper!, run.state.time) || !isSafe).toBe(true)
      if (run.state.reservoir < 30) run = topUp(run)
      run = practise(run, hands({ bleeder: isSafe ? 0.15 : 0 }), 0.05)
    }
    expect(scoreRun(run, 'bled')).toMatchObject({ passed: true, slips: [] })
    // Left open all the time, most of it comes back.
    let open = beginPractice(scenario('hasty-helper'))
    open = practise(open, hands({ bleeder: 0.5 }), 30)
    expect(scoreRun(open, 'bled').slips.filter(({ kind }) => kind === 'closed-late').length).toBeGreaterThan(3)
  })
  it('is the same twice, and in pieces as in one', () => {
    const once = practise(beginPractice(scenario('hose')), hands({ presses: true }), 0.6)
    const pieces = Array.from({ length: 6 }).reduce<Practice>(
      run => practise(run, hands({ presses: true }), 0.1),
      beginPractice(scenario('hose')),
    )
    expect(pieces.state).toEqual(once.state)
  })
  it('a pedal goes as far as Boyle says for the air that is in it', () => {
    const run = practise(beginPractice(scenario('hose')), hands({ presses: true }), 2)
    const { path, air } = run.scenario
    // By hand: at 10 bar above 1.013, and what hoses and cups give.
    const gone = ((air.line + air.slave) * 10) / (10 + 1.013) + path.give * 10
    expect(run.state.travel).toBeCloseTo(gone / path.stroke, 2)
  })
})
