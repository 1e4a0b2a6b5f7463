import type { Verdict } from '../bleed/scenarios'
import { beginCoolant, stepCoolant, type CoolantState } from './coolantLoop'
import { stillHands, waitsTimes, type LoopHands, type LoopSlip } from './loopHands'
import type { CoolantScenario, LoopScenario, SteeringScenario } from './loopScenarios'
import { beginSteering, foamShare, stepSteering, type SteeringState } from './steeringLoop'

export type SteeringRun = { scenario: SteeringScenario; state: SteeringState; hands: LoopHands; slips: readonly LoopSlip[] }
export type CoolantRun = { scenario: CoolantScenario; state: CoolantState; hands: LoopHands; slips: readonly LoopSlip[] }
export type LoopRun = SteeringRun | CoolantRun

/** Steps of a run, s. */
const step = 0.05
/** What is too little to be called a slip: mL, or s. */
const slight: Readonly<Record<LoopSlip['kind'], number>> = { whipped: 8, 'at-lock': 1, 'ran-dry': 0.5, scalded: 0, spilled: 30 }

/** A scenario as it stands before the first hand is laid on. */
export function beginLoop(scenario: LoopScenario): LoopRun {
  const hands = { ...stillHands }
  return scenario.system === 'steering'
    ? { scenario, state: beginSteering(scenario.loop, scenario.air, scenario.fill), hands, slips: [] }
    : { scenario, state: beginCoolant(scenario.loop, scenario.air, scenario.fill), hands, slips: [] }
}

/**
 * Goes on for so many seconds of the learner's with hands as they are; deterministic: the same hands make the same run. The loops’ own
 * physics is in steeringLoop and coolantLoop; the hands in them are our own.
 */
export function goOn(before: LoopRun, hands: LoopHands, seconds: number): LoopRun {
  const slips = [...before.slips]
  const steps = Math.round((seconds * (hands.waits ? waitsTimes : 1)) / step)
  if (before.scenario.system === 'steering') {
    let state = before.state as SteeringState
    for (let left = steps; left > 0; left--) {
      const next = stepSteering(before.scenario.loop, state, hands, step)
      note(slips, 'whipped', next.whipped - state.whipped, next.time)
      note(slips, 'at-lock', next.lockSeconds - state.lockSeconds, next.time)
      note(slips, 'ran-dry', next.airIn.pump - state.airIn.pump, next.time)
      state = next
    }
    return { scenario: before.scenario, state, hands, slips }
  }
  let state = before.state as CoolantState
  let was = before.hands
  for (let left = steps; left > 0; left--) {
    const next = stepCoolant(before.scenario.loop, state, hands, was, step)
    note(slips, 'scalded', next.scalds - state.scalds, next.time)
    note(slips, 'ran-dry', next.airIn - state.airIn, next.time)
    note(slips, 'spilled', next.spilled - state.spilled, next.time)
    state = next
    was = hands
  }
  return { scenario: before.scenario, state, hands: steps > 0 ? hands : before.hands, slips }
}

/** Seconds after which the same thing is a slip of its own. */
const apart = 20
function note(slips: LoopSlip[], kind: LoopSlip['kind'], much: number, at: number): void {
  if (much <= 0) return
  const open = slips.findLastIndex(slip => slip.kind === kind && at - slip.until < apart)
  if (open < 0) slips.push({ kind, at, until: at, much })
  else slips[open] = { ...slips[open]!, until: at, much: slips[open]!.much + much }
}

/** What stands against a run; none: it is done. */
export type LoopLack = 'verdict' | 'guessed' | 'air' | 'foam' | 'too-low' | 'too-high' | 'ran-dry' | 'scalded' | 'warm' | 'running'
export type LoopScore = {
  passed: boolean
  /** 0 to 100. */
  points: number
  lacks: readonly LoopLack[]
  airLeft: number
  seconds: number
  slips: readonly LoopSlip[]
}
/** Air that nobody feels, mL; foam that nobody sees; and what a cold reading is, °C. */
const unfelt = { steering: 1, coolant: 20 }
const clear = 0.005
const cold = 35
/** A pump that has run for so long has shown whether it draws air: mL of it. */
const shown = 3

const airOf = ({ scenario, state }: LoopRun): number =>
  scenario.system === 'steering' ? (state as SteeringState).trapped : (state as CoolantState).heater + (state as CoolantState).radiator

function lacksOf(run: LoopRun, verdict: Verdict): LoopLack[] {
  const lacks: LoopLack[] = []
  const { right } = run.scenario
  if (verdict !== right) lacks.push('verdict')
  if (run.scenario.system === 'steering') {
    const { state } = run as SteeringRun
    const { high, low } = run.scenario.loop.reservoir
    if (state.airIn.pump > 0) lacks.push('ran-dry')
    if (right === 'draws-air') return verdict === right && state.airIn.hose < shown ? [...lacks, 'guessed'] : lacks
    if (state.trapped > unfelt.steering) lacks.push('air')
    if (state.runs) lacks.push('running')
    if (foamShare(state) > clear) lacks.push('foam')
    else lacks.push(...levelOf(state.liquid, low, high))
    return lacks
  }
  const { state } = run as CoolantRun
  const { high, low } = run.scenario.loop.tank
  if (state.scalds > 0) lacks.push('scalded')
  if (state.airIn > 0) lacks.push('ran-dry')
  if (state.runs) lacks.push('running')
  if (airOf(run) > unfelt.coolant) lacks.push('air')
  if (state.celsius > cold) lacks.push('warm')
  else lacks.push(...levelOf(state.tank, low, high))
  return lacks
}
const levelOf = (is: number, low: number, high: number): LoopLack[] => (is < low ? ['too-low'] : is > high ? ['too-high'] : [])

/** What a run is worth once somebody has said what they found. */
export function scoreLoop(run: LoopRun, verdict: Verdict): LoopScore {
  const lacks = lacksOf(run, verdict)
  const slips = run.slips.filter(({ kind, much }) => much > slight[kind])
  const passed = lacks.length === 0
  const points = passed ? Math.max(40, 100 - 10 * slips.length) : Math.max(0, 39 - 10 * (lacks.length - 1) - 5 * slips.length)
  return { passed, points, lacks, airLeft: airOf(run), seconds: run.state.time, slips }
}
