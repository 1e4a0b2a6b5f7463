import type { Slug, Way } from '../../sheet/types'
import { minutes } from '../../units/types'
import { chooseWays } from '../search/chooseWays'
import type { GoalKey, GoalRef } from './goalKinds'
import type { SearchBudget } from '../search/searchBudget'
import type { Goal, OperationCost, WaysChosen } from '../types'

/**
 * What a way that may hang costs beside its own minutes, as an expectation: the chance that it does, times what finding out took and the
 * cheapest other way after all. Nothing for a way that goes for sure. In minutes; expectation, our own use of it.
 */
export function riskOfHanging(goal: Goal, way: number, operations: ReadonlyMap<Slug, OperationCost>, budget?: SearchBudget): number {
  const tried = goal.ways[way]?.tryFirst
  if (!tried) return 0
  const others = goal.ways.filter((other, i) => i !== way && !other.tryFirst)
  const after = chooseWays([{ ...goal, ways: others }], operations, { least: () => 0, budget })
  return (1 - tried.chance) * (tried.lost + (after.ok ? after.value.cost : 0))
}

/** The goals with their ways at what they may be expected to cost. */
export const withRisk = (goals: readonly Goal[], operations: ReadonlyMap<Slug, OperationCost>, budget?: SearchBudget): Goal[] =>
  goals.map(goal => ({
    ...goal,
    ways: goal.ways.map((way, i): Way => {
      const risk = riskOfHanging(goal, i, operations, budget)
      return risk > 0 ? { ...way, minutes: minutes(way.minutes + risk) } : way
    }),
  }))

/** The way that a plan tries first at a goal, where it does. By its number in the goal’s list of ways, from 0. */
export function triedFirst(
  goals: readonly Goal[],
  ways: WaysChosen,
  goal: GoalKey,
): { goal: GoalRef; way: number; tried: NonNullable<Way['tryFirst']> } | undefined {
  const way = ways[goal]
  const about = goals.find(({ id }) => id === goal)
  const tried = way === undefined ? undefined : about?.ways[way]?.tryFirst
  return tried && { goal: { kind: about!.kind, target: about!.target }, way: way!, tried }
}
