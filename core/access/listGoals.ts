import { fail, ok, type Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Fill, Hold, Joint, Level, Line, Slug, Way } from '../sheet/types'
import type { AccessIssue, Goal } from './types'

export type Scope = {
  lines: readonly Line[]; joints: readonly Joint[]; holds: readonly Hold[];
  fill: Fill | undefined; level: Level | undefined
}

/** What replacing these lines touches. Refuses an empty choice, a line the car does not have and a layout nobody has looked at. */
export function scopeOf(resolved: ResolvedSheet, lineIds: readonly Slug[]): Result<Scope, AccessIssue> {
  if (lineIds.length === 0) return fail({ code: 'ACCESS_NOTHING_CHOSEN' })
  if (resolved.open.length > 0) return fail({ code: 'ACCESS_LAYOUT_OPEN', lines: resolved.open.map(line => line.id) })
  const missing = lineIds.find(id => !resolved.lines.some(line => line.id === id))
  if (missing !== undefined) return fail({ code: 'ACCESS_UNKNOWN_LINE', line: missing })
  const chosen = new Set(lineIds)
  return ok({
    lines: resolved.lines.filter(line => chosen.has(line.id)),
    joints: resolved.joints.filter(joint => chosen.has(joint.line)),
    // A twin clip holds a neighbour too: it is released once, under the line it is listed for, when either line comes out.
    holds: resolved.holds.filter(hold => chosen.has(hold.line) || hold.with.some(line => chosen.has(line))),
    fill: resolved.sheet.fills[0],
    level: resolved.sheet.levels[0],
  })
}

/** Everything that must be reached, with its ways. A joint's ways also ask for whatever hides it: the leak check has to see it. */
export function listGoals(scope: Scope): Goal[] {
  const seen = (joint: Joint, way: Way): Way => ({ ...way, needs: [...way.needs, ...joint.hiddenBy.map(id => [id])] })
  return [
    ...scope.joints.map(joint => ({ id: `joint:${joint.id}`, ways: joint.ways.map(way => seen(joint, way)) })),
    ...scope.holds.map(hold => ({ id: `hold:${hold.id}`, ways: hold.ways })),
    ...scope.lines.map(line => ({ id: `withdraw:${line.id}`, ways: line.withdraw })),
    ...(scope.fill ? [{ id: `fill:${scope.fill.id}`, ways: scope.fill.ways }] : []),
    ...(scope.level ? [{ id: `level:${scope.level.id}`, ways: scope.level.ways }] : []),
  ]
}
