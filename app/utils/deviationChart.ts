import type { Comparison } from '#core/making/compareLines'

export const deviationBox = { width: 500, height: 110, left: 34, right: 8, top: 14, low: 86 }
export type DeviationChart = {
  x: (at: number) => number
  y: (off: number) => number
  /** What is within the tolerance, and what stands over it: outlines, as SVG polygons have them. */
  within: string
  over: string
  length: number
}

/** How far a line is off along another, drawn over its length; room above for half as much again as is allowed. */
export function deviationChart(along: Comparison['along'], allowed: number): DeviationChart {
  const { width, left, right, top, low } = deviationBox
  const length = along.at(-1)?.at ?? 1
  const most = along.reduce((greatest, { off }) => Math.max(greatest, off), allowed * 1.5)
  const x = (at: number) => left + (at / length) * (width - left - right)
  const y = (off: number) => low - (off / most) * (low - top)
  const outline = (from: number, to: number) => {
    const points = along.map(({ at, off }) => [x(at), y(Math.min(to, Math.max(from, off)))] as const)
    return [[x(0), y(from)] as const, ...points, [x(length), y(from)] as const].map(point => point.map(n => n.toFixed(1)).join()).join(' ')
  }
  return { x, y, within: outline(0, allowed), over: outline(allowed, Infinity), length }
}
