import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { seededInteger } from '../../tests/helpers/seededInteger'
import { flip, lookAt } from '../../tests/helpers/benchCamera'
import { distance } from '../route/vector'
import type { Vec3 } from '../sheet/types'
import { focalFrom, poseFrom, project, rayOf, type Lens } from './camera'
import { fitHomography, through, type Homography, type Pixel } from './homography'
import type { PhotoJob } from './photoJob'
import { reconstructLine, type Reconstruction } from './reconstructLine'

const even = (draw: (below: number) => number) => draw(1e6) / 1e6
function normal(draw: (below: number) => number): number {
  return Math.sqrt(-2 * Math.log(even(draw) + 1e-12)) * Math.cos(2 * Math.PI * even(draw))
}

/** A line of some 900 mm on a bench, photographed. */
function scene(seed: number, { pictures = 3, corner = 1.5, apex = 3, papers = 2 } = {}) {
  const draw = seededInteger(seed)
  const lens: Lens = { focal: 2600 + 1400 * even(draw), k1: -0.05 + 0.1 * even(draw), width: 4000, height: 3000 }
  const count = 6 + draw(3)
  const places: Vec3[] = [[260, 20, 5]]
  while (places.length < count) {
    const [x, y, z] = places.at(-1)!
    const angle = even(draw) * 2 * Math.PI
    const next: Vec3 = [x + 150 * Math.cos(angle), y + 150 * Math.sin(angle), Math.max(3, Math.min(150, z + 120 * (even(draw) - 0.5)))]
    if (next[0] > 230 && next[0] < 700 && next[1] > -100 && next[1] < 400) places.push(next)
  }
  const second: [number, number, number] = [720 + 40 * even(draw), 60 * even(draw), 0.4 * (even(draw) - 0.5)]
  const cornersOf = (paper: number): Vec3[] =>
    (
      [
        [0, 0],
        [210, 0],
        [210, 297],
        [0, 297],
      ] as const
    ).map(([x, y]) => {
      if (paper === 0) return [x, y, 0]
      const [c, s] = [Math.cos(second[2]), Math.sin(second[2])]
      return [second[0] + x * c - y * s, second[1] + x * s + y * c, 0]
    })
  const from = [
    [450, 900, 900],
    [-350, 500, 950],
    [1250, 450, 850],
    [450, -650, 1000],
  ] as const
  const poses = from.slice(0, pictures).map(([x, y, z]) => {
    const shaken: Vec3 = [x + 150 * (even(draw) - 0.5), y + 150 * (even(draw) - 0.5), z + 150 * (even(draw) - 0.5)]
    return lookAt(shaken, [460, 150, 30])
  })
  const shake = ([x, y]: Pixel, by: number): Pixel => [x + by * normal(draw), y + by * normal(draw)]
  const job: PhotoJob = {
    width: lens.width,
    height: lens.height,
    papers: Array.from({ length: papers }, () => 'a4' as const),
    pictures: poses.map(pose => ({
      papers: Array.from({ length: papers }, (_, paper) => cornersOf(paper).map(p => shake(project(lens, pose, p), corner))),
      apexes: places.map(p => shake(project(lens, pose, flip(p)), apex)),
    })),
  }
  return { job, places: places.map(told), lens }
}
/** As it is told: right-handed, y away from the viewer. */
const told = ([x, y, z]: Vec3): Vec3 => [x, -y, z]
function solved(job: PhotoJob): Reconstruction {
  const found = reconstructLine(job)
  if (!found.ok) throw new Error(found.error.code)
  return found.value
}

describe('a plane seen by a camera', () => {
  // The unit square seen as (0,0) (2,0) (3,2) (0,1), with u = a·x/w, v = e·y/w, w = g·x + h·y + 1: worked by hand below.
  it('four corners worked by hand', () => {
    const square: Pixel[] = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ]
    // From a/(g+1)=2 and a/(g+h+1)=3: 2(g+1) = 3(g+h+1); from e/(h+1)=1 and e/(g+h+1)=2: h+1 = 2(g+h+1). So g = −2/5, h = −1/5.
    const seen: Pixel[] = [
      [0, 0],
      [2, 0],
      [3, 2],
      [0, 1],
    ]
    const h = fitHomography(square, seen)!
    for (const [i, p] of square.entries()) for (const axis of [0, 1] as const) expect(through(h, p)[axis]).toBeCloseTo(seen[i]![axis], 9)
    expect(h[6]).toBeCloseTo(-2 / 5, 9)
    expect(h[7]).toBeCloseTo(-1 / 5, 9)
    expect(
      fitHomography(square, [
        [0, 0],
        [1, 1],
        [2, 2],
        [3, 3],
      ]),
    ).toBeUndefined()
  })
  it('gives the lens and the place of the camera again', () => {
    const lens: Lens = { focal: 3200, k1: 0, width: 4000, height: 3000 }
    const poses = [lookAt([450, 900, 900], [460, 150, 30]), lookAt([-350, 500, 950], [460, 150, 30])]
    const paper: Pixel[] = [
      [0, 0],
      [210, 0],
      [210, 297],
      [0, 297],
    ]
    const planes = poses.map(
      pose =>
        fitHomography(
          paper,
          paper.map(([x, y]) => project(lens, pose, [x, y, 0])),
        ) as Homography,
    )
    expect(focalFrom(planes, 4000, 3000)).toBeCloseTo(3200, 3)
    for (const [i, plane] of planes.entries()) {
      const found = poseFrom(plane, 3200, 4000, 3000)
      for (const axis of [0, 1, 2] as const) {
        expect(found.turn[axis]).toBeCloseTo(poses[i]!.turn[axis], 6)
        expect(found.shift[axis]).toBeCloseTo(poses[i]!.shift[axis], 4)
      }
    }
  })
  it('a pixel and its ray are one', () => {
    const lens: Lens = { focal: 3000, k1: 0.04, width: 4000, height: 3000 }
    const pose = lookAt([450, 900, 900], [460, 150, 30])
    const point: Vec3 = [300, 120, -40]
    const { from, along } = rayOf(lens, pose, project(lens, pose, point))
    const t = (point[2] - from[2]) / along[2]
    expect(distance([from[0] + t * along[0], from[1] + t * along[1], point[2]], point)).toBeLessThan(1e-3)
  })
})

describe('a line from photographs', () => {
  it('without errors it is where it was, lens and all', () => {
    const { job, places, lens } = scene(5, { corner: 0, apex: 0 })
    const found = solved(job)
    for (const [i, place] of places.entries()) expect(distance(found.apexes[i]!, place)).toBeLessThan(0.2)
    expect(Math.abs(found.focal / lens.focal - 1)).toBeLessThan(0.002)
    expect(found.misfits).toEqual([])
  })
  // Corners tapped to 1.5 px and apexes to 3 px, focal length and distortion unknown, three pictures, some 900 mm.
  it('with three pictures apexes are within 4 mm, and the stated uncertainty is honest', () => {
    const runs = 40
    let [near, inside, all] = [0, 0, 0]
    const worst: number[] = []
    for (let seed = 1; seed <= runs; seed++) {
      const { job, places } = scene(seed)
      const found = solved(job)
      const errors = places.map((place, i) => distance(found.apexes[i]!, place))
      worst.push(Math.max(...errors))
      near += errors.filter(error => error <= 4).length
      for (const [i, place] of places.entries()) {
        const off = new Matrix([0, 1, 2].map(axis => [found.apexes[i]![axis]! - place[axis]!]))
        const squared = off.transpose().mmul(solve(found.covariances[i]!, off)).get(0, 0)
        // χ² of three degrees of freedom: 7.815 is exceeded five times of a hundred.
        if (squared <= 7.815) inside++
        all++
      }
    }
    // The worst of seven apexes: half the time 3.2 mm, nine times of ten 4.2; any one of them within 4 mm 98 times of 100.
    worst.sort((a, b) => a - b)
    expect(worst[Math.floor(runs / 2)]).toBeLessThan(3.5)
    expect(worst[Math.floor(runs * 0.9)]).toBeLessThan(4.5)
    expect(near / all).toBeGreaterThan(0.97)
    expect(inside / all).toBeGreaterThan(0.9)
    expect(inside / all).toBeLessThan(0.99)
  })
  it('a corner tapped beside the paper is named, and hardly moves the line', () => {
    const { job, places } = scene(7)
    const papers = job.pictures[1]!.papers.map((corners, paper) =>
      corners?.map(([x, y], n): Pixel => (paper === 0 && n === 2 ? [x + 30, y - 25] : [x, y])),
    )
    const found = solved({ ...job, pictures: job.pictures.map((picture, i) => (i === 1 ? { ...picture, papers } : picture)) })
    expect(found.misfits[0]).toMatchObject({ picture: 1, what: 'corner', paper: 0, n: 2 })
    expect(found.misfits[0]!.off).toBeGreaterThan(14)
    for (const [i, place] of places.entries()) expect(distance(found.apexes[i]!, place)).toBeLessThan(8)
  })
  it('a distance that was measured makes it surer', () => {
    const { job, places } = scene(9, { pictures: 2, papers: 1 })
    const without = solved(job)
    const length = distance(places[0]!, places.at(-1)!)
    const known = solved({ ...job, known: [{ a: 0, b: places.length - 1, length, within: 0.5 }] })
    expect(known.within.at(-1)!).toBeLessThan(without.within.at(-1)!)
  })
  it('what nothing can be said of is said', () => {
    const { job } = scene(3)
    const [first, second] = job.pictures
    expect(reconstructLine({ ...job, pictures: [first!] })).toEqual({ ok: false, error: { code: 'PHOTO_TOO_FEW', has: 1 } })
    expect(reconstructLine({ ...job, pictures: [first!, { ...second!, papers: [undefined] }] })).toEqual({
      ok: false,
      error: { code: 'PHOTO_PAPER_UNSEEN', picture: 1 },
    })
    expect(reconstructLine({ ...job, pictures: [first!, { ...second!, apexes: [undefined] }] })).toMatchObject({
      ok: false,
      error: { code: 'PHOTO_APEX_UNSEEN', apex: 0, has: 1 },
    })
    const line: Pixel[] = [0, 1, 2, 3].map(i => [i * 100, i * 50])
    expect(reconstructLine({ ...job, pictures: [first!, { ...second!, papers: [line, line] }] })).toEqual({
      ok: false,
      error: { code: 'PHOTO_PAPER_ODD', picture: 1, paper: 0 },
    })
    expect(reconstructLine({ ...job, pictures: [first!, first!] })).toEqual({ ok: false, error: { code: 'PHOTO_SAME_PLACE' } })
  })
})
