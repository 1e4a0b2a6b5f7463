import { developLine, samplePoints } from '#core/route/developLine'
import { landmarksOf } from '#core/route/landmarks'
import { placeOf } from '#core/route/placeOf'
import { projectStandpoint } from '#core/route/projectStandpoint'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Body, Standpoint, Vec3 } from '#core/sheet/types'

export type Point = readonly [number, number]
type Box = { x: number; y: number; width: number; height: number }
/** A body as it is seen: one of the three. */
export type FlatShape = {
  box?: Box
  disc?: { cx: number; cy: number; r: number }
  rod?: { a: Point; b: Point; width: number; round: boolean }
}
/** What is shown of the car, mm; `unit` is a pixel at the picture's usual size, mm. */
export type Section = { x: number; y: number; w: number; h: number; unit: number }
export type Asked = {
  resolved: ResolvedSheet
  standpoint: Standpoint
  side?: 'left' | 'right'
  line?: string
  selected?: string
  /** A place to look at closely, instead of all lines at once; and what it is, where no joint says so. */
  focus?: Vec3
  focusName?: string
  /** The line in hand fills a picture wider than high. */
  wide?: boolean
  /** How large the picture is on the screen, px, once that is measured. */
  box?: { width: number; height: number }
}

/** How much of the car, in mm, a close look shows: arm's reach. */
const closeUp = 900

function shapeOf(body: Body, flat: (at: Vec3) => Point): FlatShape {
  if (body.shape === 'box') {
    const [a, b] = [flat(body.min), flat(body.max)]
    return { box: { x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), width: Math.abs(a[0] - b[0]), height: Math.abs(a[1] - b[1]) } }
  }
  const [a, b] = [flat(body.a), flat(body.b)]
  // An axis seen end-on is a disc.
  return Math.hypot(a[0] - b[0], a[1] - b[1]) < body.radius * 0.6
    ? { disc: { cx: (a[0] + b[0]) / 2, cy: (a[1] + b[1]) / 2, r: body.radius } }
    : { rod: { a, b, width: body.radius * 2, round: body.shape === 'capsule' } }
}
type Bounds = { x0: number; x1: number; y0: number; y1: number }
function boundsOf({ box, disc, rod }: FlatShape): Bounds {
  if (box) return { x0: box.x, x1: box.x + box.width, y0: box.y, y1: box.y + box.height }
  const [a, b, r] = disc ? [[disc.cx, disc.cy], [disc.cx, disc.cy], disc.r] : rod ? [rod.a, rod.b, rod.width / 2] : [[0, 0], [0, 0], 0]
  return { x0: Math.min(a[0]!, b[0]!) - r, x1: Math.max(a[0]!, b[0]!) + r, y0: Math.min(a[1]!, b[1]!) - r, y1: Math.max(a[1]!, b[1]!) + r }
}

function sectionOf(
  { focus, wide, line }: Asked,
  flat: (at: Vec3) => Point,
  routes: readonly { id: string; points: Point[] }[],
  joints: readonly Point[],
): Section {
  if (focus) {
    const [[fx, fy], w, h] = [flat(focus), closeUp, closeUp / 2.2]
    return { x: fx - w / 2, y: fy - h / 2, w, h, unit: w / 460 }
  }
  const measured = routes.flatMap(route => (wide && route.id !== line ? [] : route.points))
  // Of lines that nobody has measured there are the ends.
  const all = measured.length > 0 ? measured : joints
  const [xs, ys] = [all.map(point => point[0]), all.map(point => point[1])]
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const pad = 0.14 * Math.max(x1 - x0, y1 - y0)
  // The picture keeps one shape, so that changing standpoint does not move the page.
  const shape = wide ? 1.6 : 1.16
  const [cx, cy, w] = [(x0 + x1) / 2, (y0 + y1) / 2, Math.max(x1 - x0 + 2 * pad, (y1 - y0 + 2 * pad) * shape, 700)]
  const h = w / shape
  return { x: cx - w / 2, y: cy - h / 2, w, h, unit: w / (wide ? 460 : 420) }
}

/** How much larger than usual words and strokes get in a picture that fills a screen. */
const mostGrown = 1.6
/**
 * Where a picture is smaller than usual, its words and strokes stay as large as they are read; where it fills a screen, they grow a little
 * and what is between them grows.
 */
function readable(view: Section, box: Asked['box']): Section {
  if (!box || box.width <= 0 || box.height <= 0) return view
  const pixel = Math.max(view.w / box.width, view.h / box.height)
  return { ...view, unit: Math.max(pixel, Math.min(view.unit, mostGrown * pixel)) }
}
/** The part of a shape that is in the picture: its middle; undefined: none of it is. */
function seenMiddle(shape: FlatShape, { x, y, w, h }: Section): Point | undefined {
  const { x0, x1, y0, y1 } = boundsOf(shape)
  const [left, right, top, bottom] = [Math.max(x, x0), Math.min(x + w, x1), Math.max(y, y0), Math.min(y + h, y1)]
  return left < right && top < bottom ? [(left + right) / 2, (top + bottom) / 2] : undefined
}

/** Names are put down one after the other, each where none is yet; a name that finds no place is left out. */
class Names {
  readonly #used: { x0: number; x1: number; y: number }[] = []
  constructor(readonly size: number) {}
  isFree(left: number, width: number, at: number): boolean {
    return !this.#used.some(box => left < box.x1 && left + width > box.x0 && Math.abs(box.y - at) < this.size * 1.15)
  }
  take(left: number, width: number, at: number): void {
    this.#used.push({ x0: left, x1: left + width, y: at })
  }
}

/** The lines as they are seen from where a person stands: the car's landmarks, what to keep away from, the joints, and their names. */
export function drawFlat(asked: Asked) {
  const { resolved, standpoint, side, selected, focus, focusName } = asked
  const flat = (at: Vec3): Point => projectStandpoint(standpoint, at, side)
  const landmarks = landmarksOf(resolved.sheet).map(mark => ({ id: mark.id, name: mark.name, ...shapeOf(mark.body, flat) }))
  const shaded = resolved.sheet.keepouts.map(keep => ({ id: keep.id, what: keep.what, kind: keep.kind, ...shapeOf(keep.body, flat) }))
  const routes = resolved.lines.map(line => {
    const developed = developLine(line.sections)
    const points = developed.ok ? samplePoints(developed.value, 14).map(({ at }) => flat(at)) : []
    return { id: line.id, d: `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`, points }
  })
  const joints = resolved.joints.map(joint => {
    const at = placeOf(resolved, joint.id)
    return { ...joint, at: at ? flat(at) : ([0, 0] as Point) }
  })
  const section = sectionOf(
    asked,
    flat,
    routes,
    joints.map(({ at }) => at),
  )
  const view = readable(section, asked.box)

  const { x, y, w, h, unit } = view
  const size = 14 * unit
  const names = new Names(size)
  // What is looked for is named first, under its ring.
  const looked = focus && focusName ? [{ name: focusName, at: flat(focus) }] : []
  const focused = looked.map(({ name, at: [fx, fy] }) => {
    const width = name.length * size * 0.56
    const left = Math.min(x + w - width, Math.max(x, fx - width / 2))
    const at = Math.min(y + h - size * 0.4, fy + 34 * unit + size * 1.1)
    names.take(left, width, at)
    return { id: 'focus', name, left, at, size }
  })
  // A close look names only what it shows; the chosen joint before the others.
  const shown = joints
    .filter(({ at }) => at[0] > x && at[0] < x + w && at[1] > y && at[1] < y + h)
    .sort((a, b) => Number(b.id === selected) - Number(a.id === selected))
  const labelled = shown.flatMap(joint => {
    const width = joint.name.length * size * 0.56
    const right = joint.at[0] + 18 * unit + width < x + w
    const left = right ? joint.at[0] + 18 * unit : joint.at[0] - 18 * unit - width
    let at = Math.min(y + h - size, Math.max(y + size, joint.at[1] + size * 0.35))
    for (let tries = 0; tries < 8 && !names.isFree(left, width, at); tries++) at += size * 1.2
    // Pushed out of the picture it names nothing.
    if (at > y + h - size * 0.3) return []
    names.take(left, width, at)
    return [{ id: joint.id, name: joint.name, left, at, size }]
  })
  // Keep-outs and landmarks are named where that leaves the joints and their names alone: on what is seen of them, or beside it.
  for (const { at } of shown) names.take(at[0] - 18 * unit, 36 * unit, at[1] + size * 0.35)
  const around = [
    ...shaded.map(keep => ({ name: keep.what, keep: true, of: keep })),
    ...landmarks.filter(mark => mark.name).map(mark => ({ name: mark.name, keep: false, of: mark })),
  ]
  const rest = around.flatMap(({ name, keep, of }) => {
    const middle = seenMiddle(of, view)
    if (!middle) return []
    const [small, width, { x0, x1 }] = [size * 0.9, name.length * size * 0.5, boundsOf(of)]
    const beside = keep ? [x0 - width - size / 2, x1 + size / 2] : []
    for (const down of [0, 1.2, -1.2, 2.4, -2.4])
      for (const left of [middle[0] - width / 2, ...beside]) {
        const at = middle[1] + small / 3 + down * size
        const isInside = left >= x && left + width <= x + w && at >= y + small && at <= y + h - small
        if (!isInside || !names.isFree(left, width, at)) continue
        names.take(left, width, at)
        return [{ name, keep, left, at, size: small }]
      }
    return []
  })
  return {
    flat,
    landmarks,
    shaded,
    routes,
    joints,
    view,
    named: { joints: [...focused, ...labelled], rest },
    sides: sidesOf(standpoint, side, view),
  }
}

/** Which side is which stands in the picture: from below and from the front, left and right change hands. */
function sidesOf(standpoint: Standpoint, side: 'left' | 'right' | undefined, { x, y, w, h, unit }: Section) {
  const [left, right] =
    standpoint !== 'wheel-off' ? ['car’s right', 'car’s left'] : side === 'right' ? ['rear', 'front'] : ['front', 'rear']
  return [
    { text: left, x: x + 8 * unit, y: y + h - 10 * unit, anchor: 'start' },
    { text: right, x: x + w - 8 * unit, y: y + h - 10 * unit, anchor: 'end' },
  ] as const
}
