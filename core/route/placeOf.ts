import { developLine, pointAt } from './developLine'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Reach, Slug, Standpoint, Vec3 } from '../sheet/types'

/**
 * Where a joint or a hold sits on this car, and the middle of a part, a plug, a bleeder or a neighbour whose sheet says where it is;
 * undefined for anything else.
 */
export function placeOf(resolved: ResolvedSheet, target: Slug): Vec3 | undefined {
  const { ports, fills, bleeders, levels, neighbours } = resolved.sheet
  const joint = resolved.joints.find(candidate => candidate.id === target)
  const hold = resolved.holds.find(candidate => candidate.id === target)
  const line = resolved.lines.find(candidate => candidate.id === (joint?.line ?? hold?.line))
  if (!line)
    return [...resolved.operations, ...fills, ...bleeders, ...levels, ...neighbours].find(
      ({ id, centre }) => id === target && centre !== undefined,
    )?.centre
  // Of a line that nobody has measured the ends are where its ports are.
  if (line.sections.length === 0) return joint && ports.find(({ id }) => id === line[joint.end])?.at
  const developed = developLine(line.sections)
  if (!developed.ok) return undefined
  return pointAt(developed.value, hold ? hold.at : joint!.end === 'from' ? 0 : developed.value.length)
}

/** From where one looks when reaching in; from the seat no picture of the lines helps. */
export const standpointOf: Record<Reach, Standpoint | undefined> = {
  above: 'hood-up',
  front: 'hood-up',
  below: 'under-lift',
  'wheel-left': 'wheel-off',
  'wheel-right': 'wheel-off',
  seat: undefined,
}
