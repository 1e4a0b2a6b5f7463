import { isScrewed, jointRules } from '../fittings/jointKinds'
import type { Joint } from './types'

/**
 * Held by a lock or a clamp alone, a joint has neither torque nor turn: seated, it is tight. A nut has one, whether the sheet knows it or
 * not.
 */
export const needsTorque = (joint: Joint): boolean =>
  joint.torque !== undefined || joint.turn !== undefined || isScrewed(joint) || jointRules[joint.kind].bolted === true
