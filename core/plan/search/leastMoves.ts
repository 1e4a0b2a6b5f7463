import { liftPositions, type LiftPosition } from '../../sheet/types'
import type { MoveMinutes, PlaceStage } from '../types'

const stages: readonly PlaceStage[] = ['work', 'fill', 'prove', 'sometime']
/** One bit for “somebody must stand at this position at this stage of the job”. Our own. */
export const placeBit = (stage: PlaceStage, at: LiftPosition): number => 1 << (stages.indexOf(stage) * 3 + liftPositions.indexOf(at))

/**
 * A lower bound of the minutes spent moving the car: any order of a job does all line work before it fills, fills before it proves, and
 * ends where it must; each stage's positions come in the order that costs least (label-correcting search over stage, position, positions
 * seen in the stage and ever). Answers are kept: a search asks for few different sets of places.
 */
export function leastMoves(start: LiftPosition, end: LiftPosition, moveMinutes: MoveMinutes): (places: number) => number {
  const known = new Map<number, number>()
  const minutes = liftPositions.map(from => liftPositions.map(to => moveMinutes(from, to)))
  const [first, last] = [liftPositions.indexOf(start), liftPositions.indexOf(end)]
  return places => {
    const before = known.get(places)
    if (before !== undefined) return before
    const needs = [places & 7, (places >> 3) & 7, (places >> 6) & 7]
    const ever = (places >> 9) & 7
    const least = new Float64Array(3 * 3 * 8 * 8).fill(Infinity)
    const keyOf = (stage: number, at: number, seen: number, seenEver: number) => (stage * 3 + at) * 64 + seen * 8 + seenEver
    const queue: [stage: number, at: number, seen: number, seenEver: number][] = []
    const reach = (stage: number, at: number, seen: number, seenEver: number, cost: number) => {
      const key = keyOf(stage, at, seen, seenEver)
      if (cost >= least[key]!) return
      least[key] = cost
      queue.push([stage, at, seen, seenEver])
    }
    reach(0, first, 1 << first, 1 << first, 0)
    let best = Infinity
    for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
      const [stage, at, seen, seenEver] = next
      const cost = least[keyOf(stage, at, seen, seenEver)]!
      if ((seen & needs[stage]!) === needs[stage]) {
        if (stage < 2) reach(stage + 1, at, 1 << at, seenEver, cost)
        else if (at === last && (seenEver & ever) === ever) best = Math.min(best, cost)
      }
      for (let to = 0; to < 3; to++) if (to !== at) reach(stage, to, seen | (1 << to), seenEver | (1 << to), cost + minutes[at]![to]!)
    }
    known.set(places, best)
    return best
  }
}
