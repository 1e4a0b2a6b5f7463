import type { Joint } from './types'

/** Held by a lock or a clamp alone, a joint has neither torque nor turn: seated, it is tight. */
export const needsTorque = (joint: Joint): boolean => joint.torque !== undefined || joint.turn !== undefined
