import { bleedMinutes } from '../../bleed/bleedMinutes'
import { withCovered } from '../../sheet/chosenPart'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { minutes } from '../../units/types'
import type { Scope, ScopeInputs } from './listGoals'

/**
 * A scope with what bleeding takes the hands: minutes of pumping and holding by the shape of the lines (bleedMinutes), each bleeder its
 * part of the rounds. What the sheet says is what it takes at least; where nothing is known of the shape, that stands.
 */
export function withBleeding(scope: Scope, resolved: ResolvedSheet, inputs: ScopeInputs): Scope {
  if (scope.bleed !== 'pump-and-hold') return scope
  const wanted = withCovered(resolved.lines, inputs.lines, inputs.parts)
  const renewed = scope.lines.flatMap(({ id }) => (wanted.includes(id) ? [id] : []))
  const each = (bleedMinutes(resolved, renewed) ?? 0) / resolved.sheet.bleeders.length
  const goals = scope.goals.map(goal =>
    goal.kind === 'bleed' && scope.bleeders.some(({ id }) => id === goal.target)
      ? { ...goal, ways: goal.ways.map(way => ({ ...way, minutes: minutes(Math.max(way.minutes, each)) })) }
      : goal,
  )
  return { ...scope, goals }
}
