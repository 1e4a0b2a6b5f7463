import type { Sheet, System } from '../sheet/types'
import type { Gate } from './types'

/** What is tried on the car before it is driven. */
export const carTests = ['pedal', 'steering', 'gears', 'heater'] as const
export type CarTest = (typeof carTests)[number]
/** Each is tried with the engine idling, at its end at least: what holds the engine holds it. */
export const carTestGate = 'run' satisfies Gate

type CarTestRule = {
  systems: readonly System[]
  /** Before which acts it is due. */
  gates: readonly Gate[]
  /** What is tried moves the fluid by hand or foot alone, the engine off. */
  byHand?: true
  /** Anything that changed the fluid asks for it again; absent: only what opened the circuit. */
  anyChange?: true
}

/** The lever of a motorcycle is its pedal. */
export const carTestRules: Readonly<Record<CarTest, CarTestRule>> = {
  pedal: { systems: ['brake', 'clutch'], gates: ['drive', 'end'], byHand: true, anyChange: true },
  steering: { systems: ['power-steering'], gates: ['drive', 'end'], byHand: true },
  gears: { systems: ['transmission-cooler'], gates: ['drive', 'end'] },
  heater: { systems: ['heater', 'turbo-coolant'], gates: ['end'] },
}

/** What is tried on a car whose lines these are; undefined: its road test says it all. */
export const carTestOf = ({ system }: Pick<Sheet, 'system'>): CarTest | undefined =>
  carTests.find(test => carTestRules[test].systems.includes(system))
