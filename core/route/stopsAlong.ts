import type { Slug } from '../sheet/types'
import type { Unrolled } from './unrollLine'

/** A place on a line worth stopping at, in mm along it. */
export type Stop =
  | { kind: 'joint' | 'hold'; at: number; id: Slug }
  | { kind: 'bend'; at: number; degrees: number; radius: number }
  | { kind: 'close'; at: number; keepout: Slug; gap: number }
  | { kind: 'high' | 'low'; at: number; depth: number }

/** Every place along a line where something is, end to end: what following the line with a finger would stop at. */
export function stopsAlong(line: Unrolled): Stop[] {
  return [
    ...line.joints.map((joint): Stop => ({ kind: 'joint', at: joint.at, id: joint.id })),
    ...line.holds.map((hold): Stop => ({ kind: 'hold', at: hold.at, id: hold.id })),
    ...line.bends.map((bend): Stop => ({ kind: 'bend', at: bend.at, degrees: bend.degrees, radius: bend.radius })),
    ...line.clearances.map((pass): Stop => ({ kind: 'close', at: pass.closestAt, keepout: pass.keepout, gap: pass.gap })),
    ...line.extremes.map((extreme): Stop => ({ kind: extreme.kind, at: extreme.at, depth: extreme.depth })),
  ].sort((a, b) => a.at - b.at)
}

/** The next stop after (or before) a place; stays at the last one. Places closer than 1 mm are the same place. Our own. */
export function nextStop(stops: readonly Stop[], from: number | undefined, by: 1 | -1): Stop | undefined {
  if (from === undefined) return by === 1 ? stops[0] : stops.at(-1)
  return by === 1 ? (stops.find(stop => stop.at > from + 1) ?? stops.at(-1)) : (stops.findLast(stop => stop.at < from - 1) ?? stops[0])
}
