import type { HydraulicPath, HydraulicState } from './hydraulicPath'
import { sumOf } from './parcels'
import { advance, ownState, type Controls } from './stepHydraulics'

/** How two people bleed: what a foot presses and how quickly, how long the bleeder stands open, and how well they keep together. */
export type Manner = {
  /** Cycles of open and close in a round. */
  cycles: number
  /** Strokes with the bleeder shut before each cycle. */
  pumps: number
  foot: number
  /** Seconds for the pedal to go down, and to come up. */
  down: number
  up: number
  /** How far the bleeder is cracked (share of its bore), and for how many seconds at most. */
  crack: number
  open: number
  /** Seconds the pedal has been coming up when the bleeder is closed; 0: as it should be, closed before. */
  lateBy: number
  inJar: boolean
}
export const usualManner: Manner = { cycles: 5, pumps: 0, foot: 10, down: 0.6, up: 0.8, crack: 0.1, open: 0.3, lateBy: 0, inJar: true }

/** What came of a round: mL that left and the air in it, and how far the pedal goes before it holds (0 to 1). */
export type RoundResult = { out: number; airOut: number; seconds: number; strokes: number; firmAt: number; reservoir: number }

/** Steps short after the bleeder cracks, longer while nothing moves. `scale` 1 is what a prediction takes. */
const steps = { open: 0.01, shut: 0.04 }

/**
 * One round with the operators' manner, from pedal up to pedal up. Time is that of the hydraulics; what people say to each other comes on
 * top of it.
 */
export function bleedRound(
  path: HydraulicPath,
  from: HydraulicState,
  manner: Manner,
  scale = 1,
): { state: HydraulicState; result: RoundResult } {
  const state = ownState(from)
  let strokes = 0
  let firmAt = 0
  const go = (seconds: number, change: Partial<Controls>, until: (now: HydraulicState) => boolean = () => false) => {
    const controls: Controls = { foot: 0, down: manner.down, up: manner.up, bleeder: 0, inJar: manner.inJar, ...change }
    const dt = (controls.bleeder > 0 ? steps.open : steps.shut) * scale
    for (let left = seconds; left > 1e-9 && !until(state); left -= dt) advance(path, state, controls, Math.min(dt, left))
  }
  const isFirm = ({ pressure, travel }: HydraulicState) => pressure >= manner.foot * 0.98 || travel >= 1
  const before = { jar: from.jar, hose: sumOf(from.hose), backAir: from.airIn.hose }
  for (let cycle = 0; cycle < manner.cycles; cycle++) {
    for (let pump = 0; pump < manner.pumps; pump++) {
      go(manner.down * 2, { foot: manner.foot }, isFirm)
      go(manner.up * 1.5, {}, ({ travel }) => travel === 0)
      strokes++
    }
    go(manner.down * 2, { foot: manner.foot }, isFirm)
    firmAt = state.travel
    go(manner.open, { foot: manner.foot, bleeder: manner.crack }, ({ travel, pressure }) => travel >= 1 && pressure < 0.02)
    if (manner.lateBy > 0) go(manner.lateBy, { bleeder: manner.crack })
    go(manner.up * 1.5, {}, ({ travel, pressure }) => travel === 0 && pressure === 0)
    strokes++
  }
  const hose = sumOf(state.hose)
  const airOut = state.jar.air + hose.air - before.jar.air - before.hose.air - (state.airIn.hose - before.backAir)
  const liquidOut = state.jar.liquid + hose.liquid - before.jar.liquid - before.hose.liquid
  return {
    state,
    result: { out: liquidOut + airOut, airOut, seconds: state.time - from.time, strokes, firmAt, reservoir: state.reservoir },
  }
}

/** A share of air in what came out that an eye still calls clear (fitted to practice, see tests). */
export const clearShare = 0.007
/** Whether what came out was fluid with no air that anybody would see in the hose. */
export const ranClear = ({ out, airOut }: RoundResult): boolean => out > 0 && airOut / out < clearShare

/** Topped up to full, as it is between rounds. */
export const toppedUp = (path: HydraulicPath, state: HydraulicState): HydraulicState => ({
  ...state,
  poured: state.poured + Math.max(0, path.reservoir - state.reservoir),
  reservoir: Math.max(path.reservoir, state.reservoir),
})
