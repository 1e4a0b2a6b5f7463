import { pointsFromBends, type BendRow } from '../route/bendTable'
import { developLine, samplePoints } from '../route/developLine'
import type { Vec3 } from '../sheet/types'
import { lieFlat } from './tableRows'

/** A table as points every 2 mm along its middle line, and its corners; undefined where it cannot be drawn. */
export function developedPoints(rows: readonly BendRow[]): { line: Vec3[]; corners: Vec3[] } | undefined {
  const made = pointsFromBends([0, 0, 0], [1, 0, 0], lieFlat(rows))
  const developed = made.ok ? developLine([{ kind: 'tube', points: made.value } as never]) : undefined
  if (!made.ok || !developed?.ok) return undefined
  return { line: samplePoints(developed.value, 2).map(({ at }) => at), corners: made.value.map(({ at }) => at) }
}
