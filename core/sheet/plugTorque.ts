import type { Contested, Fill, Window } from './types'
import type { NewtonMetres } from '../units/types'

/**
 * What a fill plug is tightened to. One that a wrench turns and of which the sheet says nothing is a torque nobody knows, not one that
 * nobody needs; undefined: a cap turned by hand.
 */
export const plugTorque = ({ torque, hex }: Pick<Fill, 'torque' | 'hex'>): Contested<Window<NewtonMetres>> | undefined =>
  torque ?? (hex === undefined ? undefined : 'unknown')
