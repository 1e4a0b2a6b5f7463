import type { Verdict } from '../bleed/scenarios'
import type { CoolantLoop } from './coolantLoop'
import type { SteeringLoop } from './steeringLoop'

type Told = { id: string; grade: 1 | 2 | 3; right: Verdict; /** In the reservoir or tank when it begins, mL. */ fill: number }
export type SteeringScenario = Told & { system: 'steering'; loop: SteeringLoop; air: { trapped: number; foam: number } }
export type CoolantScenario = Told & { system: 'coolant'; loop: CoolantLoop; air: { heater: number; radiator: number } }
export type LoopScenario = SteeringScenario | CoolantScenario

/** An invented steering circuit and an invented engine's coolant. */
const steering: SteeringLoop = { reservoir: { full: 420, high: 330, low: 250, pickUp: 120 }, rack: 160, lines: 650, workshop: 18 }
const coolant: CoolantLoop = { tank: { full: 900, high: 400, low: 200 }, circuit: 6500, thermostat: { opens: 86, open: 93 }, workshop: 18 }

/** From easy to nasty; the words for them are in loopPracticeWords. */
export const loopScenarios: readonly LoopScenario[] = [
  { id: 'steering-hose', system: 'steering', grade: 1, loop: steering, air: { trapped: 60, foam: 0 }, fill: 320, right: 'bled' },
  { id: 'coolant-screw', system: 'coolant', grade: 1, loop: coolant, air: { heater: 300, radiator: 60 }, fill: 380, right: 'bled' },
  { id: 'steering-foam', system: 'steering', grade: 2, loop: steering, air: { trapped: 25, foam: 70 }, fill: 215, right: 'bled' },
  { id: 'coolant-thermostat', system: 'coolant', grade: 3, loop: coolant, air: { heater: 120, radiator: 450 }, fill: 390, right: 'bled' },
  {
    id: 'steering-suction',
    system: 'steering',
    grade: 3,
    loop: { ...steering, drawsIn: 0.35 },
    air: { trapped: 20, foam: 0 },
    fill: 320,
    right: 'draws-air',
  },
]
