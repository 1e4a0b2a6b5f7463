import { systemRules, type CarTest } from '../../sheet/systemRules'
import type { Sheet } from '../../sheet/types'
import type { Gate } from '../types'

/** Each is tried with the engine idling, at its end at least: what holds the engine holds it. */
export const carTestGate = 'run' satisfies Gate

type CarTestRule = {
  /** Before which acts it is due. */
  gates: readonly Gate[]
  /** What is tried moves the fluid by hand or foot alone, the engine off. */
  byHand?: true
  /** Anything that changed the fluid asks for it again; absent: only what opened the circuit. */
  anyChange?: true
}

/** The lever of a motorcycle is its pedal. */
export const carTestRules: Readonly<Record<CarTest, CarTestRule>> = {
  pedal: { gates: ['drive', 'end'], byHand: true, anyChange: true },
  steering: { gates: ['drive', 'end'], byHand: true },
  gears: { gates: ['drive', 'end'] },
  heater: { gates: ['end'] },
}

/** What is tried on a car whose lines these are; undefined: its road test says it all. */
export const carTestOf = ({ system }: Pick<Sheet, 'system'>): CarTest | undefined => systemRules[system].test
