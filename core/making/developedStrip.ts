import type { BendRow } from '../route/bendTable'

/** One bend along the straightened line, mm from its first end; degrees. */
export type StripBend = { from: number; to: number; angle: number; turn: number }

/**
 * A line laid out straight: how long its middle is, and where along it each bend begins and ends (arc length r·θ). In mm; plane geometry,
 * as in any textbook.
 */
export function developedStrip(rows: readonly BendRow[]): { length: number; bends: StripBend[] } {
  let at = 0
  const bends: StripBend[] = []
  for (const { straight, rotate, bend, radius } of rows) {
    at += straight
    if (bend === 0) continue
    const to = at + (radius * bend * Math.PI) / 180
    bends.push({ from: at, to, angle: bend, turn: bends.length === 0 ? 0 : rotate })
    at = to
  }
  return { length: at, bends }
}
