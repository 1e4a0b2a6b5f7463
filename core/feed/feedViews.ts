import type { Vec3 } from '../sheet/types'
import { placed } from './pose'
import type { FeedInOf } from './feedInOf'

export type FeedView = {
  from: 'above' | 'side'
  /** One polyline for each pose, from outside to its place, mm across and up. */
  poses: readonly (readonly [number, number][])[]
  /** What stands in the way: outlines of boxes, thick strokes of round things; `round`: with round ends, as a wheel from its side. */
  things: readonly { what: string; at: readonly [number, number][]; width: number; round: boolean }[]
  frame: { left: number; top: number; width: number; height: number }
}

const flatten: Record<FeedView['from'], (at: Vec3) => [number, number]> = { above: ([x, y]) => [x, y], side: ([x, , z]) => [x, z] }

/** The way in drawn flat, from above and from the car's left side, at one scale; only what stands within reach of the line is in it. */
export function feedViews({ poses, line, obstacles }: Pick<FeedInOf, 'poses' | 'line' | 'obstacles'>): FeedView[] {
  const courses = poses.map(pose => line.points.map(point => placed(pose, point)))
  const views = (['above', 'side'] as const).map(from => {
    const flat = flatten[from]
    const drawn = courses.map(course => course.map(flat))
    const all = drawn.flat()
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)]
    const frame = {
      left: Math.min(...xs),
      top: Math.max(...ys),
      width: Math.max(...xs) - Math.min(...xs),
      height: Math.max(...ys) - Math.min(...ys),
    }
    const things = obstacles.map(({ what, body }) => {
      if (body.shape === 'box') {
        const [a, b] = [flat(body.min), flat(body.max)]
        return { what, at: [a, [b[0], a[1]], b, [a[0], b[1]], a] as [number, number][], width: 0, round: false }
      }
      const [a, b] = [flat(body.a), flat(body.b)]
      const isEndOn = Math.hypot(b[0] - a[0], b[1] - a[1]) < 1
      return { what, at: [a, b], width: body.radius * 2, round: body.shape === 'capsule' || isEndOn }
    })
    return { from, poses: drawn, things, frame }
  })
  const size = Math.max(200, ...views.map(({ frame }) => frame.width))
  return views.map(({ frame, things, ...view }) => {
    const pad = size * 0.12
    const wide = {
      left: frame.left - pad,
      top: frame.top + pad,
      width: frame.width + 2 * pad,
      height: Math.max(frame.height, size * 0.25) + 2 * pad,
    }
    const isNear = ({ at }: { at: readonly [number, number][] }) =>
      at.some(
        ([x, y]) => x > wide.left - size && x < wide.left + wide.width + size && y < wide.top + size && y > wide.top - wide.height - size,
      )
    return { ...view, things: things.filter(isNear), frame: wide }
  })
}
