import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foamRest } from '../fluid/foamRest'
import { usualViscosity } from '../fluid/usualViscosity'
import { celsius, millimetres } from '../units/types'
import { scaldsAbove, tankSeemsAt, thermostatAt } from './coolantLoop'
import { stillHands, type LoopHands } from './loopHands'
import { beginLoop, goOn, scoreLoop, type CoolantRun, type LoopRun, type SteeringRun } from './loopPractice'
import { loopScenarios } from './loopScenarios'
import { beginSteering, foamShare, seemsAt, stepSteering } from './steeringLoop'

const begin = (id: string) => beginLoop(loopScenarios.find(one => one.id === id)!)
type Act = [seconds: number, hands?: Partial<LoopHands>]
const acted = (run: LoopRun, ...acts: Act[]) => acts.reduce((now, [seconds, hands]) => goOn(now, { ...stillHands, ...hands }, seconds), run)
const steering = (run: LoopRun) => (run as SteeringRun).state
const coolant = (run: LoopRun) => (run as CoolantRun).state

const airLeft = (run: LoopRun) => coolant(run).heater + coolant(run).radiator

/** From stop to stop and back, without pushing against them. */
const turns = (count: number, seconds: number, hands: Partial<LoopHands> = {}): Act[] =>
  Array.from({ length: count }).flatMap((): Act[] => [
    [seconds * 0.45, { ...hands, turn: 1 }],
    [seconds * 0.9, { ...hands, turn: -1 }],
    [seconds * 0.45, { ...hands, turn: 1 }],
  ])
function filledTo(run: LoopRun, level: number): LoopRun {
  let now = run
  while (seemsAt(steering(now)) < level) now = acted(now, [0.5, { pour: true }])
  while (seemsAt(steering(now)) > level + 10) now = acted(now, [0.5, { draw: true }])
  return now
}
/** As somebody does who was taught: fills, turns it dry, looks after the level, runs it, lets the foam rest, fills. */
function steered(id: string): LoopRun {
  let run = acted(begin(id), [60, { waits: true }])
  for (let i = 0; i < 6; i++) run = filledTo(acted(run, ...turns(1, 4)), 300)
  run = acted(run, ...turns(5, 2, { engine: true }))
  run = acted(run, [0.1])
  for (let i = 0; i < 80 && foamShare(steering(run)) > 0.004; i++) run = acted(run, [1, { waits: true }])
  return filledTo(run, 290)
}
function cooled(id: string): LoopRun {
  let run = begin(id)
  // The screw until fluid comes, the tank kept full meanwhile.
  while (coolant(run).heater > 1e-6) run = acted(run, [1, { screw: true, pour: coolant(run).tank < 350 }])
  // Warm until the thermostat has opened, cold, filled; again while the level falls.
  for (let cycle = 0; cycle < 4 && airLeft(run) > 20; cycle++) {
    run = acted(run, [1], [1, { cap: true }])
    for (let i = 0; i < 20; i++) run = acted(run, [1, { engine: true, heater: true, revs: true, cap: true, waits: true }])
    while (coolant(run).celsius > 30) run = acted(run, [10, { cap: true, waits: true }])
    while (coolant(run).tank < 330) run = acted(run, [0.5, { pour: true }])
  }
  return run
}

describe('by somebody who was taught', () => {
  it.each(['steering-hose', 'steering-foam'])('%s passes without a slip', id => {
    expect(scoreLoop(steered(id), 'bled')).toMatchObject({ passed: true, lacks: [], slips: [] })
  })
  it.each(['coolant-screw', 'coolant-thermostat'])('%s passes without a slip', id => {
    expect(scoreLoop(cooled(id), 'bled')).toMatchObject({ passed: true, lacks: [], slips: [] })
  })
  it('a hose that draws air is found by running it, and not by guessing', () => {
    expect(scoreLoop(begin('steering-suction'), 'draws-air')).toMatchObject({ passed: false, lacks: ['guessed'] })
    const run = steered('steering-suction')
    expect(scoreLoop(run, 'bled').lacks).toContain('verdict')
    expect(scoreLoop(acted(run, [12, { engine: true }]), 'draws-air')).toMatchObject({ passed: true })
  })
  it('the same hands make the same run', () => {
    expect(steered('steering-hose')).toEqual(steered('steering-hose'))
    expect(cooled('coolant-thermostat')).toEqual(cooled('coolant-thermostat'))
  })
})

describe('steering', () => {
  // Common practice, no source: five to six dry turns both ways clear the lines of a changed hose.
  it('five to six dry turns clear it, two do not; the level falls by what left', () => {
    const after = (count: number) => steering(acted(begin('steering-hose'), ...turns(count, 4)))
    expect(after(2).trapped).toBeGreaterThan(15)
    expect(after(6).trapped).toBeLessThan(60 * 0.1)
    expect(320 - after(6).liquid).toBeCloseTo(60 - after(6).trapped, 6)
  })
  it('started at once it foams, seems full, and the level does not count until the foam is gone', () => {
    const run = acted(begin('steering-hose'), [30, { engine: true }], [0.1])
    expect(steering(run).whipped).toBeGreaterThan(30)
    expect(seemsAt(steering(run))).toBeGreaterThan(steering(run).liquid + 20)
    const { lacks, slips } = scoreLoop(run, 'bled')
    expect(lacks).toContain('foam')
    expect(slips.map(({ kind }) => kind)).toEqual(['whipped'])
  })
  it('foam stands for as long as foamRest says', () => {
    const at = celsius(18)
    const half = { depth: millimetres(60), gasFraction: 0.05 }
    const { likely } = foamRest(usualViscosity('steering')!, at, half)
    const loop = (begin('steering-foam') as SteeringRun).scenario.loop
    let state = beginSteering(loop, { trapped: 0, foam: 15 }, 285)
    while (state.foam > 0) state = stepSteering(loop, state, stillHands, 0.5)
    // Few bubbles hinder one another less as they go.
    expect(state.time / 60 / likely).toBeGreaterThan(0.8)
    expect(state.time / 60 / likely).toBeLessThan(1.05)
    // Common practice, no source: about half an hour in a cool workshop.
    expect(state.time / 60).toBeGreaterThan(20)
    expect(state.time / 60).toBeLessThan(45)
  })
  it('held against the stop with the engine running it foams and is a slip of so many seconds', () => {
    const run = acted(begin('steering-hose'), ...turns(6, 4), [6, { engine: true, turn: 1 }])
    const slip = run.slips.find(({ kind }) => kind === 'at-lock')!
    expect(slip.much).toBeGreaterThan(4)
    expect(slip.much).toBeLessThan(6)
  })
  it('a pump that stands dry draws air, and no verdict mends that', () => {
    const run = acted(begin('steering-hose'), [15, { draw: true }], [5, { engine: true }])
    expect(scoreLoop(run, 'bled').lacks).toContain('ran-dry')
  })
})

describe('coolant', () => {
  it('stopped before the thermostat has opened, what stands behind it is still there', () => {
    let run = begin('coolant-thermostat')
    run = acted(
      run,
      [60, { engine: true, heater: true, revs: true, cap: true }],
      [60, { engine: true, heater: true, revs: true, cap: true }],
    )
    expect(thermostatAt((run as CoolantRun).scenario.loop, coolant(run).celsius)).toBe(0)
    expect(coolant(run).heater).toBeLessThan(1)
    expect(coolant(run).radiator).toBe(450)
    expect(scoreLoop(run, 'bled').lacks).toEqual(expect.arrayContaining(['air', 'warm', 'running']))
  })
  it('more air than the tank has fluid for takes a second heat cycle', () => {
    const hot: Act[] = Array.from({ length: 20 }, () => [1, { engine: true, heater: true, revs: true, cap: true, waits: true }])
    const once = acted(begin('coolant-thermostat'), ...hot)
    expect(coolant(once).tank).toBeCloseTo(0, 6)
    expect(coolant(once).radiator).toBeGreaterThan(100)
  })
  it('a heater set to cold, or an idling engine, carries nothing out of the heater', () => {
    for (const hands of [{ heater: true }, { revs: true }])
      expect(coolant(acted(begin('coolant-screw'), [60, { engine: true, cap: true, ...hands }])).heater).toBe(300)
  })
  it('warm it stands higher than cold, by some 4 mL a kelvin of 7 litres', () => {
    const { scenario, state } = begin('coolant-screw') as CoolantRun
    const rise = tankSeemsAt(scenario.loop, { ...state, celsius: 88 }) - state.tank
    // 5·10⁻⁴ · 6,880 mL · 70 K, worked by hand.
    expect(rise).toBeCloseTo(240.8, 1)
  })
  it('a cap or a screw opened hot scalds, whatever else was right', () => {
    let run = begin('coolant-screw')
    while (coolant(run).celsius <= scaldsAbove + 5) run = acted(run, [10, { engine: true, cap: true }])
    for (const hands of [{}, { cap: true, screw: true }]) {
      const { lacks, points } = scoreLoop(acted(run, [1, hands]), 'bled')
      expect(lacks).toContain('scalded')
      expect(points).toBeLessThan(40)
    }
    expect(scoreLoop(acted(run, [1, { cap: true }]), 'bled').lacks).not.toContain('scalded')
  })
  it('the screw left open empties the tank, and then lets air in', () => {
    const run = acted(begin('coolant-screw'), [60, { screw: true }], [60, { screw: true }])
    expect(scoreLoop(run, 'bled').lacks).toContain('ran-dry')
  })
})

const hands: fc.Arbitrary<LoopHands> = fc.record({
  engine: fc.boolean(),
  turn: fc.constantFrom(-1, 0, 1),
  pour: fc.boolean(),
  draw: fc.boolean(),
  cap: fc.boolean(),
  screw: fc.boolean(),
  heater: fc.boolean(),
  revs: fc.boolean(),
  waits: fc.boolean(),
})
it('whatever hands do, nothing comes from nowhere and nothing is lost, and no amount falls under nothing', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...loopScenarios),
      fc.array(fc.tuple(fc.double({ min: 0.05, max: 6, noNaN: true }), hands), { maxLength: 8 }),
      (scenario, acts) => {
        const run = acted(beginLoop(scenario), ...acts)
        if (scenario.system === 'steering') {
          const s = steering(run)
          const fluid = s.liquid - s.trapped + s.drawnOff - s.poured
          expect(fluid).toBeCloseTo(scenario.fill - scenario.air.trapped, 6)
          const air = s.trapped + s.foam + s.vented - s.airIn.pump - s.airIn.hose - s.airIn.lock
          expect(air).toBeCloseTo(scenario.air.trapped + scenario.air.foam, 6)
          for (const one of [s.liquid, s.trapped, s.foam, s.vented]) expect(one).toBeGreaterThanOrEqual(0)
          return
        }
        const s = coolant(run)
        expect(s.tank - s.heater - s.radiator + s.spilled + s.drawnOff - s.poured).toBeCloseTo(
          scenario.fill - scenario.air.heater - scenario.air.radiator,
          6,
        )
        expect(s.heater + s.radiator + s.vented - s.airIn).toBeCloseTo(scenario.air.heater + scenario.air.radiator, 6)
        for (const one of [s.tank, s.heater, s.radiator]) expect(one).toBeGreaterThanOrEqual(0)
      },
    ),
    { numRuns: 60 },
  )
})
