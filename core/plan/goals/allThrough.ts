import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Needs, Slug, Way } from '../../sheet/types'

/** Every way leads through the part, itself or by what its own needs lead through. */
export function allThrough({ sheet }: ResolvedSheet, ways: readonly Way[], part: Slug): boolean {
  const passes = (needs: Needs): boolean =>
    needs.some(anyOf => anyOf.every(id => id === part || passes(sheet.operations.find(one => one.id === id)?.needs ?? [])))
  return ways.length > 0 && ways.every(way => passes(way.needs))
}
