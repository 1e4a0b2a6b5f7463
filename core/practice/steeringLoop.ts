import { stokesRise, swarmShare } from '../fluid/bubbleRise'
import { usualViscosity } from '../fluid/usualViscosity'
import { viscosityAt } from '../fluid/viscosityAt'
import { celsius, millimetres } from '../units/types'
import type { LoopHands } from './loopHands'

/** A steering circuit: pump, rack, cooler loop and reservoir. mL, °C, mL/s. */
export type SteeringLoop = {
  reservoir: { full: number; high: number; low: number; pickUp: number }
  /** What the rack takes from stop to stop, and all that stands outside the reservoir. */
  rack: number
  lines: number
  /** What a bad hose on the suction side draws in while the pump runs. */
  drawsIn?: number
  workshop: number
}

export type SteeringState = {
  time: number
  runs: boolean
  /** From stop to stop: −1 to 1. */
  wheel: number
  /** In the reservoir, without its foam. */
  liquid: number
  /** Coarse air in rack and lines, fine air whipped into the fluid, and the most of that since it was last clear. */
  trapped: number
  foam: number
  peak: number
  celsius: number
  poured: number
  drawnOff: number
  lowest: number
  /** Air by where it came from and where it went. */
  airIn: { pump: number; hose: number; lock: number }
  vented: number
  whipped: number
  lockSeconds: number
  /** Stop to stop without the engine, and with it. */
  dryTurns: number
  runningTurns: number
}

/** Of the coarse air, so much leaves with each stroke of the rack: five to six dry turns clear it (common practice, no source). */
const perStroke = 0.25
/** The pump carries coarse air round in so many seconds, and whips so much of it fine. */
const roundSeconds = 8
const whips = 0.7
/** mL a second: drawn in by a pump that stands dry, and shaken out of the fluid by one that is held against the stop. */
const dryDraw = 20
const lockDraw = 0.5
/** Seconds from stop to stop without the pump's help, and with it; what is poured and drawn off, mL/s. */
const turnSeconds = { dry: 4, running: 2 }
const pours = 15
/** Bubbles that the eye calls foam and the depth they rise through (as in foamRest), and how much less they rise while it circulates. */
const bubble = millimetres(0.075)
const depth = 60
const circulating = 0.25
/** Where an idling pump's fluid settles, °C, and how slowly it gets there and cools, s (usual, from memory). */
const settles = { at: 60, warming: 900, cooling: 3000, perLockSecond: 0.6 }

/** How it stands before the first hand is laid on. `fill`: in the reservoir. In mL. */
export const beginSteering = (loop: SteeringLoop, air: { trapped: number; foam: number }, fill: number): SteeringState => ({
  time: 0,
  runs: false,
  wheel: 0,
  liquid: fill,
  trapped: air.trapped,
  foam: air.foam,
  peak: air.foam,
  celsius: loop.workshop,
  poured: 0,
  drawnOff: 0,
  lowest: fill,
  airIn: { pump: 0, hose: 0, lock: 0 },
  vented: 0,
  whipped: 0,
  lockSeconds: 0,
  dryTurns: 0,
  runningTurns: 0,
})

/** What share of the reservoir's contents is foam. */
export const foamShare = ({ foam, liquid }: Pick<SteeringState, 'foam' | 'liquid'>): number =>
  foam <= 0 ? 0 : foam / Math.max(1e-9, foam + liquid)
/** Where the level seems to stand: foam holds it up. In mL. */
export const seemsAt = ({ foam, liquid }: Pick<SteeringState, 'foam' | 'liquid'>): number => foam + liquid

/**
 * One step of `dt` seconds. Coarse air walks to the reservoir with the strokes of the rack; a running pump whips it fine, and fine bubbles
 * rise by Stokes, hindered by one another. Fluid and air are booked over named boundaries: what leaves the lines as air comes in as fluid.
 */
export function stepSteering(loop: SteeringLoop, before: SteeringState, hands: LoopHands, dt: number): SteeringState {
  const state: SteeringState = { ...before, time: before.time + dt, runs: hands.engine, airIn: { ...before.airIn } }
  const { full, pickUp } = loop.reservoir
  if (hands.pour) {
    const more = Math.min(pours * dt, Math.max(0, full - seemsAt(state)))
    state.liquid += more
    state.poured += more
  }
  if (hands.draw) {
    const less = Math.min(pours * dt, state.liquid)
    state.liquid -= less
    state.drawnOff += less
  }
  const reach = (hands.turn * 2 * dt) / (hands.engine ? turnSeconds.running : turnSeconds.dry)
  state.wheel = Math.max(-1, Math.min(1, before.wheel + reach))
  const stroke = Math.abs(state.wheel - before.wheel) / 2
  // No more air leaves than there is fluid to take its place.
  const leave = (air: number) => {
    const gone = Math.min(air, state.trapped, state.liquid)
    state.trapped -= gone
    state.liquid -= gone
    return gone
  }
  if (hands.engine) {
    state.runningTurns += stroke
    const swept = leave(state.trapped * (1 - Math.exp(-dt / roundSeconds)))
    const fine = whips * swept
    state.whipped += fine
    state.vented += swept - fine
    state.airIn.pump += state.liquid < pickUp ? dryDraw * dt : 0
    state.airIn.hose += (loop.drawsIn ?? 0) * dt
    if (hands.turn !== 0 && Math.abs(state.wheel) === 1) {
      state.lockSeconds += dt
      state.airIn.lock += lockDraw * dt
      state.celsius += settles.perLockSecond * dt
    }
    const fresh = state.airIn.pump - before.airIn.pump + state.airIn.hose - before.airIn.hose + state.airIn.lock - before.airIn.lock
    state.foam += fine + fresh
  } else {
    state.dryTurns += stroke
    state.vented += leave(state.trapped * (1 - Math.exp(-perStroke * stroke)))
  }
  const aim = hands.engine ? settles.at : loop.workshop
  state.celsius += (aim - state.celsius) * (1 - Math.exp(-dt / (hands.engine ? settles.warming : settles.cooling)))
  rise(state, dt)
  state.lowest = Math.min(state.lowest, state.liquid)
  return state
}

/** What stood whole at its peak leaves in the time that its bubbles take through the depth: the rest that foamRest names. */
function rise(state: SteeringState, dt: number): void {
  state.peak = Math.max(state.peak, state.foam)
  const speed = stokesRise(bubble, viscosityAt(usualViscosity('steering')!, celsius(state.celsius))) * swarmShare(foamShare(state))
  const gone = Math.min(state.foam, state.peak * ((speed * dt) / depth) * (state.runs ? circulating : 1))
  state.foam -= gone
  state.vented += gone
  if (state.foam < 1e-6) state.peak = 0
}
