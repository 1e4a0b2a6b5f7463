import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Line, Slug } from '../../sheet/types'

/**
 * The line a step is about: itself, the one its joint ends, or the one its hold carries. A step about the car or the fluid is about none of
 * them: then the first of the job, so that something is there to look along. Undefined without lines.
 */
export function lineOfStep(resolved: ResolvedSheet, lines: readonly Line[], target: Slug | undefined): Line | undefined {
  const of = resolved.joints.find(joint => joint.id === target)?.line ?? resolved.holds.find(hold => hold.id === target)?.line ?? target
  return lines.find(line => line.id === of) ?? lines[0]
}
