import { allThrough } from '../../plan/goals/allThrough'
import { goesBackFirst } from '../../sheet/carRests'
import { isTap } from '../../sheet/isTap'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import { isOff } from '../state/carState'
import { listDue } from '../owed/obligations'
import { isGone } from '../state/partEffects'
import type { JobState, Obligation } from '../types'

/** Joints and holds that a part covers once it is on: reached no other way, or hidden by it. */
export function coveredBy(resolved: ResolvedSheet, part: Slug): { joints: Slug[]; holds: Slug[] } {
  return {
    joints: resolved.joints.filter(joint => joint.hiddenBy.includes(part) || allThrough(resolved, joint.ways, part)).map(({ id }) => id),
    holds: resolved.holds.filter(hold => allThrough(resolved, hold.ways, part)).map(({ id }) => id),
  }
}

/** What was worked on behind a part that is about to go on, and is still there: nobody sees it again without taking the part off. */
export function workedBehind(resolved: ResolvedSheet, state: JobState, part: Slug): { joints: Slug[]; holds: Slug[] } {
  const { joints, holds } = coveredBy(resolved, part)
  if (isTap(resolved.operations.find(({ id }) => id === part))) return { joints: [], holds: [] }
  return {
    joints: joints.filter(id => state.joints[id]?.opened && !isGone(resolved, state, id)),
    holds: holds.filter(id => state.holds[id]?.released && !isGone(resolved, state, id)),
  }
}

/**
 * What is still due behind a part that is about to go on: work at joints and holds nobody reaches any more, looks that it hides, and parts
 * further in that are off.
 */
export function dueBehind(resolved: ResolvedSheet, state: JobState, part: Slug): Obligation[] {
  const { joints, holds } = coveredBy(resolved, part)
  const hidden = new Set(resolved.joints.filter(joint => joint.hiddenBy.includes(part)).map(({ id }) => id))
  const deeper = new Set(
    resolved.operations
      .filter(({ id, needs }) => isOff(state, id) && needs.some(anyOf => anyOf.every(one => one === part)))
      .map(({ id }) => id),
  )
  const inner = new Set(
    resolved.operations.filter(({ needs }) => needs.some(anyOf => anyOf.every(one => one === part))).map(({ id }) => id),
  )
  // What the engine needs cannot wait for a look that needs the engine.
  const operation = resolved.operations.find(({ id }) => id === part)
  const mayStayOff = operation !== undefined && !goesBackFirst(operation)
  return listDue(resolved, state).filter(owed => {
    switch (owed.kind) {
      case 'sealed':
      case 'seated':
      case 'tight':
        return joints.includes(owed.joint)
      case 'leak-look':
      case 'leak-source':
        return hidden.has(owed.joint)
      case 'held':
        return holds.includes(owed.hold)
      case 'tightened':
        return owed.thing === 'hold' && holds.includes(owed.target)
      case 'line': {
        const line = resolved.lines.find(({ id }) => id === owed.line)
        return owed.needs === 'in' && line !== undefined && allThrough(resolved, line.withdraw, part)
      }
      case 'part-look':
        return inner.has(owed.operation) && mayStayOff
      case 'back-on':
        return deeper.has(owed.operation)
      default:
        return false
    }
  })
}
