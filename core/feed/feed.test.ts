import fc from 'fast-check'
import { Quaternion, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { demoCar, everyDemoCar } from '../../tests/helpers/demo'
import { feedLegs } from '../../shared/words/feedWords'
import type { Body, Vec3 } from '../sheet/types'
import { millimetres } from '../units/types'
import { angleBetween, between, placed, turnAbout, turned, turnFrom, unturned, type Pose, type Turn } from './pose'
import { rigidOf, roomAround, type Obstacle } from './roomAround'
import { feedInOf } from './feedInOf'
import { nearTheWay } from './nearTheWay'
import { seededRandom } from './seededRandom'
import { searchFeedIn, type FeedIn } from './searchFeedIn'

const number = (size: number) => fc.integer({ min: -size * 10, max: size * 10 }).map(tenths => tenths / 10)
const vector = (size: number): fc.Arbitrary<Vec3> => fc.tuple(number(size), number(size), number(size))
const turn = fc.tuple(vector(1), number(180)).map(([[x, y, z], degrees]): Turn => turnAbout([x, y, z + 1e-3], degrees))
const pose = fc.record({ at: vector(500), turn })
const three = ([w, x, y, z]: Turn) => new Quaternion(x, y, z, w)

describe('poses, against three’s quaternions', () => {
  it('place points, follow each other and lie between as they do', () => {
    fc.assert(
      fc.property(pose, pose, vector(300), fc.integer({ min: 0, max: 10 }), (a, b, p, tenths) => {
        const put = new Vector3(...p).applyQuaternion(three(a.turn)).add(new Vector3(...a.at))
        placed(a, p).forEach((value, i) => expect(value).toBeCloseTo(put.getComponent(i), 6))
        const both = three(a.turn).multiply(three(b.turn))
        expect(three(turned(a.turn, b.turn)).angleTo(both)).toBeLessThan(1e-5)
        expect(angleBetween(a.turn, b.turn)).toBeCloseTo((three(a.turn).angleTo(three(b.turn)) * 180) / Math.PI, 3)
        const half = between(a, b, tenths / 10)
        expect(three(half.turn).angleTo(three(a.turn).slerp(three(b.turn), tenths / 10))).toBeLessThan(1e-4)
        const { axis, degrees } = turnFrom(a.turn, b.turn)
        expect(angleBetween(turned(turnAbout(axis, degrees), a.turn), b.turn)).toBeLessThan(1e-2)
      }),
    )
  })
})

const box = (id: string, min: Vec3, max: Vec3): Obstacle => ({ id, what: id, body: { shape: 'box', min, max } })
const capsule = (id: string, a: Vec3, b: Vec3, radius: number): Obstacle => ({
  id,
  what: id,
  body: { shape: 'capsule', a, b, radius: millimetres(radius) } as Body,
})
/** A generator of its own (Numerical Recipes, from memory), and a clock that counts how often it is asked. */
function means(seed: number, budget: number) {
  let state = seed
  let asked = 0
  return { random: () => (state = (state * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32, spent: () => asked++, budget }
}
/** A line of 500 mm with two bends, 10 mm thick. */
const line = rigidOf(
  [
    [0, 0, 300],
    [200, 0, 300],
    [200, 120, 300],
    [380, 120, 300],
  ],
  5,
)

/** Swept by another account: three turns and moves, the distance to boxes and capsules worked out anew, five times as fine. */
function touches({ poses }: Pick<FeedIn, 'poses'>, obstacles: readonly Obstacle[], slack: number, rigid = line): number {
  let worst = Infinity
  for (let leg = 0; leg + 1 < poses.length; leg++)
    for (let i = 0; i <= 60; i++) {
      const [a, b] = [poses[leg]!, poses[leg + 1]!]
      const at = new Vector3(...a.at).lerp(new Vector3(...b.at), i / 60)
      const q = three(a.turn).slerp(three(b.turn), i / 60)
      for (const point of rigid.points) {
        const p = new Vector3(...point).applyQuaternion(q).add(at)
        for (const { body } of obstacles) {
          const off =
            body.shape === 'box'
              ? p.distanceTo(p.clone().clamp(new Vector3(...body.min), new Vector3(...body.max)))
              : p.distanceTo(closest(p, new Vector3(...body.a), new Vector3(...body.b))) - body.radius
          worst = Math.min(worst, off - rigid.radius)
        }
      }
    }
  return worst + slack
}
const closest = (p: Vector3, a: Vector3, b: Vector3) => {
  const along = b.clone().sub(a)
  const t = Math.min(1, Math.max(0, p.clone().sub(a).dot(along) / along.lengthSq()))
  return a.clone().addScaledVector(along, t)
}

describe('searchFeedIn', () => {
  it('goes straight up where nothing is in the way', () => {
    const far = [box('beam', [-100, 300, 0], [500, 340, 100])]
    const found = searchFeedIn(line, far, 'below', means(1, 1000))
    expect(found.ok && found.value.poses).toHaveLength(2)
    expect(found.ok && found.value.poses[1]).toEqual({ at: line.middle, turn: unturned })
    expect(found.ok && found.value.poses[0]!.at[2]).toBeLessThan(0)
  })
  it.each([1, 2, 3, 4, 5, 6])('threads past a beam and a pipe that stand in the straight way, touching neither (seed %i)', seed => {
    const inWay = [box('beam', [100, -60, 150], [280, 200, 220]), capsule('pipe', [-150, -80, 60], [500, -80, 60], 30)]
    const found = searchFeedIn(line, inWay, 'below', means(seed, 20_000))
    expect(found.ok ? 'found' : found.error).toBe('found')
    if (!found.ok) return
    expect(found.value.poses.length).toBeGreaterThan(2)
    expect(touches(found.value, inWay, 0.5)).toBeGreaterThan(0)
    expect(found.value.poses.at(-1)!.at).toEqual(line.middle)
    const lowest = Math.max(...line.points.map(point => placed(found.value.poses[0]!, point)[2]))
    expect(lowest).toBeLessThan(30)
    for (const { gap, what } of found.value.tight) {
      expect(gap).toBeLessThan(15)
      expect(['beam', 'pipe']).toContain(what)
    }
  })
  it('in a closed box there is no way, and it says so within its budget', () => {
    const sides: Obstacle[] = [
      box('floor', [-300, -300, 0], [700, 500, 20]),
      box('roof', [-300, -300, 600], [700, 500, 620]),
      box('left', [-300, 480, 0], [700, 500, 620]),
      box('right', [-300, -300, 0], [700, -280, 620]),
      box('front', [680, -300, 0], [700, 500, 620]),
      box('rear', [-300, -300, 0], [-280, 500, 620]),
    ]
    const clock = means(3, 300)
    const found = searchFeedIn(line, sides, 'below', clock)
    expect(found).toMatchObject({ ok: false, error: { code: 'FEED_NO_WAY' } })
    expect(clock.spent()).toBeLessThanOrEqual(320)
  })
  it('a line that touches something in its place is told so', () => {
    const on = [box('bracket', [90, -10, 290], [110, 10, 310])]
    expect(searchFeedIn(line, on, 'below', means(1, 100))).toMatchObject({ ok: false, error: { code: 'FEED_TOUCHES', what: 'bracket' } })
  })
  it('the same numbers make the same way', () => {
    const inWay = [box('beam', [100, -60, 150], [280, 200, 220])]
    expect(searchFeedIn(line, inWay, 'below', means(9, 20_000))).toEqual(searchFeedIn(line, inWay, 'below', means(9, 20_000)))
  })
  it('room is measured from its wall, in whatever pose', () => {
    const wall = box('wall', [-1000, -1000, -50], [1000, 1000, -40])
    const lying: Pose = { at: [0, 0, 0], turn: unturned }
    expect(roomAround(line, lying, [wall]).gap).toBeCloseTo(35, 6)
    const standing: Pose = { at: [0, 0, 300], turn: turnAbout([0, 1, 0], 90) }
    expect(roomAround(line, standing, [wall]).gap).toBeCloseTo(300 - 190 + 40 - 5, 6)
  })
})

describe('the way into a car', () => {
  const rigid = everyDemoCar().flatMap(car =>
    car.lines
      .filter(({ sections }) => sections.length > 0 && sections.every(({ kind }) => kind === 'tube'))
      .map(({ id }) => [car, id] as const),
  )
  const once = [...new Map(rigid.map(([car, id]) => [`${car.sheet.id} ${id}`, [car, id] as const])).entries()]
  it.each(once)('%s: nothing is run into on the way, by another account', (_, [car, id]) => {
    let asked = 0
    const means = { random: seededRandom(), spent: () => asked++, budget: 20_000 }
    const found = feedInOf({ lines: car.lines, keepouts: car.sheet.keepouts }, id, [], means)
    expect(found.ok ? 'found' : found.error).toBe('found')
    if (!found.ok) return
    const round = found.value.obstacles.filter(({ body }) => body.shape !== 'cylinder')
    expect(touches(found.value, round, 0.5, found.value.line)).toBeGreaterThan(0)
    const legs = feedLegs(found.value)
    expect(legs).toHaveLength(found.value.poses.length - 1)
    // What is drawn is what stands around: everything that is called tight, and nothing a metre off.
    const drawn = new Set(nearTheWay(found.value).map(({ id }) => id))
    for (const { what } of found.value.tight)
      expect(
        found.value.obstacles.some(one => one.what === what && drawn.has(one.id)),
        what,
      ).toBe(true)
    const far = { id: 'far', what: 'the other end of the yard', body: { shape: 'box', min: [9e3, 9e3, 0], max: [1e4, 1e4, 900] } as never }
    expect(nearTheWay({ ...found.value, obstacles: [far] })).toEqual([])
  })
  it('a hose, a line without a shape and a line of another car are named', () => {
    const car = demoCar('one')
    const means = { random: seededRandom(), spent: () => 0, budget: 100 }
    const ask = (lines: typeof car.lines, id: string) => feedInOf({ lines, keepouts: [] }, id, [], means)
    expect(ask(car.lines, 'supply')).toMatchObject({ error: { code: 'FEED_NOT_RIGID' } })
    expect(ask(car.lines, 'moon')).toMatchObject({ error: { code: 'FEED_NO_SHAPE' } })
    expect(ask([{ ...car.lines[0]!, sections: [] }], car.lines[0]!.id)).toMatchObject({ error: { code: 'FEED_NO_SHAPE' } })
  })
  it('moves and turns are called by the car’s own sides (x forward, y to the left, z up: ISO 8855)', () => {
    const here: Pose = { at: [0, 0, 0], turn: unturned }
    const said = (at: Vec3, turn: Turn = unturned) => feedLegs({ poses: [here, { at, turn }], tight: [] })[0]!.move
    expect(said([100, 0, 0])).toBe('100 mm forward')
    expect(said([-100, 60, 0])).toBe('100 mm back and 60 mm to the left')
    expect(said([0, -60, -200])).toBe('200 mm down and 60 mm to the right')
    // The front end, a point before the middle, goes left, down, and the left side up.
    const [left, nose, side] = [turnAbout([0, 0, 1], 40), turnAbout([0, 1, 0], 30), turnAbout([1, 0, 0], 20)]
    expect(placed({ ...here, turn: left }, [1, 0, 0])[1]).toBeGreaterThan(0)
    expect(said([0, 0, 0], left)).toBe('turned 40° to the left, seen from above')
    expect(placed({ ...here, turn: nose }, [1, 0, 0])[2]).toBeLessThan(0)
    expect(said([0, 0, 0], nose)).toBe('tipped 30°, its front end down')
    expect(placed({ ...here, turn: side }, [0, 1, 0])[2]).toBeGreaterThan(0)
    expect(said([0, 0, 0], side)).toBe('rolled 20°, its left side up')
    expect(said([2, 0, 0])).toBe('into its place')
  })
})
