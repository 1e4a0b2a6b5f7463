import type { Slug } from '../../sheet/types'
import type { PlanInputs } from '../planInputs'
import { siblingOf, type NeighbourRef } from './siblings'

/** Whether something beside whole lines is asked for: joints or parts alone, or the fluid by itself. */
export const isBeside = ({ joints = [], neighbours = [], service }: PlanInputs): boolean =>
  joints.length > 0 || neighbours.length > 0 || service !== undefined

/**
 * What is planned once a neighbour, or another line of the sheet, is taken with the job or left; undefined where that changes nothing, or
 * would leave a job without any line. Lines stay in the sheet's order.
 */
export function withNeighbour(
  inputs: PlanInputs,
  all: readonly { id: Slug }[],
  { neighbour, choice }: { neighbour: NeighbourRef; choice: 'now' | 'leave' },
): PlanInputs | undefined {
  const line = siblingOf(neighbour)
  const before = line === undefined ? (inputs.neighbours ?? []) : inputs.lines
  const item = line ?? neighbour
  const after = choice === 'now' ? [...new Set([...before, item])] : before.filter(other => other !== item)
  if (after.length === before.length || (line !== undefined && after.length === 0)) return undefined
  if (line === undefined) return { ...inputs, neighbours: after }
  return { ...inputs, lines: all.map(({ id }) => id).filter(id => after.includes(id)) }
}
