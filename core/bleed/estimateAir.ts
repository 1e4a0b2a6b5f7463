import { clearShare, ranClear, usualManner, type Manner, type RoundResult } from './bleedRound'
import { airLeft, type HydraulicPath } from './hydraulicPath'
import { quickPath, quickRound, type QuickState } from './quickRound'

/** What two people saw in one round; what nobody looked at is not there. */
export type RoundSeen = {
  /** Strokes as they were counted, pumping up among them or not; five openings where nobody counted. */
  strokes?: number
  saw: 'clear' | 'air' | 'foam' | 'dirty'
  /** Bubbles that stood in the clear hose, mm of its length together. */
  bubbleMm?: number
  /** How far the pedal went before it held, 0 to 1. */
  firmAt?: number
  /** How full the reservoir stood after it, 0 to 1, before anybody topped it up. */
  stands?: number
  toppedUp: boolean
  /** The pedal came up with the bleeder open. */
  airBack?: boolean
}
/** Bounds that nine of ten cases lie between, and the middle one. */
export type Spread90 = { low: number; middle: number; high: number }
export type AirEstimate = {
  /** Rounds until one runs clear, if nothing lets air in from now on and the reservoir is kept full; `mostToGo`: that and more. */
  toGo: Spread90
  /** mL at atmospheric pressure. */
  left: Spread90
  /** How likely it is, 0 to 1, that air comes in past a seal or a joint, the bleeder is closed too late, a crest holds the bubble. */
  comesIn: number
  closedLate: number
  atCrest: number
  /** So many of the cases still speak for themselves; few: what was seen fits none of them well. */
  effective: number
}
export const mostToGo = 25

/** Cases that are run, and what they are run with: a fixed bank, so that the same rounds make the same estimate. */
const cases = 400
/** Prior shares, general practice, no source: most cars that are bled have neither a seal that draws air nor a helper who is late. */
const prior = { comesIn: 0.15, closedLate: 0.2, atCrest: 0.15 }
/** mL a millimetre of the usual clear hose of 4 mm holds. */
const hoseMl = (Math.PI * 4 ** 2) / 4000
/** How far off eyes are: a bubble's length by half, a pedal by an eighth, a reservoir by a tenth; one word in twenty is wrong. */
const eye = { bubble: 0.5, smallest: 0.004, pedal: 0.06, reservoir: 0.1, slip: 0.05, clear: 0.35 }

/** The i-th number of the Halton sequence in a base: spread evenly between 0 and 1. */
function halton(i: number, base: number): number {
  let [value, share] = [0, 1]
  for (let n = i; n > 0; n = Math.floor(n / base)) {
    share /= base
    value += share * (n % base)
  }
  return value
}

type Case = {
  path: HydraulicPath
  air: { line: number; slave: number }
  manner: Manner
  /** Strokes that two people count for each time the bleeder is opened: one, or three where they pump up first. */
  perOpening: number
  clings: number
  is: Record<keyof typeof prior, boolean>
}
/** What is not known, drawn: what clings, how much of a stroke is used, how far and how long it is opened, air left, and what is wrong. */
function caseOf(i: number, path: HydraulicPath, air: { line: number; slave: number }): Case {
  const draw = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29].map(base => halton(i + 1, base))
  const between = (n: number, low: number, high: number) => low * (high / low) ** draw[n]!
  const is = {
    comesIn: draw[5]! < prior.comesIn,
    closedLate: draw[6]! < prior.closedLate,
    atCrest: path.crest !== undefined && draw[7]! < prior.atCrest,
  }
  const { crest, ...bare } = path
  return {
    is,
    perOpening: draw[9]! < 0.5 ? 1 : 3,
    clings: between(0, 0.5, 1.8),
    path: {
      ...bare,
      stroke: path.stroke * between(1, 0.8, 1.15),
      ...(is.atCrest && { crest: crest! }),
      ...(is.comesIn && { suckedIn: 0.01 * 15 ** (draw[5]! / prior.comesIn) }),
    },
    air: { line: air.line * between(3, 0.5, 1.3), slave: air.slave * between(4, 0.3, 2) },
    manner: {
      ...usualManner,
      open: usualManner.open * between(2, 0.7, 1.5),
      ...(is.closedLate && { lateBy: 0.2 + 0.5 * (draw[6]! / prior.closedLate) }),
      inJar: draw[8]! > 0.1,
    },
  }
}

const topped = (path: HydraulicPath, state: QuickState): QuickState => ({ ...state, reservoir: Math.max(path.reservoir, state.reservoir) })
const normal = (off: number, by: number) => Math.exp(-((off / by) ** 2) / 2)

/** How well a round of a case fits what was seen: a likelihood, up to a factor that is the same for all cases. */
function fits(seen: RoundSeen, { out, airOut, firmAt, reservoir }: RoundResult, holds: number): number {
  let likely = 1
  if (seen.saw !== 'dirty') {
    const share = out > 0 ? Math.max(0, airOut) / out : 1
    const saysClear = 1 / (1 + (Math.max(1e-6, share) / clearShare) ** (1 / eye.clear))
    likely *= eye.slip + (1 - 2 * eye.slip) * (seen.saw === 'clear' ? saysClear : 1 - saysClear)
  }
  if (seen.bubbleMm !== undefined) {
    const off = Math.log((seen.bubbleMm * hoseMl + eye.smallest) / (Math.max(0, airOut) + eye.smallest))
    likely *= eye.slip + normal(off, eye.bubble)
  }
  if (seen.firmAt !== undefined) likely *= eye.slip + normal(seen.firmAt - firmAt, eye.pedal)
  if (seen.stands !== undefined) likely *= eye.slip + normal(seen.stands - reservoir / holds, eye.reservoir)
  return likely
}

/**
 * What the rounds so far tell of the air that is left: a bank of cases, drawn over what nobody knows, is run by the stroke-to-stroke form
 * and weighed by how well each fits what was seen (Bayes by importance weights). Deterministic and bounded. `air`: what the work let in.
 * Volumes in mL.
 */
export function estimateAir(path: HydraulicPath, air: { line: number; slave: number }, rounds: readonly RoundSeen[]): AirEstimate {
  const ran = Array.from({ length: cases }, (_, i) => {
    const one = caseOf(i, path, air)
    const start = quickPath(one.path, one.air)
    let state: QuickState = { ...start, clinging: start.clinging * one.clings }
    let weight = 1
    for (const seen of rounds) {
      const manner = {
        ...one.manner,
        cycles: seen.strokes === undefined ? usualManner.cycles : Math.min(40, Math.max(1, Math.round(seen.strokes / one.perOpening))),
        ...(seen.airBack && { lateBy: Math.max(0.5, one.manner.lateBy) }),
      }
      const { state: after, result } = quickRound(one.path, state, manner)
      weight *= fits(seen, result, path.reservoir)
      state = seen.toppedUp ? topped(one.path, after) : after
    }
    return { one, state, weight }
  })
  const total = ran.reduce((sum, { weight }) => sum + weight, 0)
  // Where nothing fits at all, what was known before is all there is.
  const weighed = ran.map(run => ({ ...run, weight: total > 1e-300 ? run.weight / total : 1 / cases }))
  const chance = (is: (one: Case) => boolean) => weighed.reduce((sum, { one, weight }) => sum + (is(one) ? weight : 0), 0)
  const counted = weighed.filter(({ weight }) => weight > 1e-5)
  return {
    toGo: spreadOf(counted.map(({ one, state, weight }) => ({ value: roundsLeft(one, state), weight }))),
    left: spreadOf(counted.map(({ state, weight }) => ({ value: airLeft(state), weight }))),
    comesIn: chance(({ is }) => is.comesIn),
    closedLate: chance(({ is }) => is.closedLate),
    atCrest: chance(({ is }) => is.atCrest),
    effective: 1 / weighed.reduce((sum, { weight }) => sum + weight ** 2, 0),
  }
}

/** Rounds from here until one runs clear, nothing more let in; at most `mostToGo`. */
function roundsLeft({ path: made, manner: usual }: Case, from: QuickState): number {
  const path = { ...made, suckedIn: 0 }
  const manner = { ...usual, lateBy: 0 }
  let state = topped(path, from)
  for (let round = 1; round < mostToGo; round++) {
    const { state: after, result } = quickRound(path, state, manner)
    if (ranClear(result)) return round
    state = topped(path, after)
  }
  return mostToGo
}

function spreadOf(values: readonly { value: number; weight: number }[]): Spread90 {
  const sorted = values.toSorted((a, b) => a.value - b.value)
  const total = sorted.reduce((sum, { weight }) => sum + weight, 0)
  const at = (share: number) => {
    let passed = 0
    for (const { value, weight } of sorted) {
      passed += weight
      if (passed >= share * total) return value
    }
    return sorted.at(-1)?.value ?? 0
  }
  return { low: at(0.05), middle: at(0.5), high: at(0.95) }
}
