import type { Entered } from '../units/types'
import type { Slug } from './types'

/** What may be written down where a sheet does not know it, and about what. */
export const observedThings = ['joint', 'hold', 'operation', 'line', 'bleeder', 'level', 'neighbour'] as const
export type ObservedThing = (typeof observedThings)[number]
export type Found =
  | { what: 'hex'; entered: Entered<'length'> }
  | { what: 'torque'; entered: Entered<'torque'> }
  | { what: 'length'; entered: Entered<'length'> }
  | { what: 'count'; count: number }
  | { what: 'minutes'; minutes: number }
  | { what: 'note'; text: string }
/** What was on the car, as somebody met it in its step: an offer for the sheet's next revision. */
export type Observation = { about: ObservedThing; target: Slug; found: Found }
