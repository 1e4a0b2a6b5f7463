import { fail, ok, type Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition, Slug } from '../sheet/types'
import { minutes } from '../units/types'
import { chooseWays, type WayChoice } from './chooseWays'
import { listGoals, scopeOf } from './listGoals'
import { listTasks } from './listTasks'
import { orderTasks } from './orderTasks'
import type { AccessIssue, Goal, MoveMinutes, OperationCost, Plan } from './types'

export type PlanInputs = {
  lines: readonly Slug[];
  start: LiftPosition;
  /** Ways the technician has ruled out: goal id → indexes into the sheet's list. */
  forbidden?: Readonly<Record<string, readonly number[]>>
}

/** Common practice, no source: three minutes to raise or lower a car and set the locks, two to or from waist height. */
export const defaultMoveMinutes: MoveMinutes = (from, to) => from === to ? 0 : from === 'half' || to === 'half' ? 2 : 3

/**
 * From the lines to be replaced to the whole ordered job, at least total minutes: operations off and on with their priced risk, the chosen
 * ways, and the moves of the car. The car ends on the ground. Deterministic: same sheet and inputs, same plan.
 */
export function planJob(resolved: ResolvedSheet, inputs: PlanInputs, moveMinutes: MoveMinutes = defaultMoveMinutes): Result<Plan, AccessIssue> {
  const scope = scopeOf(resolved, inputs.lines)
  if (!scope.ok) return scope
  const goals = listGoals(scope.value)
  const barred = allowedGoals(goals, inputs.forbidden ?? {})
  const operations = new Map(resolved.operations.map((operation): [Slug, OperationCost] =>
    [operation.id, { id: operation.id, cost: operation.off + operation.on + (operation.risk?.price ?? 0), needs: operation.needs }]))

  const order = (choice: WayChoice) => orderTasks(listTasks(resolved.sheet, scope.value, choice), { start: inputs.start, end: 'ground', moveMinutes })
  let impossible: AccessIssue | undefined
  const choice = chooseWays(barred.goals, operations, (candidate) => {
    const ordered = order(barred.restore(candidate))
    if (ordered.ok) return ordered.value.cost
    impossible = ordered.error
    return Number.POSITIVE_INFINITY
  })
  if (!choice.ok) return choice
  if (!Number.isFinite(choice.value.cost)) return fail(impossible!)

  const chosen = barred.restore(choice.value)
  const ordered = order(chosen)
  if (!ordered.ok) return ordered
  const operationMinutes = resolved.operations.filter(operation => chosen.operations.has(operation.id)).reduce((sum, operation) => sum + operation.off + operation.on, 0)
  const work = goals.reduce((sum, goal) => sum + goal.ways[chosen.ways[goal.id]!]!.minutes, 0)
  return ok({
    planner: 1,
    ways: chosen.ways,
    operations: resolved.sheet.operations.filter(operation => chosen.operations.has(operation.id)).map(operation => operation.id),
    visits: ordered.value.visits,
    moves: ordered.value.moves,
    minutes: { operations: minutes(operationMinutes), work: minutes(work), moves: minutes(ordered.value.cost), total: minutes(operationMinutes + work + ordered.value.cost) },
    openOrder: ordered.value.visits.flatMap(visit => visit.tasks.filter(task => task.kind === 'open').map(task => task.target)),
  })
}

/** Drops forbidden ways and translates a choice back to the sheet's own indexes. */
function allowedGoals(goals: readonly Goal[], forbidden: NonNullable<PlanInputs['forbidden']>): { goals: Goal[]; restore: (choice: WayChoice) => WayChoice } {
  const kept = new Map(goals.map(goal => [goal.id, goal.ways.map((_, i) => i).filter(i => !forbidden[goal.id]?.includes(i))]))
  return {
    goals: goals.map(goal => ({ id: goal.id, ways: kept.get(goal.id)!.map(i => goal.ways[i]!) })),
    restore: choice => ({ ...choice, ways: Object.fromEntries(Object.entries(choice.ways).map(([goal, i]) => [goal, kept.get(goal)![i]!])) }),
  }
}
