/** What a learner does to a loop that circulates: steering has the wheel, coolant the cap, the bleed screw, the heater and the throttle. */
export type LoopHands = {
  engine: boolean
  /** Which way the wheel is being turned, its wheels off the ground. */
  turn: -1 | 0 | 1
  pour: boolean
  /** Draws off with a syringe. */
  draw: boolean
  cap: boolean
  screw: boolean
  /** The heater is set to hot: its core is in the loop. */
  heater: boolean
  revs: boolean
  /** Nobody does anything: the clock runs sixty times as fast. */
  waits: boolean
}
export const stillHands: LoopHands = {
  engine: false,
  turn: 0,
  pour: false,
  draw: false,
  cap: false,
  screw: false,
  heater: false,
  revs: false,
  waits: false,
}
export const waitsTimes = 60

/** Something that went wrong, from when until when (s after the beginning), and how much of it: mL, or s where it is held at the stop. */
export type LoopSlip = { kind: LoopSlipKind; at: number; until: number; much: number }
export type LoopSlipKind = 'whipped' | 'at-lock' | 'ran-dry' | 'scalded' | 'spilled'
