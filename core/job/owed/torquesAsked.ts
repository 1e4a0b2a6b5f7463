import type { Joint, Sheet, Slug } from '../../sheet/types'
import { levelsOf } from '../../sheet/levelsOf'
import { plugTorque } from '../../sheet/plugTorque'
import type { TightenedThing } from '../types'

/** Fill points with the torque that is asked of them. */
export const plugsOf = ({ fills }: Pick<Sheet, 'fills'>) => fills.map(fill => ({ ...fill, torque: plugTorque(fill) }))

/** A torque or a turn; undefined: nothing is asked. */
export type Asked = Pick<Joint, 'torque' | 'turn'> | undefined

/**
 * What is asked of something beside the joints that is tightened: for an operation, of each group of its fasteners, in the sheet's order.
 * Undefined: nothing to tighten goes by that name.
 */
export function torquesAsked(sheet: Sheet, target: Slug): { thing: TightenedThing; asked: Asked[] } | undefined {
  const { operations, holds, bleeders } = sheet
  const operation = operations.find(({ id }) => id === target)
  if (operation)
    return {
      thing: 'operation',
      asked: operation.fasteners.map(({ torque, turn }) => (torque === undefined && turn === undefined ? undefined : { torque, turn })),
    }
  const single = (
    [
      ['hold', holds],
      ['bleeder', bleeders],
      ['level', levelsOf(sheet)],
      ['fill', plugsOf(sheet)],
    ] as const
  ).flatMap(([thing, list]) =>
    list.filter(({ id }) => id === target).map(({ torque }) => ({ thing, asked: [torque === undefined ? undefined : { torque }] })),
  )
  return single[0]
}
