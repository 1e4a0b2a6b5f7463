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

/** What a hand torque tool may be off, as a share: ±6 % up to 10 N·m, ±4 % above (ISO 6789-1, type I and II, from memory). */
export const wrenchTolerance = (torque: NewtonMetres): number => (torque <= 10 ? 0.06 : 0.04)

/**
 * The window to work in, N·m. Where a sheet states a single value nobody can hit it to a hundredth: the tool's own tolerance is the window
 * then (`by` says so), and it is said as that.
 */
export function workingWindow(stated: Window<NewtonMetres>): { window: Window<NewtonMetres>; by: 'stated' | 'wrench' } {
  const { low, high } = stated
  if (low !== high) return { window: stated, by: 'stated' }
  const share = wrenchTolerance(low)
  return { window: { low: newtonMetres(low * (1 - share)), high: newtonMetres(high * (1 + share)) }, by: 'wrench' }
}

/** The middle of the window is the target: the rest is kept in hand (common practice, no source). */
export const targetTorque = (window: Window<NewtonMetres>): NewtonMetres => newtonMetres((window.low + window.high) / 2)

/** Where a torque lies in its window, N·m; the edges count as inside, and what is in hand is up to the upper one as stated. */
export function checkTorque(value: NewtonMetres, stated: Window<NewtonMetres>): TorqueCheck {
  const { window } = workingWindow(stated)
  const verdict = value < window.low - tolerance ? 'under' : value > window.high + tolerance ? 'over' : 'inside'
  return { verdict, target: targetTorque(window), headroom: newtonMetres(Math.max(0, stated.high - value)) }
}
