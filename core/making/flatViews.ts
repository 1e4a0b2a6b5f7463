import { developLine, pointAt, samplePoints } from '../route/developLine'
import type { CentrePoint, Vec3 } from '../sheet/types'

export type FlatPoint = readonly [across: number, up: number]
export type FlatView = {
  from: 'above' | 'side'
  /** One polyline for each line, mm; nothing for a line that cannot be developed. */
  lines: readonly (readonly FlatPoint[])[]
  /** Where the bends of the first line are, by number. */
  bends: readonly FlatPoint[]
  box: { left: number; top: number; width: number; height: number }
  /** What to show of it, the same width for all views, with room around; `unit`: a pixel, in mm, of a figure 500 wide and 320 high. */
  frame: { left: number; top: number; width: number; height: number; unit: number }
}

const flatten: Record<FlatView['from'], (at: Vec3) => FlatPoint> = { above: ([x, y]) => [x, y], side: ([x, , z]) => [x, z] }

/** Lines drawn flat, from above and from the side, at one scale for both; points in mm with y and z upwards. */
export function flatViews(lines: readonly (readonly CentrePoint[])[], step = 3): FlatView[] {
  const shapes = lines.map(points => {
    const developed = developLine([{ kind: 'tube', points } as never])
    return developed.ok ? developed.value : undefined
  })
  const sampled = shapes.map(shape => (shape ? samplePoints(shape, step).map(({ at }) => at) : []))
  const first = shapes[0]
  const bends = first ? first.bends.map(({ at }) => pointAt(first, at)) : []
  const views = (['above', 'side'] as const).map(from => {
    const flat = flatten[from]
    const drawn = sampled.map(points => points.map(flat))
    const all = drawn.flat()
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)]
    const [left, right] = all.length > 0 ? [Math.min(...xs), Math.max(...xs)] : [0, 0]
    const [low, high] = all.length > 0 ? [Math.min(...ys), Math.max(...ys)] : [0, 0]
    return { from, lines: drawn, bends: bends.map(flat), box: { left, top: high, width: right - left, height: high - low } }
  })
  const size = Math.max(120, ...views.map(({ box }) => box.width))
  const pad = size * 0.06
  return views.map(view => {
    const { box } = view
    const height = Math.max(box.height, size * 0.22) + 2 * pad
    const width = size + 2 * pad
    const frame = { left: box.left - (width - box.width) / 2, top: box.top + (height - box.height) / 2, width, height }
    return { ...view, frame: { ...frame, unit: Math.max(width / 500, height / 320) } }
  })
}
