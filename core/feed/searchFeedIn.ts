import { fail, ok, type Result } from '../result'
import { add, scale, subtract } from '../route/vector'
import type { Vec3 } from '../sheet/types'
import { angleBetween, between, placed, turnAbout, turned, unturned, type Pose } from './pose'
import { roomAround, type Obstacle, type Rigid } from './roomAround'

/** Which way a line leaves the car: down with the car raised, up out of the engine bay. */
export type Leaves = 'below' | 'above'
export type FeedIn = {
  /** From outside to its place. */
  poses: readonly Pose[]
  /** Where it is tight on the way, the tightest for each thing: between which poses, and how much room there is. */
  tight: readonly { leg: number; obstacle: string; what: string; gap: number }[]
}
export type FeedIssue =
  /** It touches something as it lies in its place: nothing can be searched from there. */
  { code: 'FEED_TOUCHES'; what: string } | { code: 'FEED_NO_WAY'; tried: number }

/** Random numbers between 0 and 1, and the ms since the search began: both from outside, so that a search can be run again. */
export type Means = { random: () => number; spent: () => number; budget: number }

/** Room that a way must leave, mm; where the line lies in its place there may be less, and no way need be wider than that. */
const wanted = 3
/** Steps that are looked at between two poses, mm and degrees. */
const step = { mm: 12, degrees: 4 }
/** How far the tree grows towards a wish at once. */
const reach = { mm: 90, degrees: 30 }
const most = 6000
/** Said where a finger is to check. */
const tightUnder = 15

/** What a turn is worth against a shift, mm a degree: the far end of the line swings that much. */
const worth = (line: Rigid): number => Math.max(0.5, (line.reach * Math.PI) / 180 / 2)

function isClear(line: Rigid, from: Pose, to: Pose, obstacles: readonly Obstacle[], least: number): boolean {
  const shift = Math.hypot(...subtract(to.at, from.at))
  const steps = Math.max(1, Math.ceil(Math.max(shift / step.mm, angleBetween(from.turn, to.turn) / step.degrees)))
  for (let i = 1; i <= steps; i++) if (roomAround(line, between(from, to, i / steps), obstacles, least).gap < least) return false
  return true
}

/** Beyond everything in that direction: nothing can be run into any more. */
function isOutside(line: Rigid, pose: Pose, obstacles: readonly Obstacle[], leaves: Leaves): boolean {
  const heights = line.points.map(point => placed(pose, point)[2])
  if (leaves === 'below') return Math.max(...heights) < Math.min(...obstacles.map(one => lowest(one, 'min'))) - 20
  return Math.min(...heights) > Math.max(...obstacles.map(one => lowest(one, 'max'))) + 20
}
function lowest({ body }: Obstacle, which: 'min' | 'max'): number {
  if (body.shape === 'box') return body[which][2]
  const ends = [body.a[2], body.b[2]]
  return which === 'min' ? Math.min(...ends) - body.radius : Math.max(...ends) + body.radius
}

/**
 * A way for a line that does not bend from outside to its place: grown from the place outwards as a tree of poses that are clear of the
 * obstacles (rapidly exploring random tree, LaValle 1998), straight out tried first, then shortened. Sampled every 12 mm and 4 degrees: an
 * aid, not a proof. Bounded by `budget` ms and by its number of poses. Fails where it does not fit its own place, or none is found within
 * its bound.
 */
export function searchFeedIn(line: Rigid, obstacles: readonly Obstacle[], leaves: Leaves, means: Means): Result<FeedIn, FeedIssue> {
  const place: Pose = { at: line.middle, turn: unturned }
  const near = obstacles.filter(one => roomAround(line, place, [one]).gap < line.reach * 4)
  const there = roomAround(line, place, near)
  if (there.gap < 0) return fail({ code: 'FEED_TOUCHES', what: there.obstacle!.what })
  if (near.length === 0) return ok({ poses: [outBy(place, leaves, line.reach * 2), place], tight: [] })
  const least = Math.min(wanted, there.gap * 0.9)
  const way = straightOut(line, place, near, leaves, least) ?? grow(line, place, near, leaves, least, means)
  if (!Array.isArray(way)) return fail({ code: 'FEED_NO_WAY', tried: way.tried })
  const short = shortened(line, way, near, least, means)
  return ok({ poses: short.toReversed(), tight: tightPlaces(line, short.toReversed(), near) })
}

const down: Record<Leaves, Vec3> = { below: [0, 0, -1], above: [0, 0, 1] }
const outBy = (pose: Pose, leaves: Leaves, mm: number): Pose => ({ ...pose, at: add(pose.at, scale(down[leaves], mm)) })

/** The plainest way: straight down, or up. */
function straightOut(line: Rigid, place: Pose, obstacles: readonly Obstacle[], leaves: Leaves, least: number): Pose[] | undefined {
  const heights = obstacles.map(one => lowest(one, leaves === 'below' ? 'min' : 'max'))
  const beyond = leaves === 'below' ? place.at[2] - Math.min(...heights) : Math.max(...heights) - place.at[2]
  const out = outBy(place, leaves, Math.max(0, beyond) + line.reach + 40)
  return isClear(line, place, out, obstacles, least) ? [place, out] : undefined
}

type Node = { pose: Pose; from: number }
function grow(
  line: Rigid,
  place: Pose,
  obstacles: readonly Obstacle[],
  leaves: Leaves,
  least: number,
  { random, spent, budget }: Means,
): Pose[] | { tried: number } {
  const nodes: Node[] = [{ pose: place, from: -1 }]
  const degree = worth(line)
  const far = (a: Pose, b: Pose) => Math.hypot(...subtract(b.at, a.at)) + degree * angleBetween(a.turn, b.turn)
  let tried = 0
  while (nodes.length < most && spent() < budget) {
    tried++
    const wish = wished(line, nodes, leaves, random)
    let nearest = 0
    let best = Infinity
    for (let i = 0; i < nodes.length; i++) {
      const d = far(nodes[i]!.pose, wish)
      if (d < best) [best, nearest] = [d, i]
    }
    const from = nodes[nearest]!.pose
    const share = Math.min(
      1,
      reach.mm / Math.max(1e-9, Math.hypot(...subtract(wish.at, from.at))),
      reach.degrees / Math.max(1e-9, angleBetween(from.turn, wish.turn)),
    )
    const to = between(from, wish, share)
    if (!isClear(line, from, to, obstacles, least)) continue
    nodes.push({ pose: to, from: nearest })
    if (!isOutside(line, to, obstacles, leaves)) continue
    const way: Pose[] = []
    for (let i = nodes.length - 1; i >= 0; i = nodes[i]!.from) way.unshift(nodes[i]!.pose)
    return way
  }
  return { tried }
}

/** Where the tree would like to grow: mostly about where it is already, turned a little and further out; at times anywhere. */
function wished(line: Rigid, nodes: readonly Node[], leaves: Leaves, random: () => number): Pose {
  const spread = (size: number) => (random() * 2 - 1) * size
  const from = random() < 0.5 ? nodes[Math.floor(random() * nodes.length)]!.pose : nodes.at(-1)!.pose
  const axis: Vec3 = [spread(1), spread(1), spread(1) + 1e-6]
  const wide = random() < 0.3
  const turn = turned(turnAbout(axis, spread(wide ? 180 : 50)), wide ? unturned : from.turn)
  const drift = scale(down[leaves], random() * line.reach * 1.2)
  const size = wide ? line.reach * 2 : 180
  return { at: add(add(from.at, drift), [spread(size), spread(size), spread(size / 2)]), turn }
}

/** Legs that can be left out are (Geraerts & Overmars 2007, shortcut). */
function shortened(line: Rigid, way: Pose[], obstacles: readonly Obstacle[], least: number, { random, spent, budget }: Means): Pose[] {
  let short = way
  for (let tries = 0; tries < 200 && short.length > 2 && spent() < budget * 1.5; tries++) {
    const a = Math.floor(random() * (short.length - 2))
    const b = a + 2 + Math.floor(random() * (short.length - a - 2))
    if (isClear(line, short[a]!, short[b]!, obstacles, least)) short = [...short.slice(0, a + 1), ...short.slice(b)]
  }
  return short
}

function tightPlaces(line: Rigid, poses: readonly Pose[], obstacles: readonly Obstacle[]): FeedIn['tight'] {
  const found = new Map<string, FeedIn['tight'][number]>()
  for (let leg = 0; leg + 1 < poses.length; leg++)
    for (let i = 0; i <= 12; i++)
      for (const obstacle of obstacles) {
        const { gap } = roomAround(line, between(poses[leg]!, poses[leg + 1]!, i / 12), [obstacle])
        const before = found.get(obstacle.id)
        if (gap < tightUnder && (!before || gap < before.gap))
          found.set(obstacle.id, { leg, obstacle: obstacle.id, what: obstacle.what, gap })
      }
  return [...found.values()].sort((a, b) => a.leg - b.leg || a.gap - b.gap)
}
