import type { BendRow } from '../route/bendTable'
import { add, direction, dot, scale, subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'

/** The bender's body around a bend, and the bench under it; mm. */
export type BenderBody = {
  /** Around the bend's own centre, as far as the former and its handles reach where tube could strike them. */
  reach: number
  /** To each side of the plane it bends in. */
  half: number
  /** Straight it holds or pushes against on either side of a bend: free of the body by its own nature. */
  grip: number
  /** How far below the plane it bends in the bench is; undefined: the tool is held in the hand, or bends over the edge. */
  bench?: number
}
export type BendBlock = {
  bend: number
  /** Tube already bent strikes other tube, the bender or the bench while this bend is made, or the tool finds no straight to hold. */
  by: 'tube' | 'bender' | 'bench' | 'grip'
}
export type BendOrder = {
  /** The order to bend in, by number along the line from its first end; undefined: none was found within the budget. */
  order?: number[]
  /** Begun at the first end and along, at the second end and back, or neither. */
  from?: 'first' | 'second' | 'mixed'
  /** Bends that cannot be the last one made, and why. */
  notLast: BendBlock[]
}

const degree = Math.PI / 180
/** Points along the tube are no further apart than this, mm, and no further than lets nothing pass between them. */
const step = 8
const stepFor = (tube: number): number => Math.min(step, 1.6 * tube)
/** A bend goes on by so much at a time, degrees: less, the nearer the tube comes to itself. */
const angleSteps = { least: 0.5, most: 7.5 }
/** Orders are tried for as many looks at one bend as this: a line of twelve bends takes some hundreds. */
const mostLooks = 600

type Laid = { points: { s: number; at: Vec3 }[]; at: { s: number; at: Vec3; along: Vec3; towards: Vec3 }[] }
const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const unit = (a: Vec3): Vec3 => direction([0, 0, 0], a) ?? [1, 0, 0]
function turned(v: Vec3, axis: Vec3, angle: number): Vec3 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return add(add(scale(v, c), scale(cross(axis, v), s)), scale(axis, dot(axis, v) * (1 - c)))
}

/** The tube with each bend made as far as `angles` say, sampled; where a bend is not made yet its length is straight. */
function layOut(rows: readonly BendRow[], angles: readonly number[], step: number): Laid {
  const laid: Laid = { points: [], at: [] }
  let [s, at, along, towards]: [number, Vec3, Vec3, Vec3] = [0, [0, 0, 0], [1, 0, 0], [0, 0, 1]]
  const straightOn = (length: number) => {
    const pieces = Math.max(1, Math.ceil(length / step))
    for (let i = 1; i <= pieces; i++) laid.points.push({ s: s + (length * i) / pieces, at: add(at, scale(along, (length * i) / pieces)) })
    at = add(at, scale(along, length))
    s += length
  }
  let bend = 0
  for (const row of rows) {
    straightOn(row.straight)
    if (row.bend === 0) continue
    towards = unit(turned(towards, along, row.rotate * degree))
    laid.at.push({ s, at, along, towards })
    const made = Math.min(angles[bend]!, row.bend)
    const pieces = Math.max(1, Math.ceil((row.radius * made * degree) / step))
    const normal = cross(along, towards)
    for (let i = 0; i < pieces && made > 0; i++) {
      const by = (made / pieces) * degree
      const centre = add(at, scale(towards, row.radius))
      at = add(centre, turned(subtract(at, centre), normal, by))
      along = unit(turned(along, normal, by))
      towards = unit(turned(towards, normal, by))
      s += row.radius * by
      laid.points.push({ s, at })
    }
    straightOn(row.radius * (row.bend - made) * degree)
    bend++
  }
  return laid
}

type Course = Laid['points']
/** How far two stretches of tube are apart, middle to middle. */
const apart = (a: Course, b: Course): number => Math.sqrt(Math.min(nearest(a, b), nearest(b, a)))
/** Squared distance from the points of one to the pieces of the other. Plain numbers: it is asked some ten thousand times for one line. */
function nearest(points: Course, pieces: Course): number {
  let least = Infinity
  for (let k = 0; k + 1 < pieces.length; k++) {
    const [ax, ay, az] = pieces[k]!.at
    const [bx, by, bz] = pieces[k + 1]!.at
    const [ex, ey, ez] = [bx - ax, by - ay, bz - az]
    const long = ex * ex + ey * ey + ez * ez
    for (const { at } of points) {
      const [dx, dy, dz] = [at[0] - ax, at[1] - ay, at[2] - az]
      const t = long === 0 ? 0 : Math.min(1, Math.max(0, (dx * ex + dy * ey + dz * ez) / long))
      const [x, y, z] = [dx - t * ex, dy - t * ey, dz - t * ez]
      least = Math.min(least, x * x + y * y + z * z)
    }
  }
  return least
}

/**
 * What is in the way of making a bend when those in `made` are there already; undefined: nothing. Bends by their number along the line,
 * from 0.
 */
export function blockOf(
  rows: readonly BendRow[],
  made: ReadonlySet<number>,
  bend: number,
  tube: number,
  body: BenderBody,
): BendBlock | undefined {
  const bends = rows.filter(row => row.bend > 0)
  const target = bends[bend]!
  const full = bends.map((row, i) => (made.has(i) ? row.bend : 0))
  const fine = stepFor(tube)
  const begins = layOut(rows, full, fine).at
  const [from, to] = [begins[bend]!.s, begins[bend]!.s + target.radius * target.bend * degree]
  // The tool needs straight tube on both sides: an unbent neighbour is straight.
  const endOfBefore = begins.findLast((_, i) => i < bend && made.has(i))
  const before = endOfBefore ? endOfBefore.s + arcOf(bends[begins.indexOf(endOfBefore)]!) : 0
  const after = begins.find((_, i) => i > bend && made.has(i))?.s ?? Infinity
  const hasBefore = endOfBefore !== undefined
  if ((hasBefore && from - before < body.grip) || after - to < body.grip) return { bend, by: 'grip' }
  for (let angle = 0; ;) {
    const angles = full.map((one, i) => (i === bend ? angle : one))
    const { points, at } = layOut(rows, angles, fine)
    const { at: place, along, towards } = at[bend]!
    const axis = cross(along, towards)
    const centre = add(place, scale(towards, target.radius))
    const held = points.filter(({ s }) => s < from - body.grip)
    const moving = points.filter(({ s }) => s > to + body.grip)
    // The two straights at the bend lie in the tool by its own nature; what is bent beyond them may strike it, or the bench.
    const strays = points.filter(({ s }) => (hasBefore && s < before) || s > after)
    for (const { at: p } of strays) {
      const off = subtract(p, centre)
      const high = dot(off, axis)
      const out = Math.sqrt(Math.max(0, dot(off, off) - high * high))
      if (Math.abs(high) < body.half + tube / 2 && out < body.reach) return { bend, by: 'bender' }
      if (body.bench !== undefined && high < -body.bench + tube / 2) return { bend, by: 'bench' }
    }
    const near = apart(held, moving)
    if (near < tube) return { bend, by: 'tube' }
    if (angle >= target.bend) return undefined
    // What swings furthest out goes no further than to where it could touch (conservative advancement, Mirtich 1996).
    const swing = Math.max(1, ...moving.map(({ at: p }) => Math.hypot(...subtract(p, centre)) + target.radius))
    const free = (near - tube) / swing / degree
    angle = Math.min(target.bend, angle + Math.min(angleSteps.most, Math.max(angleSteps.least, free)))
  }
}
const arcOf = ({ radius, bend }: BendRow): number => radius * bend * degree

/**
 * An order in which every bend can be made: along the line from its first end if that goes, else from its second, else any that is found.
 * A sampled check of what the bent tube sweeps through (every half degree where it comes near, every 8 mm): a hair is not seen.
 * `tube`: its outside, mm.
 */
export function bendOrder(rows: readonly BendRow[], tube: number, body: BenderBody): BendOrder {
  const count = rows.filter(({ bend }) => bend > 0).length
  const all = Array.from({ length: count }, (_, i) => i)
  const notLast = all.flatMap(bend => blockOf(rows, new Set(all.filter(other => other !== bend)), bend, tube, body) ?? [])
  const goes = (order: readonly number[]) => order.every((bend, i) => !blockOf(rows, new Set(order.slice(0, i)), bend, tube, body))
  if (goes(all)) return { order: all, from: 'first', notLast }
  if (goes(all.toReversed())) return { order: all.toReversed(), from: 'second', notLast }
  let looks = 0
  const dead = new Set<string>()
  const search = (order: number[]): number[] | undefined => {
    if (order.length === count) return order
    const key = order.toSorted((a, b) => a - b).join()
    if (dead.has(key)) return undefined
    for (const bend of all) {
      if (order.includes(bend) || looks++ > mostLooks) continue
      if (blockOf(rows, new Set(order), bend, tube, body)) continue
      const found = search([...order, bend])
      if (found) return found
    }
    dead.add(key)
    return undefined
  }
  const order = search([])
  return order ? { order, from: 'mixed', notLast } : { notLast }
}
