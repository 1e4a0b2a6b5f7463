import { developLine, samplePoints } from '../route/developLine'
import { outerRadiusOf } from '../route/tubeVolume'
import { fail, type Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Line, Slug, Vec3 } from '../sheet/types'
import { rigidOf, type Obstacle, type Rigid } from './roomAround'
import { searchFeedIn, type FeedIn, type FeedIssue, type Leaves, type Means } from './searchFeedIn'

export type FeedInOf = FeedIn & { leaves: Leaves; line: Rigid; obstacles: readonly Obstacle[] }
/** Nobody has measured it, or it bends by itself: a hose is fed in by hand and eye. */
export type FeedInIssue = FeedIssue | { code: 'FEED_NOT_RIGID' } | { code: 'FEED_NO_SHAPE' }

/** Nothing of it bends by itself: a hose is fed in by hand and eye. */
export const isRigid = ({ sections }: Pick<Line, 'sections'>): boolean =>
  sections.length > 0 && sections.every(({ kind }) => kind === 'tube')

const courseOf = ({ sections }: Pick<Line, 'sections'>): Vec3[] | undefined => {
  const developed = sections.length > 0 ? developLine(sections) : undefined
  return developed?.ok ? samplePoints(developed.value, 6).map(({ at }) => at) : undefined
}

/** Other lines stand in the way as short straight pieces, so many of each at most. */
const pieces = 24
function asObstacles(line: Line): Obstacle[] {
  const course = courseOf(line)
  if (!course) return []
  const every = Math.max(1, Math.ceil(course.length / pieces))
  const corners = course.filter((_, i) => i % every === 0 || i === course.length - 1)
  const radius = Math.max(...line.sections.map(outerRadiusOf))
  return corners
    .slice(1)
    .map((to, i): Obstacle => ({
      id: line.id,
      what: line.name,
      body: { shape: 'capsule', a: corners[i]!, b: to, radius: radius as never },
    }))
}

/**
 * How a rigid line of a sheet goes into its place: past the keep-outs, and past the lines that stay in the car (`out`: those that are out).
 * It leaves the way its sheet says it is withdrawn: from above, or else from below. Fails where its shape is not known, where it is a hose,
 * and where searchFeedIn does.
 */
export function feedInOf(
  { lines, keepouts }: Pick<ResolvedSheet, 'lines'> & { keepouts: readonly Obstacle[] },
  id: Slug,
  out: readonly Slug[],
  means: Means,
): Result<FeedInOf, FeedInIssue> {
  const line = lines.find(one => one.id === id)
  const course = line && courseOf(line)
  if (!line || !course) return fail({ code: 'FEED_NO_SHAPE' })
  if (!isRigid(line)) return fail({ code: 'FEED_NOT_RIGID' })
  const rigid = rigidOf(course, Math.max(...line.sections.map(outerRadiusOf)))
  // What it touches where it lies (a twin held in one clip, a bracket drawn solid) is no obstacle on the way.
  const others = lines.filter(other => other.id !== id && !out.includes(other.id)).flatMap(asObstacles)
  const obstacles = [...keepouts, ...others]
  const from = line.withdraw[0]?.from
  const leaves: Leaves = from === 'above' || from === 'front' || from === 'seat' ? 'above' : 'below'
  const found = searchFeedIn(rigid, obstacles, leaves, means)
  return found.ok ? { ok: true, value: { ...found.value, leaves, line: rigid, obstacles } } : found
}
