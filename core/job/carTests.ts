import type { Sheet, System } from '../sheet/types'
import type { Gate } from './types'

/** What is tried on the car before it is driven. */
export const carTests = ['pedal', 'steering', 'gears', 'heater'] as const
export type CarTest = (typeof carTests)[number]

type CarTestRule = {
  systems: readonly System[]
  /** What must be in order before it is tried. */
  gate: Gate
  /** Before which acts it is due. */
  gates: readonly Gate[]
  /** Anything that changed the fluid asks for it again; absent: only what opened the circuit. */
  anyChange?: true
}

/** The lever of a motorcycle is its pedal. */
export const carTestRules: Readonly<Record<CarTest, CarTestRule>> = {
  pedal: { systems: ['brake', 'clutch'], gate: 'pressure', gates: ['drive', 'end'], anyChange: true },
  steering: { systems: ['power-steering'], gate: 'run', gates: ['drive', 'end'] },
  gears: { systems: ['transmission-cooler'], gate: 'run', gates: ['drive', 'end'] },
  heater: { systems: ['heater', 'turbo-coolant'], gate: 'run', gates: ['end'] },
}

/** What is tried on a car whose lines these are; undefined: its road test says it all. */
export const carTestOf = ({ system }: Pick<Sheet, 'system'>): CarTest | undefined =>
  carTests.find(test => carTestRules[test].systems.includes(system))
