import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Needs, Slug, Way } from '../sheet/types'
import { isOff } from './carState'
import { listDue } from './obligations'
import type { JobState, Obligation } from './types'

/** Every way leads through the part, itself or by what its own needs lead through. */
function allThrough({ sheet }: ResolvedSheet, ways: readonly Way[], part: Slug): boolean {
  const passes = (needs: Needs): boolean =>
    needs.some(anyOf => anyOf.every(id => id === part || passes(sheet.operations.find(one => one.id === id)?.needs ?? [])))
  return ways.length > 0 && ways.every(way => passes(way.needs))
}

/** Joints and holds that a part covers once it is on: reached no other way, or hidden by it. */
export function coveredBy(resolved: ResolvedSheet, part: Slug): { joints: Slug[]; holds: Slug[] } {
  return {
    joints: resolved.joints.filter(joint => joint.hiddenBy.includes(part) || allThrough(resolved, joint.ways, part)).map(({ id }) => id),
    holds: resolved.holds.filter(hold => allThrough(resolved, hold.ways, part)).map(({ id }) => id),
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
      case 'back-on':
        return deeper.has(owed.operation)
      default:
        return false
    }
  })
}
