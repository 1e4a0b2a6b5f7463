import type { Developed } from './developLine'
import { elementPoint } from './elementGeometry'

/** A place where the line turns from rising to falling (`high`: air stays there) or from falling to rising (`low`: fluid stays there). */
export type Extreme = {
  kind: 'high' | 'low'
  at: number
  z: number
  /** How far, in mm, the line drops (or rises) on the shallower side before it turns again or ends: how much it takes to clear. */
  depth: number
}

/** Heights that differ by less than this (mm) are one height: a car stands no truer than that on a lift. */
const defaultLeast = 3

/**
 * High and low points of a line with the car standing level. Ends do not count: air at an open end leaves it. A level stretch between a
 * rise and a fall is one point, at its middle. Heights come from the exact arcs (extreme of c + r·(a·cos θ + b·sin θ) at θ = atan2(b, a)).
 */
export function findExtremes(line: Developed, least = defaultLeast): Extreme[] {
  const heights: { at: number; z: number }[] = []
  const push = (at: number, z: number) => heights.push({ at, z })
  for (const element of line.elements) {
    push(element.from, elementPoint(element, 0)[2])
    if (element.kind === 'arc') {
      const angle = (element.to - element.from) / element.radius
      const peak = Math.atan2(element.heading[2], element.radial[2])
      for (const theta of [peak - Math.PI, peak, peak + Math.PI])
        if (theta > 1e-9 && theta < angle - 1e-9)
          push(element.from + theta * element.radius, elementPoint(element, theta * element.radius)[2])
    }
    push(element.to, elementPoint(element, element.to - element.from)[2])
  }
  // Walk with hysteresis: a turn counts once the line has moved `least` away from the turning height.
  const turns: { kind: 'high' | 'low'; from: number; to: number; z: number }[] = []
  let trend: 'up' | 'down' | undefined
  let crest = { from: 0, to: 0, z: heights[0]?.z ?? 0 }
  let trough = crest
  for (const { at, z } of heights) {
    if (z > crest.z + 1e-6) crest = { from: at, to: at, z }
    else if (z >= crest.z - 1e-6) crest = { from: crest.from, to: at, z: crest.z }
    if (z < trough.z - 1e-6) trough = { from: at, to: at, z }
    else if (z <= trough.z + 1e-6) trough = { from: trough.from, to: at, z: trough.z }
    if (trend !== 'down' && crest.z - z >= least) {
      turns.push({ kind: 'high', ...crest })
      trend = 'down'
      trough = { from: at, to: at, z }
    } else if (trend !== 'up' && z - trough.z >= least) {
      turns.push({ kind: 'low', ...trough })
      trend = 'up'
      crest = { from: at, to: at, z }
    }
  }
  const ends = heights.length > 0 ? ([heights[0]!.z, heights.at(-1)!.z] as const) : ([0, 0] as const)
  return turns.flatMap((turn, i) => {
    if (turn.from <= 1e-6 || turn.to >= line.length - 1e-6) return []
    const before = turns[i - 1]?.z ?? ends[0]
    const after = turns[i + 1]?.z ?? ends[1]
    return [
      { kind: turn.kind, at: (turn.from + turn.to) / 2, z: turn.z, depth: Math.min(Math.abs(turn.z - before), Math.abs(turn.z - after)) },
    ]
  })
}
