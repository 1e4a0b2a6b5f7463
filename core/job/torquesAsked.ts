import type { Joint, Sheet, Slug } from '../sheet/types'
import type { TightenedThing } from './types'

/**
 * What is asked of something beside the joints that is tightened: for an operation, of each group of its fasteners, in the sheet's order.
 * Undefined: nothing to tighten goes by that name.
 */
export function torquesAsked(
  { operations, holds, bleeders, levels }: Sheet,
  target: Slug,
): { thing: TightenedThing; torques: Joint['torque'][] } | undefined {
  const operation = operations.find(({ id }) => id === target)
  if (operation) return { thing: 'operation', torques: operation.fasteners.map(({ torque }) => torque) }
  const single = (
    [
      ['hold', holds],
      ['bleeder', bleeders],
      ['level', levels],
    ] as const
  ).flatMap(([thing, list]) => list.filter(({ id }) => id === target).map(({ torque }) => ({ thing, torques: [torque] })))
  return single[0]
}
