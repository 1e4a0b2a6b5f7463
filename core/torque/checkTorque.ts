import { newtonMetres, type NewtonMetres } from '../units/types'
import type { Window } from '../sheet/types'

export type TorqueCheck = {
  verdict: 'inside' | 'under' | 'over'
  target: NewtonMetres
  /** What is left up to the window's top: kept for a weep found later. Zero when over. */
  headroom: NewtonMetres
}

/** The click of a wrench, and its conversion from lbf·ft, must not fail by a rounding: half of a tenth of a unit. */
const tolerance = 0.05

/** The middle of the window is the target: the rest is kept in hand (common practice, no source). */
export const targetTorque = (window: Window<NewtonMetres>): NewtonMetres => newtonMetres((window.low + window.high) / 2)

/** Where a torque lies in its window, N·m; the edges count as inside, and what is in hand is up to the upper one. */
export function checkTorque(value: NewtonMetres, window: Window<NewtonMetres>): TorqueCheck {
  const verdict = value < window.low - tolerance ? 'under' : value > window.high + tolerance ? 'over' : 'inside'
  return { verdict, target: targetTorque(window), headroom: newtonMetres(Math.max(0, window.high - value)) }
}
