import type { Keepout, KeepoutKind, Section } from '../sheet/types'
import { samplePoints, type Developed } from './developLine'
import { distanceToBody } from './distanceToBody'
import { outerRadiusOf } from './tubeVolume'

export type Clearance = {
  keepout: string; what: string; kind: KeepoutKind;
  /** Arc lengths between which the line passes within `near` of the body; where it is closest; the gap there, wall to wall, mm. */
  from: number; to: number; closestAt: number; gap: number;
  asks: number; tooClose: boolean
}

/**
 * Where a line passes its keep-outs. The line is sampled every `step` mm, so a gap is right to within half a step's
 * travel; a pass counts from `nearFactor` times the clearance the keep-out asks for.
 */
export function findClearances(sections: readonly Section[], line: Developed, keepouts: readonly Keepout[], { step = 4, nearFactor = 2.5 } = {}): Clearance[] {
  const samples = samplePoints(line, step).map(({ s, at }) => {
    const index = Math.max(0, line.sections.findIndex(span => s <= span.to))
    return { s, at, outer: outerRadiusOf(sections[index]!) }
  })
  return keepouts.flatMap((keepout) => {
    const near = samples
      .map(({ s, at, outer }) => ({ s, gap: Math.max(0, distanceToBody(at, keepout.body) - outer) }))
      .filter(({ gap }) => gap <= keepout.clearance * nearFactor)
    if (near.length === 0) return []
    const closest = near.reduce((best, sample) => sample.gap < best.gap ? sample : best)
    return [{
      keepout: keepout.id, what: keepout.what, kind: keepout.kind,
      from: near[0]!.s, to: near.at(-1)!.s, closestAt: closest.s, gap: closest.gap,
      asks: keepout.clearance, tooClose: closest.gap < keepout.clearance,
    }]
  })
}
