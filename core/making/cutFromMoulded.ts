import { developLine, pointAt, type Developed } from '../route/developLine'
import { distance } from '../route/vector'
import type { CentrePoint } from '../sheet/types'
import { placeBy, rigidFit } from './rigidFit'

/** Common practice, no source: mm that a hose can be pressed aside without a kink or a pull on its spigots. */
export const givesWay = 10

export type MouldedCut = {
  /** The piece of the moulded hose to keep, from its first end; and whether it is used turned end for end. */
  from: number
  to: number
  turned: boolean
  rootMeanSquare: number
  greatest: number
}
const shapeOf = (points: readonly CentrePoint[]): Developed | undefined => {
  const developed = developLine([{ kind: 'hose', points } as never])
  return developed.ok ? developed.value : undefined
}

/**
 * Which stretch of a longer moulded hose lies best on the course that is wanted: every start in steps of `step` mm, both ways round, laid
 * on by a rigid fit. Undefined: one of them cannot be drawn, or the moulded hose is shorter.
 */
export function cutFromMoulded(wanted: readonly CentrePoint[], moulded: readonly CentrePoint[], step = 2): MouldedCut | undefined {
  const [course, hose] = [shapeOf(wanted), shapeOf(moulded)]
  if (!course || !hose || hose.length < course.length) return undefined
  const count = Math.min(120, Math.max(12, Math.ceil(course.length / 8)))
  const along = Array.from({ length: count + 1 }, (_, i) => (course.length * i) / count)
  const target = along.map(s => pointAt(course, s))
  let best: MouldedCut | undefined
  for (let from = 0; from <= hose.length - course.length + 1e-9; from += step) {
    const to = from + course.length
    for (const turned of [false, true]) {
      const piece = along.map(s => pointAt(hose, turned ? to - s : from + s))
      const placement = rigidFit(piece, target)
      const off = piece.map((point, i) => distance(placeBy(placement, point), target[i]!))
      const rootMeanSquare = Math.sqrt(off.reduce((sum, one) => sum + one * one, 0) / off.length)
      if (!best || rootMeanSquare < best.rootMeanSquare) best = { from, to, turned, rootMeanSquare, greatest: Math.max(...off) }
    }
  }
  return best
}
