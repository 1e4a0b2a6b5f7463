import type { LoopHands } from './loopHands'

/** A coolant circuit with a filler at the expansion tank, a bleed screw at the heater and a thermostat. mL, °C. */
export type CoolantLoop = {
  tank: { full: number; high: number; low: number }
  /** All that it holds beside the tank. */
  circuit: number
  thermostat: { opens: number; open: number }
  workshop: number
}

export type CoolantState = {
  time: number
  runs: boolean
  celsius: number
  /** In the tank, as it would stand cold. */
  tank: number
  /** Air in the heater and behind the thermostat. */
  heater: number
  radiator: number
  poured: number
  drawnOff: number
  spilled: number
  airIn: number
  vented: number
  /** Opened while it could scald, times. */
  scalds: number
  /** The hottest it has been. */
  hottest: number
}

/** Growth of half glycol and water, a kelvin (about 5·10⁻⁴ between 20 and 90 °C, from memory). */
const expansion = 5e-4
/** Degrees a second that an engine warms by, at idle and driven up, and where it settles with its thermostat open (usual, from memory). */
const warms = { idle: 0.1, revs: 0.2, settles: 95 }
const coolsSeconds = 5400
/** mL/s that the pump sends through the heater, and what carries a pocket off: below that it stays where it is. */
const heaterFlow = { idle: 60, revs: 180 }
const carriedBy = 120
const pocketSeconds = { heater: 20, radiator: 30 }
/** Through the screw: a pocket's air while there is one, and then fluid; poured and drawn, mL/s. */
const screwRate = { air: 15, fluid: 5 }
const pours = 20
/** Above this, what comes out scalds, °C. */
export const scaldsAbove = 60

/** How it stands before the first hand is laid on. `fill`: in the tank, cold. In mL. */
export const beginCoolant = (loop: CoolantLoop, air: { heater: number; radiator: number }, fill: number): CoolantState => ({
  time: 0,
  runs: false,
  celsius: loop.workshop,
  tank: fill,
  ...air,
  poured: 0,
  drawnOff: 0,
  spilled: 0,
  airIn: 0,
  vented: 0,
  scalds: 0,
  hottest: loop.workshop,
})

/** Where the tank's level seems to stand: what is warm has grown. In mL. */
export const tankSeemsAt = (loop: CoolantLoop, { tank, celsius }: Pick<CoolantState, 'tank' | 'celsius'>): number =>
  Math.max(0, tank) + (tank > 0 ? expansion * (loop.circuit + tank) * (celsius - loop.workshop) : 0)

/** How far the thermostat stands open, 0 to 1. */
export const thermostatAt = ({ thermostat: { opens, open } }: CoolantLoop, celsius: number): number =>
  Math.max(0, Math.min(1, (celsius - opens) / (open - opens)))

/**
 * One step of `dt` seconds. A pocket leaves by the screw above it, or where the pump's flow carries it (the heater’s only with it hot
 * and the engine driven up, the radiator's only behind an open thermostat); fluid from the tank takes its place. `before` says how cap and
 * screw stood.
 */
export function stepCoolant(loop: CoolantLoop, before: CoolantState, hands: LoopHands, was: LoopHands, dt: number): CoolantState {
  const state: CoolantState = { ...before, time: before.time + dt, runs: hands.engine }
  const isOpened = (was.cap && !hands.cap) || (!was.screw && hands.screw)
  if (isOpened && before.celsius > scaldsAbove) state.scalds++
  const { full } = loop.tank
  if (hands.pour && !hands.cap) {
    const more = Math.min(pours * dt, Math.max(0, full - tankSeemsAt(loop, state)))
    state.tank += more
    state.poured += more
  }
  if (hands.draw && !hands.cap) {
    const less = Math.min(pours * dt, state.tank)
    state.tank -= less
    state.drawnOff += less
  }
  /** Of a pocket, so much goes up to the tank and out: fluid takes its place. Where there is none, air comes after. */
  const leave = (pocket: 'heater' | 'radiator', air: number) => {
    const gone = Math.min(air, state[pocket], state.tank)
    state[pocket] -= gone
    state.tank -= gone
    state.vented += gone
  }
  if (hands.screw && state.heater > 1e-9) leave('heater', screwRate.air * dt)
  else if (hands.screw) {
    const lost = Math.min(screwRate.fluid * dt, state.tank)
    state.tank -= lost
    state.spilled += lost
    // With the tank empty the screw drips on, and the highest place fills with air.
    const short = screwRate.fluid * dt - lost
    if (short > 0) letIn(state, short)
  }
  if (hands.engine) {
    const flow = hands.heater ? (hands.revs ? heaterFlow.revs : heaterFlow.idle) : 0
    if (flow >= carriedBy) leave('heater', (state.heater * dt) / pocketSeconds.heater)
    const opening = thermostatAt(loop, state.celsius)
    leave('radiator', (state.radiator * opening * dt) / pocketSeconds.radiator)
    const pace = hands.revs ? warms.revs : warms.idle
    state.celsius = Math.min(Math.max(state.celsius, warms.settles), state.celsius + pace * dt)
  } else state.celsius += (loop.workshop - state.celsius) * (1 - Math.exp(-dt / coolsSeconds))
  state.hottest = Math.max(state.hottest, state.celsius)
  // Without its cap what has grown too large for the tank runs over.
  const over = hands.cap ? 0 : Math.min(state.tank, Math.max(0, tankSeemsAt(loop, state) - full))
  state.tank -= over
  state.spilled += over
  return state
}

/** Fluid that went without any to follow it: air stands in its place. */
function letIn(state: CoolantState, much: number): void {
  state.heater += much
  state.airIn += much
  state.spilled += much
}
