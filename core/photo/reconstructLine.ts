import { EigenvalueDecomposition, Matrix } from 'ml-matrix'
import { fail, ok, type Result } from '../result'
import type { Vec3 } from '../sheet/types'
import { focalFrom, poseFrom, project, rayOf, type Lens, type Pose } from './camera'
import type { Scatter } from './apexesFromLegs'
import { fitHomography, type Homography, type Pixel } from './homography'
import { leastSquares } from './leastSquares'
import { cornersOf, tapped, type PhotoIssue, type PhotoJob } from './photoJob'
import { impossibleCorner, strangeSheet } from './strangeTaps'
import { triangulate } from './triangulate'

export type Misfit = { picture: number; what: 'corner' | 'apex'; paper?: number; n: number; off: number }
export type Reconstruction = {
  /**
   * In the first sheet's frame, right-handed: x along its short side from corner 1 to 2, y along its long side from corner 4 to 1, z up
   * from the bench, from corner 1; mm. With corner 1 to the upper left, y goes away from the viewer, and the sheet lies at negative y.
   */
  apexes: Vec3[]
  /** Within this of its place, 95 times of 100, mm. */
  within: number[]
  covariances: Matrix[]
  focal: number
  k1: number
  /** What does not go with the rest, worst first, pixels. */
  misfits: Misfit[]
}

/** Lenses of telephones distort by no more than about this. */
const usualK1 = 0.06
/** Further off than so many deviations, a tap is named. */
const odd = 5
/** Cameras nearer together than this share of their distance from the bench see everything from one side. Our own: about 4°. */
const leastBase = 0.07
/** Nobody photographs a line further off than this, nor takes one whose corners are known no better. In mm. */
const bench = { far: 5000, unsure: 250 }

/** Half a turn about x: right-handed stays right-handed. */
const mirror = Matrix.diag([1, -1, -1])
/**
 * The places of a line's apexes from two to four pictures with one or two sheets of paper beside it. Start values from the sheets' planes
 * (Zhang 2000), then everything at once by bundle adjustment: lens, cameras, the second sheet and the apexes. Fails with one picture, where
 * a sheet of paper or an apex is not seen, and where all were taken from one place.
 */
export function reconstructLine(job: PhotoJob): Result<Reconstruction, PhotoIssue> {
  const { width, height, pictures } = job
  if (pictures.length < 2) return fail({ code: 'PHOTO_TOO_FEW', has: pictures.length })
  const unseen = pictures.findIndex(({ papers }) => !papers[0])
  if (unseen >= 0) return fail({ code: 'PHOTO_PAPER_UNSEEN', picture: unseen })
  const apexCount = Math.max(...pictures.map(({ apexes }) => apexes.length))
  for (let apex = 0; apex < apexCount; apex++) {
    const has = pictures.filter(({ apexes }) => apexes[apex]).length
    if (has < 2) return fail({ code: 'PHOTO_APEX_UNSEEN', apex, has })
  }
  const strange = strangeSheet(pictures)
  if (strange) return fail(strange.code === 'PHOTO_PAPER_ODD' && strange.paper === 0 ? { ...strange, ...impossibleCorner(job) } : strange)
  const planes = pictures.map(({ papers }) => fitHomography(cornersOf(job.papers[0]!), papers[0]!))
  const flat = planes.findIndex(plane => !plane)
  if (flat >= 0) return fail({ code: 'PHOTO_PAPER_ODD', picture: flat, paper: 0 })
  const focal = focalFrom(planes as Homography[], width, height) ?? Math.max(width, height) * 0.85
  const lens: Lens = { focal, k1: 0, width, height }
  const poses = planes.map(plane => poseFrom(plane!, focal, width, height))
  const places = poses.map(pose => rayOf(lens, pose, [0, 0]).from)
  if (widestBase(places) < leastBase) return fail({ code: 'PHOTO_SAME_PLACE' })
  const others = job.papers.slice(1).map((_, i) => placeOnBench(job, lens, poses, i + 1))
  const apexes = Array.from({ length: apexCount }, (_, i) => triangulate(job, lens, poses, i))
  const found = adjust(job, lens, poses, others, apexes)
  const isAnywhere = found.apexes.some(apex => !(Math.hypot(...apex) < bench.far)) || found.within.some(within => !(within < bench.unsure))
  if (!isAnywhere) return ok(found)
  // What does not go together at all has a tap in it that nobody laid there.
  const strangest = impossibleCorner(job)
  return fail(strangest ? { code: 'PHOTO_PAPER_ODD', paper: 0, ...strangest } : { code: 'PHOTO_SAME_PLACE' })
}

/** How far apart the two cameras stand that stand furthest apart, as a share of how far the nearer is from the bench. */
const widestBase = (places: readonly Vec3[]): number =>
  Math.max(
    ...places.flatMap(a =>
      places.map(b => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) / Math.max(1, Math.min(Math.abs(a[2]), Math.abs(b[2])))),
    ),
  )

/** Where a ray meets the bench. */
function onBench({ from, along }: { from: Vec3; along: Vec3 }): Pixel {
  const t = -from[2] / along[2]
  return [from[0] + t * along[0], from[1] + t * along[1]]
}

/** Where another sheet lies: its first corner and the direction of its short side, from the first picture that shows it. */
function placeOnBench(job: PhotoJob, lens: Lens, poses: readonly Pose[], paper: number): [number, number, number] {
  const picture = job.pictures.findIndex(({ papers }) => papers[paper])
  if (picture < 0) return [0, 0, 0]
  const corners = job.pictures[picture]!.papers[paper]!.map(pixel => onBench(rayOf(lens, poses[picture]!, pixel)))
  const angle = Math.atan2(corners[1]![1] - corners[0]![1], corners[1]![0] - corners[0]![0])
  return [corners[0]![0], corners[0]![1], angle]
}

/** `whiten`: takes what is off, across and down, to as many deviations: the inverse of the Cholesky factor of its scatter. */
type Seen = { picture: number; what: 'corner' | 'apex'; paper?: number; n: number; at: Pixel; whiten: readonly [number, number, number] }
const whitenBy = ([xx, xy, yy]: Scatter): Seen['whiten'] => {
  const first = Math.sqrt(xx)
  const across = xy / first
  const second = Math.sqrt(Math.max(1e-12, yy - across * across))
  return [1 / first, -across / (first * second), 1 / second]
}
const even = (deviation: number): Scatter => [deviation * deviation, 0, deviation * deviation]

function adjust(
  job: PhotoJob,
  lens: Lens,
  poses: readonly Pose[],
  others: readonly [number, number, number][],
  apexes: readonly Vec3[],
): Reconstruction {
  const { width, height, pictures, papers, known = [] } = job
  const seen: Seen[] = pictures.flatMap((picture, i) => [
    ...picture.papers.flatMap((corners, paper) =>
      (corners ?? []).map((at, n): Seen => ({ picture: i, what: 'corner', paper, n, at, whiten: whitenBy(even(tapped.corner)) })),
    ),
    ...picture.apexes.flatMap((at, n): Seen[] =>
      at ? [{ picture: i, what: 'apex', n, at, whiten: whitenBy(picture.scatters?.[n] ?? even(tapped.apex)) }] : [],
    ),
  ])
  const start = [
    Math.log(lens.focal),
    lens.k1,
    ...poses.flatMap(({ turn, shift }) => [...turn, ...shift]),
    ...others.flat(),
    ...apexes.flat(),
  ]
  const [atOther, atApex] = [2 + 6 * poses.length, 2 + 6 * poses.length + 3 * others.length]
  const scales = start.map((_, i) =>
    i < 2 ? 1e-6 : i < atOther ? ((i - 2) % 6 < 3 ? 1e-6 : 1e-3) : i < atApex ? ((i - atOther) % 3 < 2 ? 1e-3 : 1e-6) : 1e-3,
  )
  const lensOf = (v: readonly number[]): Lens => ({ focal: Math.exp(v[0]!), k1: v[1]!, width, height })
  const vec = (v: readonly number[], i: number): Vec3 => [v[i]!, v[i + 1]!, v[i + 2]!]
  const poseOf = (v: readonly number[], i: number): Pose => ({ turn: vec(v, 2 + 6 * i), shift: vec(v, 5 + 6 * i) })
  const corner = (v: readonly number[], paper: number, n: number): Vec3 => {
    const [x, y] = cornersOf(papers[paper]!)[n]!
    if (paper === 0) return [x, y, 0]
    const [ox, oy, angle] = vec(v, atOther + 3 * (paper - 1))
    return [ox + x * Math.cos(angle) - y * Math.sin(angle), oy + x * Math.sin(angle) + y * Math.cos(angle), 0]
  }
  const place = (v: readonly number[], { what, paper, n }: Seen): Vec3 =>
    what === 'corner' ? corner(v, paper!, n) : vec(v, atApex + 3 * n)
  const residualsOf = (v: readonly number[]): number[] => {
    const optics = lensOf(v)
    const cameras = poses.map((_, i) => poseOf(v, i))
    const result: number[] = []
    for (const one of seen) {
      const [x, y] = project(optics, cameras[one.picture]!, place(v, one))
      const [across, down] = [x - one.at[0], y - one.at[1]]
      result.push(one.whiten[0] * across, one.whiten[1] * across + one.whiten[2] * down)
    }
    // What is known of lenses beforehand keeps two pictures from making up a distortion.
    result.push(v[1]! / usualK1)
    for (const { a, b, length, within } of known) {
      const [p, q] = [vec(v, atApex + 3 * a), vec(v, atApex + 3 * b)]
      result.push((Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) - length) / within)
    }
    return result
  }
  const { values, cost, covariance } = leastSquares(start, scales, residualsOf)
  // Taps that scatter more than they were taken to make everything less sure.
  const free = Math.max(1, seen.length * 2 + 1 + known.length - start.length)
  const spread = Math.max(1, cost / free)
  const residuals = residualsOf(values)
  const misfits = seen
    .map(({ picture, what, paper, n, whiten: [first, mixed, second] }, i) => ({
      misfit: {
        picture,
        what,
        paper,
        n,
        off: Math.hypot(residuals[2 * i]! / first, (residuals[2 * i + 1]! - (mixed * residuals[2 * i]!) / first) / second),
      },
      ratio: Math.hypot(residuals[2 * i]!, residuals[2 * i + 1]!),
    }))
    .filter(({ ratio }) => ratio > odd)
    .sort((a, b) => b.ratio - a.ratio)
    .map(({ misfit }) => misfit)
  const covariances = apexes.map((_, i) => {
    const from = atApex + 3 * i
    const inside = covariance?.subMatrix(from, from + 2, from, from + 2).mul(spread)
    // Turned with the frame: y and z change their signs, and what goes with one of them.
    const turned = inside && mirror.mmul(inside).mmul(mirror)
    return turned?.to1DArray().every(Number.isFinite) ? turned : undefined
  })
  return {
    // Worked out with y towards the viewer and z down into the bench; told with z up and, so that it is no mirror image, y away.
    apexes: apexes.map((_, i) => {
      const [x, y, z] = vec(values, atApex + 3 * i)
      return [x, -y, -z] as const
    }),
    within: covariances.map(one => (one ? radius95(one) : Infinity)),
    covariances: covariances.map(one => one ?? Matrix.eye(3).mul(Infinity)),
    focal: Math.exp(values[0]!),
    k1: values[1]!,
    misfits,
  }
}

/**
 * The radius that holds a place 95 times of 100: the weighted sum of three squares as a scaled χ² of as many degrees of freedom
 * (Satterthwaite 1946), its quantile by Wilson and Hilferty 1931.
 */
export function radius95(covariance: Matrix): number {
  const lambdas = new EigenvalueDecomposition(covariance, { assumeSymmetric: true }).realEigenvalues.map(value => Math.max(0, value))
  const [sum, squares] = [lambdas.reduce((a, b) => a + b, 0), lambdas.reduce((a, b) => a + b * b, 0)]
  if (!(sum > 0) || !Number.isFinite(sum)) return sum
  const [g, h] = [squares / sum, (sum * sum) / squares]
  const quantile = h * (1 - 2 / (9 * h) + 1.6449 * Math.sqrt(2 / (9 * h))) ** 3
  return Math.sqrt(g * quantile)
}
