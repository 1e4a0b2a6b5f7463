import type { Operation } from './types'

/** A wheel: its nuts are torqued on the ground, and nobody drives on finger-tight ones. */
export const isWheel = ({ from, at, fasteners }: Pick<Operation, 'from' | 'at' | 'fasteners'>): boolean =>
  (from === 'wheel-left' || from === 'wheel-right') && at !== 'ground' && fasteners.length > 0

/**
 * Does the car stand or roll on it? While it is off the car is not let down to the ground, and no engine starts there. The sheet says it;
 * of an older one whatever comes off at a wheel is taken for the wheel.
 */
export const carRestsOn = (operation: Pick<Operation, 'from' | 'at' | 'fasteners' | 'carRestsOnIt'>): boolean =>
  operation.carRestsOnIt ?? isWheel(operation)

/**
 * Is it back before anything is looked at with the engine running? What the engine needs, and what the car rests on: it has to come down to
 * be filled, and nobody looks for it to go up without its wheel.
 */
export const goesBackFirst = (
  operation: Pick<Operation, 'from' | 'at' | 'fasteners' | 'carRestsOnIt' | 'heldFromFloor' | 'engineMayRun'>,
): boolean => !operation.engineMayRun || restOf(operation) !== undefined

/** What keeps the lift, or the engine, where it is while such a part is off: the ground below it, or what stands on the floor. */
export type Rest = 'ground' | 'floor'
/** Undefined: it may be off wherever the car stands. */
export const restOf = (operation: Pick<Operation, 'from' | 'at' | 'fasteners' | 'carRestsOnIt' | 'heldFromFloor'>): Rest | undefined =>
  operation.heldFromFloor ? 'floor' : carRestsOn(operation) ? 'ground' : undefined
