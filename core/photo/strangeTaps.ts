import { focalFrom, poseFrom, project, type Lens, type Pose } from './camera'
import { fitHomography, type Pixel } from './homography'
import { leastSquares } from './leastSquares'
import { cornersOf, type PhotoIssue, type PhotoJob, type Picture } from './photoJob'
import { triangulate } from './triangulate'

// Taps that no camera over a bench could see: which they are, by name.

/** Twice the area of a quadrilateral's corner, signed: positive where the taps go round clockwise in a picture (y downwards). */
const turnAt = (quad: readonly Pixel[], n: number): number => {
  const [before, here, after] = [quad[(n + 3) % 4]!, quad[n]!, quad[(n + 1) % 4]!]
  return (here[0] - before[0]) * (after[1] - here[1]) - (here[1] - before[1]) * (after[0] - here[0])
}
/**
 * A sheet that lies on the bench is seen as a convex quadrilateral, its corners clockwise as they were numbered from above. Names the first
 * that is not, with the one corner that turns the other way, where it is one.
 */
export function strangeSheet(pictures: readonly Picture[]): PhotoIssue | undefined {
  for (const [picture, { papers }] of pictures.entries())
    for (const [paper, corners] of papers.entries()) {
      if (!corners) continue
      const turns = [0, 1, 2, 3].map(n => turnAt(corners, n))
      const back = turns.filter(turn => turn < 0).length
      if (back === 4) return { code: 'PHOTO_PAPER_REVERSED', picture, paper }
      if (turns.every(turn => turn > 0)) continue
      const odds = turns.flatMap((turn, n) => (turn <= 0 === back <= 2 ? [n] : []))
      return { code: 'PHOTO_PAPER_ODD', picture, paper, ...(odds.length === 1 && { corner: odds[0]! }) }
    }
  return undefined
}

/** A corner this many pixels from where a camera would see it is no corner of that sheet. Our own. */
const nowhere = 40
/**
 * The corner that no camera sees there: each left out in turn, its picture placed by the three others (begun from every camera's place, as
 * three points can be seen so from several) with the lens of the other pictures. With the right one left out all pictures see the line in
 * one place. Undefined: that corner could be seen where it was laid.
 */
export function impossibleCorner(job: PhotoJob): { picture: number; corner: number } | undefined {
  const { papers, pictures, width, height } = job
  const corners = cornersOf(papers[0]!)
  let best: { picture: number; corner: number; off: number; apart: number } | undefined
  for (const [i, picture] of pictures.entries()) {
    const taps = picture.papers[0]!
    const planes = pictures.map((one, k) => (k === i ? undefined : fitHomography(corners, one.papers[0]!)))
    const others = planes.filter(plane => plane !== undefined)
    const focal = focalFrom(others, width, height) ?? Math.max(width, height) * 0.85
    const optics: Lens = { focal, k1: 0, width, height }
    const placed = planes.map(plane => plane && poseFrom(plane, focal, width, height))
    for (const n of [0, 1, 2, 3])
      for (const start of placed.filter(pose => pose !== undefined)) {
        const poseOf = (v: readonly number[]): Pose => ({ turn: [v[0]!, v[1]!, v[2]!], shift: [v[3]!, v[4]!, v[5]!] })
        const offsOf = (v: readonly number[]) =>
          corners.map(([x, y], k) => {
            const [u, w] = project(optics, poseOf(v), [x, y, 0])
            return [u - taps[k]![0], w - taps[k]![1]] as const
          })
        const kept = (v: readonly number[]) => offsOf(v).flatMap((off, k) => (k === n ? [] : off))
        const { values } = leastSquares([...start.turn, ...start.shift], [1e-6, 1e-6, 1e-6, 1e-3, 1e-3, 1e-3], kept)
        const all = placed.map((pose, k) => (k === i ? poseOf(values) : (pose ?? start)))
        const apart = howFarApart(job, optics, all) + Math.hypot(...kept(values))
        const off = Math.hypot(...offsOf(values)[n]!)
        if (apart < (best?.apart ?? Infinity)) best = { picture: i, corner: n, off, apart }
      }
  }
  return best && !(best.off <= nowhere) ? { picture: best.picture, corner: best.corner } : undefined
}
/** How far from where they are seen the apexes come to lie by these cameras, pixels: the root of the mean square. */
function howFarApart(job: PhotoJob, lens: Lens, poses: readonly Pose[]): number {
  let [sum, count] = [0, 0]
  for (let apex = 0; apex < Math.max(...job.pictures.map(({ apexes }) => apexes.length)); apex++) {
    const place = triangulate(job, lens, poses, apex)
    for (const [i, { apexes }] of job.pictures.entries()) {
      const at = apexes[apex]
      if (!at) continue
      const [x, y] = project(lens, poses[i]!, place)
      sum += (x - at[0]) ** 2 + (y - at[1]) ** 2
      count++
    }
  }
  const spread = Math.sqrt(sum / count)
  return Number.isFinite(spread) ? spread : Infinity
}
