import type { LiftPosition } from '../sheet/types'
import type { MoveMinutes } from './types'

/** Minutes to move the car between two positions, either way, locks and supports set: a shop's own lift. */
export type LiftMinutes = { groundHalf: number; halfRaised: number; groundRaised: number }

/** Common practice, no source: three minutes to raise or lower a car and set the locks, two to or from waist height. */
export const usualLift: LiftMinutes = { groundHalf: 2, halfRaised: 2, groundRaised: 3 }

/**
 * What a move costs. A car on its way from the ground to full height passes waist height: no move costs more than it would with a stop on
 * the way.
 */
export function moveMinutesOf({ groundHalf, halfRaised, groundRaised }: LiftMinutes): MoveMinutes {
  const between: Record<LiftPosition, Record<LiftPosition, number>> = {
    ground: { ground: 0, half: Math.min(groundHalf, groundRaised + halfRaised), raised: Math.min(groundRaised, groundHalf + halfRaised) },
    half: { ground: Math.min(groundHalf, groundRaised + halfRaised), half: 0, raised: Math.min(halfRaised, groundHalf + groundRaised) },
    raised: { ground: Math.min(groundRaised, groundHalf + halfRaised), half: Math.min(halfRaised, groundHalf + groundRaised), raised: 0 },
  }
  return (from, to) => between[from][to]
}

export const defaultMoveMinutes: MoveMinutes = moveMinutesOf(usualLift)
/** Whether the minutes for the lift are those the program begins with. */
export const isUsualLift = (lift: LiftMinutes): boolean =>
  lift.groundHalf === usualLift.groundHalf && lift.halfRaised === usualLift.halfRaised && lift.groundRaised === usualLift.groundRaised
