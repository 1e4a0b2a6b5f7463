import { developLine, samplePoints } from '../route/developLine'
import type { Line, Vec3 } from '../sheet/types'

/** So far apart (mm) are the points of a course: finer than anybody sees in a picture. */
const stepMm = 10
const apart = (a: Vec3, b: Vec3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

/**
 * The lines of a circuit one behind the other as they lie in the car, mm, from the reservoir's end to the bleeder's: each goes on with the
 * line that begins nearest to where the last one ended. The reservoir is taken to stand at the higher of the two outer ends (common
 * practice, no source: it feeds by height). Empty where nobody has measured a line.
 */
export function courseOf(lines: readonly Line[]): Vec3[] {
  const measured: Vec3[][] = []
  for (const { sections } of lines) {
    const developed = sections.length > 0 ? developLine(sections) : undefined
    if (!developed?.ok) return []
    measured.push(samplePoints(developed.value, stepMm).map(({ at }) => at))
  }
  const [first, ...rest] = measured
  if (!first) return []
  let course = first
  while (rest.length > 0) {
    const joins = rest.flatMap((points, i) =>
      [points, points.toReversed()].flatMap(way => [
        { i, gap: apart(course.at(-1)!, way[0]!), course: [...course, ...way] },
        { i, gap: apart(way.at(-1)!, course[0]!), course: [...way, ...course] },
      ]),
    )
    const best = joins.reduce((near, one) => (one.gap < near.gap ? one : near))
    course = best.course
    rest.splice(best.i, 1)
  }
  return course[0]![2] >= course.at(-1)![2] ? course : course.toReversed()
}
