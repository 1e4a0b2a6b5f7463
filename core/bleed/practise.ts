import { airLeft, type HydraulicState } from './hydraulicPath'
import { beginScenario, helperPresses, type Scenario, type Verdict } from './scenarios'
import { advance, ownState } from './stepHydraulics'

/** What a learner’s hands do. `bleeder`: share of its bore. */
export type Hands = { presses: boolean; bleeder: number; inJar: boolean }
/** Something that went wrong, when it did, and how much of it: mL. */
export type Slip = { kind: 'closed-late' | 'ran-dry' | 'hose-out'; at: number; stroke: number; millilitres: number }
export type Practice = { scenario: Scenario; state: HydraulicState; hands: Hands; strokes: number; slips: readonly Slip[] }

/** Steps of a practice run, s, and what a leg presses with, bar, and how long it takes down and up, s. */
const step = 0.001
const leg = { foot: 10, down: 0.5, up: 0.5 }
/** What is too little to be called a slip, mL. */
const slight = 0.05

/** A scenario as it stands before the first hand is laid on. */
export const beginPractice = (scenario: Scenario): Practice => ({
  scenario,
  state: beginScenario(scenario),
  hands: { presses: false, bleeder: 0, inJar: scenario.outOfJar === undefined },
  strokes: 0,
  slips: [],
})

/**
 * Goes on for so many seconds with hands as they are; deterministic: the same hands make the same run. The circuit is stepHydraulics; the
 * hands in it are our own.
 */
export function practise(before: Practice, hands: Hands, seconds: number): Practice {
  const { scenario } = before
  let { strokes } = before
  const state = ownState(before.state)
  const slips = [...before.slips]
  const up = { ...leg, foot: 0, bleeder: hands.bleeder, inJar: hands.inJar, ...scenario.helper }
  const down = { ...up, foot: leg.foot }
  let wasUp = state.travel === 0
  for (let left = Math.round(seconds / step); left > 0; left--) {
    const presses = scenario.helper ? helperPresses(scenario.helper, state.time) : hands.presses
    const { net } = state
    const { reservoir, hose } = state.airIn
    advance(scenario.path, state, presses ? down : up, step)
    if (wasUp && state.travel > 0) strokes++
    wasUp = state.travel === 0
    note(slips, 'closed-late', net - state.net, state.time, strokes)
    note(slips, 'ran-dry', state.airIn.reservoir - reservoir, state.time, strokes)
    note(slips, 'hose-out', state.airIn.hose - hose, state.time, strokes)
  }
  return { ...before, state, hands, strokes, slips: slips }
}

/** A slip goes on for as long as its stroke does: what comes of it adds up. */
function note(slips: Slip[], kind: Slip['kind'], millilitres: number, at: number, stroke: number): void {
  if (millilitres <= 0) return
  const open = slips.findLastIndex(slip => slip.kind === kind && slip.stroke === stroke)
  if (open < 0) slips.push({ kind, at, stroke, millilitres })
  else slips[open] = { ...slips[open]!, millilitres: slips[open]!.millilitres + millilitres }
}

/** Topped up to full. */
export const topUp = (run: Practice): Practice => {
  const { reservoir } = run.scenario.path
  const more = Math.max(0, reservoir - run.state.reservoir)
  return { ...run, state: { ...run.state, reservoir: run.state.reservoir + more, poured: run.state.poured + more } }
}

export type Score = {
  passed: boolean
  /** 0 to 100. */
  points: number
  airLeft: number
  airIn: number
  used: number
  seconds: number
  lowest: number
  slips: readonly Slip[]
  rightVerdict: boolean
}
/** Air that no pedal tells of, mL. */
const unfelt = 0.12

/** What a run is worth once somebody has said what they found. */
export function scoreRun({ scenario, state, slips }: Practice, verdict: Verdict): Score {
  const left = airLeft(state)
  const counted = slips.filter(({ millilitres }) => millilitres >= slight)
  const rightVerdict = verdict === scenario.right
  const isDone = scenario.right === 'draws-air' ? state.airIn.seal > 0 : left <= unfelt
  const used = state.jar.liquid + state.hose.reduce((sum, { liquid }) => sum + liquid, 0)
  const airIn = state.airIn.bleeder + state.airIn.reservoir
  const passed = rightVerdict && isDone && state.airIn.reservoir === 0
  const lost = 8 * counted.length + Math.min(25, Math.max(0, used - 8 * scenario.path.line) / 4) + Math.min(20, 20 * airIn)
  return {
    passed,
    points: passed ? Math.max(40, Math.round(100 - lost)) : Math.min(39, Math.round(rightVerdict ? Math.max(0, 39 - 10 * left) : 0)),
    airLeft: left,
    airIn,
    used,
    seconds: state.time,
    lowest: state.lowest,
    slips: counted,
    rightVerdict,
  }
}
