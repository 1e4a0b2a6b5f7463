import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import type { GoalRef } from '../goals/goalKinds'
import { scopeOf } from '../goals/listGoals'
import type { PlanInputs } from '../planInputs'
import { planOnce } from '../planOnce'
import type { Plan } from '../types'

/** Another way to a goal, and what the best plan with it costs more than the one chosen: hands, moves and priced risk, in minutes. */
export type Alternative = {
  goal: GoalRef
  chosen: number
  way: number
  /** Minutes more, risk included: what decided. Never negative, or the plan was not the best. */
  more: number
  moreMinutes: number
  moreRisk: number
  moreMoves: number
  /** Operations it would add, and those it would spare. */
  adds: readonly Slug[]
  spares: readonly Slug[]
}

const priceOf = (plan: Plan): number => plan.minutes.total + plan.minutes.risk

/**
 * For each goal with a choice: the best plan without the way that was chosen, and what it costs more. This is the runner-up and why it
 * lost. Goals whose every other way is ruled out or impossible are left out.
 */
export function listAlternatives(resolved: ResolvedSheet, inputs: PlanInputs, plan: Plan): Alternative[] {
  const scope = scopeOf(resolved, inputs)
  return (scope.ok ? scope.value.goals : [])
    .flatMap(({ id, kind, target }): Alternative[] => {
      const chosen = plan.ways[id]
      if (chosen === undefined) return []
      const forbidden = { ...inputs.forbidden, [id]: [...(inputs.forbidden?.[id] ?? []), chosen] }
      const other = planOnce(resolved, { ...inputs, forbidden })
      if (!other.ok) return []
      const rest = other.value
      return [
        {
          goal: { kind, target },
          chosen,
          way: rest.ways[id]!,
          more: Math.max(0, Math.round((priceOf(rest) - priceOf(plan)) * 1e6) / 1e6),
          moreMinutes: rest.minutes.total - plan.minutes.total,
          moreRisk: rest.minutes.risk - plan.minutes.risk,
          moreMoves: rest.moves - plan.moves,
          adds: rest.operations.filter(id => !plan.operations.includes(id)),
          spares: plan.operations.filter(id => !rest.operations.includes(id)),
        },
      ]
    })
    .sort((a, b) => a.more - b.more)
}
