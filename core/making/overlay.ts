import { developLine, samplePoints } from '../route/developLine'
import type { CentrePoint, Vec3 } from '../sheet/types'
import { placeBy, type Placement } from './rigidFit'

/** No step of a drawn line is longer, mm. */
const step = 3
const courseOf = (points: readonly CentrePoint[]): Vec3[] | undefined => {
  const developed = developLine([{ kind: 'tube', points } as never])
  return developed.ok ? samplePoints(developed.value, step).map(({ at }) => at) : undefined
}

/** Two lines as they lie on each other, points along their middles, mm, in the old one's frame. Undefined: one cannot be drawn. */
export function overlay(
  old: readonly CentrePoint[],
  fresh: readonly CentrePoint[],
  placement: Placement,
): { old: Vec3[]; fresh: Vec3[] } | undefined {
  const [a, b] = [courseOf(old), courseOf(fresh)]
  return a && b && { old: a, fresh: b.map(point => placeBy(placement, point)) }
}
