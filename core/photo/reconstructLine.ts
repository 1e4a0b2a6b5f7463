import { EigenvalueDecomposition, Matrix, solve } from 'ml-matrix'
import { fail, ok, type Result } from '../result'
import type { Vec3 } from '../sheet/types'
import { focalFrom, poseFrom, project, rayOf, type Lens, type Pose } from './camera'
import { fitHomography, type Homography, type Pixel } from './homography'
import { leastSquares } from './leastSquares'

/** Sheets of paper by name, mm: A4 (ISO 216), Letter (8.5 × 11 in). Corners go round from the upper left, the long side down. */
export const sheets = { a4: [210, 297], letter: [215.9, 279.4] } as const
export type SheetOfPaper = keyof typeof sheets
/** One picture: the four corners of each sheet that was tapped in it, and where each apex of the line is seen; undefined: not seen. */
export type Picture = { papers: readonly (readonly Pixel[] | undefined)[]; apexes: readonly (Pixel | undefined)[] }
export type PhotoJob = {
  /** All pictures by one camera, in pixels. */
  width: number
  height: number
  /** The sheets that lie beside the line; the first is where places are measured from. */
  papers: readonly SheetOfPaper[]
  pictures: readonly Picture[]
  /** Distances between apexes that somebody measured, mm. */
  known?: readonly { a: number; b: number; length: number; within: number }[]
}
export type PhotoIssue =
  | { code: 'PHOTO_TOO_FEW'; has: number }
  | { code: 'PHOTO_PAPER_UNSEEN'; picture: number }
  | { code: 'PHOTO_PAPER_ODD'; picture: number }
  | { code: 'PHOTO_APEX_UNSEEN'; apex: number; has: number }
  | { code: 'PHOTO_SAME_PLACE' }
export type Misfit = { picture: number; what: 'corner' | 'apex'; paper?: number; n: number; off: number }
export type Reconstruction = {
  /** In the first sheet's frame: x along its short side, y along its long side, z up from the bench; mm. */
  apexes: Vec3[]
  /** Within this of its place, 95 times of 100, mm. */
  within: number[]
  covariances: Matrix[]
  focal: number
  k1: number
  /** What does not go with the rest, worst first, pixels. */
  misfits: Misfit[]
}

/** Taps: how exactly a corner of paper and an apex are hit, pixels, one deviation. */
const tapped = { corner: 1.5, apex: 3 }
/** Lenses of telephones distort by no more than about this. */
const usualK1 = 0.06
/** Further off than so many deviations, a tap is named. */
const odd = 5

/** Corners of a sheet on the bench, clockwise from above: x to the right, y towards the viewer, and so z down into the bench. */
const cornersOf = (paper: SheetOfPaper): Pixel[] => {
  const [wide, high] = sheets[paper]
  return [
    [0, 0],
    [wide, 0],
    [wide, high],
    [0, high],
  ]
}

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
  const planes = pictures.map(({ papers }) => fitHomography(cornersOf(job.papers[0]!), papers[0]!))
  const flat = planes.findIndex(plane => !plane)
  if (flat >= 0) return fail({ code: 'PHOTO_PAPER_ODD', picture: flat })
  const apexCount = Math.max(...pictures.map(({ apexes }) => apexes.length))
  for (let apex = 0; apex < apexCount; apex++) {
    const has = pictures.filter(({ apexes }) => apexes[apex]).length
    if (has < 2) return fail({ code: 'PHOTO_APEX_UNSEEN', apex, has })
  }
  const focal = focalFrom(planes as Homography[], width, height) ?? Math.max(width, height) * 0.85
  const lens: Lens = { focal, k1: 0, width, height }
  const poses = planes.map(plane => poseFrom(plane!, focal, width, height))
  if (distanceOfCameras(lens, poses) < 30) return fail({ code: 'PHOTO_SAME_PLACE' })
  const others = job.papers.slice(1).map((_, i) => placeOnBench(job, lens, poses, i + 1))
  const apexes = Array.from({ length: apexCount }, (_, i) => triangulate(job, lens, poses, i))
  return ok(adjust(job, lens, poses, others, apexes))
}

function distanceOfCameras(lens: Lens, poses: readonly Pose[]): number {
  const places = poses.map(pose => rayOf(lens, pose, [0, 0]).from)
  return Math.max(...places.flatMap(a => places.map(b => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]))))
}

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

/** The point nearest to all rays to an apex, least squares. */
function triangulate({ pictures }: PhotoJob, lens: Lens, poses: readonly Pose[], apex: number): Vec3 {
  const a = Matrix.zeros(3, 3)
  const b = Matrix.zeros(3, 1)
  for (const [i, { apexes }] of pictures.entries()) {
    if (!apexes[apex]) continue
    const { from, along } = rayOf(lens, poses[i]!, apexes[apex])
    const size = along[0] ** 2 + along[1] ** 2 + along[2] ** 2
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) {
        const p = (r === c ? 1 : 0) - (along[r]! * along[c]!) / size
        a.set(r, c, a.get(r, c) + p)
        b.set(r, 0, b.get(r, 0) + p * from[c]!)
      }
  }
  return solve(a, b).to1DArray() as unknown as Vec3
}

type Seen = { picture: number; what: 'corner' | 'apex'; paper?: number; n: number; at: Pixel; deviation: number }

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
      (corners ?? []).map((at, n): Seen => ({ picture: i, what: 'corner', paper, n, at, deviation: tapped.corner })),
    ),
    ...picture.apexes.flatMap((at, n): Seen[] => (at ? [{ picture: i, what: 'apex', n, at, deviation: tapped.apex }] : [])),
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
      result.push((x - one.at[0]) / one.deviation, (y - one.at[1]) / one.deviation)
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
    .map(({ picture, what, paper, n, deviation }, i) => ({
      misfit: { picture, what, paper, n, off: Math.hypot(residuals[2 * i]!, residuals[2 * i + 1]!) * deviation },
      ratio: Math.hypot(residuals[2 * i]!, residuals[2 * i + 1]!),
    }))
    .filter(({ ratio }) => ratio > odd)
    .sort((a, b) => b.ratio - a.ratio)
    .map(({ misfit }) => misfit)
  const covariances = apexes.map((_, i) => {
    const from = atApex + 3 * i
    return covariance ? covariance.subMatrix(from, from + 2, from, from + 2).mul(spread) : Matrix.eye(3).mul(Infinity)
  })
  return {
    // The sheet is seen from above with y towards the viewer: what is above it lies at negative z of that frame.
    apexes: apexes.map((_, i) => {
      const [x, y, z] = vec(values, atApex + 3 * i)
      return [x, y, -z] as const
    }),
    within: covariances.map(radius95),
    covariances,
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
