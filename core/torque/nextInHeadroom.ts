import type { Window } from '../sheet/types'
import { newtonMetres, type NewtonMetres } from '../units/types'

/**
 * The next value to try at a joint that weeps: a third of what is left up to the window's top, so that there are several tries (common
 * practice, no source). Undefined when nothing is left in hand: the joint has to be opened again.
 */
export function nextInHeadroom(torqued: NewtonMetres, window: Window<NewtonMetres>): NewtonMetres | undefined {
  const left = window.high - torqued
  return left < 0.1 ? undefined : newtonMetres(Math.min(window.high, torqued + Math.max(left / 3, Math.min(left, 0.5))))
}
