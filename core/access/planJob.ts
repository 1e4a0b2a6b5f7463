import { fail, ok, type Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { BleedMethod, LiftPosition, Slug } from '../sheet/types'
import { minutes } from '../units/types'
import { chooseWays, type WayChoice } from './chooseWays'
import { leastMoves } from './leastMoves'
import { moveMinutesOf, usualLift, type LiftMinutes } from './liftMinutes'
import { scopeOf, type Scope } from './listGoals'
import { listTasks, listWaits, type Choice } from './listTasks'
import { leastStops } from './leastStops'
import { orderTasks } from './orderTasks'
import { orderPricing, type OrderPrice } from './priceOrder'
import { scheduleTasks } from './scheduleTasks'
import { BudgetSpent, planBudget, SearchBudget } from './searchBudget'
import { currentPlanner, type AccessIssue, type Goal, type MoveMinutes, type OperationCost, type Plan, type Visit } from './types'

/** What a technician has decided; remembered in the job, and all a plan is made from besides the sheet. */
export type PlanInputs = {
  lines: readonly Slug[]
  start: LiftPosition
  /** Ways the technician has ruled out: goal id → indexes into the sheet's list. */
  forbidden?: Readonly<Record<string, readonly number[]>>
  /** Operations done before the job began: nobody takes them off, somebody puts them back. */
  done?: readonly Slug[]
  /** Tools this shop does not have: no operation that takes one is chosen. */
  missingTools?: readonly string[]
  neighbours?: readonly Slug[]
  oneAtATime?: boolean
  firstEnd?: 'hardest' | 'easiest'
  bleed?: BleedMethod
  /** What this shop's lift takes, as the job was planned by it; absent: what is usual. */
  lift?: LiftMinutes
}

/**
 * From the lines to be replaced to the whole ordered job, at least total minutes: operations off and on with their priced risk, the chosen
 * ways, and the moves of the car. The car ends on the ground. Waits lengthen the clock, not the hands. Deterministic: same sheet and
 * inputs, same plan. A job that would take more search than the budget is refused with ACCESS_BUDGET.
 */
export function planJob(resolved: ResolvedSheet, wanted: PlanInputs, budget = new SearchBudget(planBudget)): Result<Plan, AccessIssue> {
  try {
    return planWithin(resolved, wanted, budget)
  } catch (error) {
    if (error instanceof BudgetSpent) return fail({ code: 'ACCESS_BUDGET', nodes: error.most })
    throw error
  }
}

function planWithin(resolved: ResolvedSheet, wanted: PlanInputs, budget: SearchBudget): Result<Plan, AccessIssue> {
  const inputs = withOuterParts(resolved, wanted)
  const moveMinutes = moveMinutesOf(inputs.lift ?? usualLift)
  const chosen = chooseForJob(resolved, inputs, moveMinutes, budget)
  if (!chosen.ok) return chosen
  const { scope, goals, choice } = chosen.value
  const travel = { start: inputs.start, end: 'ground' as const, moveMinutes, budget }
  const tasks = listTasks(resolved.sheet, scope, choice, inputs)
  const ordered = orderTasks(tasks, travel)
  if (!ordered.ok) return ordered
  const { visits, timeline } = scheduleTasks(ordered.value.visits.map(withKeyHeld), listWaits(resolved.sheet, tasks), travel)
  const taken = resolved.operations.filter(operation => choice.operations.has(operation.id))
  const operationMinutes = taken.reduce(
    (sum, operation) => sum + (inputs.done?.includes(operation.id) ? 0 : operation.off) + operation.on,
    0,
  )
  const bleeding = tasks
    .filter(task => task.kind === 'bleed' && !goals.some(goal => goal.id === task.id))
    .reduce((sum, task) => sum + task.minutes, 0)
  const work = goals.reduce((sum, goal) => sum + goal.ways[choice.ways[goal.id]!]!.minutes, bleeding)
  return ok({
    planner: currentPlanner,
    ways: choice.ways,
    operations: taken.map(operation => operation.id),
    visits,
    timeline,
    moves: ordered.value.moves,
    minutes: {
      operations: minutes(operationMinutes),
      work: minutes(work),
      moves: minutes(ordered.value.cost),
      total: minutes(operationMinutes + work + ordered.value.cost),
      clock: minutes(timeline.clock),
      risk: minutes(taken.reduce((sum, operation) => sum + (operation.risk?.price ?? 0), 0)),
    },
    openOrder: visits.flatMap(visit => visit.tasks.filter(task => task.kind === 'open').map(task => task.target)),
  })
}

/** Nobody under a raised car reaches its key: starting and stopping it takes somebody who sat in it before it went up. */
const withKeyHeld = (visit: Visit): Visit =>
  visit.at === 'raised'
    ? { ...visit, tasks: visit.tasks.map(task => (task.kind === 'run' || task.kind === 'stop' ? { ...task, helper: true } : task)) }
    : visit

/** What is off already was got at somehow: the parts outside it are off as well. */
function withOuterParts(resolved: ResolvedSheet, inputs: PlanInputs): PlanInputs {
  if (!inputs.done?.length) return inputs
  const done = new Set(inputs.done.filter(id => resolved.operations.some(operation => operation.id === id)))
  // A set visits what is added while it is walked.
  for (const id of done)
    for (const anyOf of resolved.operations.find(operation => operation.id === id)?.needs ?? [])
      if (!anyOf.some(other => done.has(other))) done.add(anyOf[0]!)
  return { ...inputs, done: [...done] }
}

type Candidate = Choice
type Chosen = { scope: Scope; goals: readonly Goal[]; choice: WayChoice }

/** The choice of ways and operations for a job, without its order; `cost` is what was minimised. */
function chooseForJob(
  resolved: ResolvedSheet,
  inputs: PlanInputs,
  moveMinutes: MoveMinutes,
  budget: SearchBudget,
): Result<Chosen, AccessIssue> {
  const scope = scopeOf(resolved, inputs)
  if (!scope.ok) return scope
  const { goals } = scope.value
  const barred = allowedGoals(goals, inputs.forbidden ?? {})
  const done = new Set(inputs.done)
  const lacks = (tools: readonly string[]) => inputs.missingTools?.find(tool => tools.includes(tool))
  const costs = (usable: boolean) =>
    new Map(
      resolved.operations
        .filter(operation => !usable || done.has(operation.id) || lacks(operation.tools) === undefined)
        .map((operation): [Slug, OperationCost] =>
          // What is off already costs nothing more: it has to go back whether it is used or not.
          [
            operation.id,
            {
              id: operation.id,
              at: operation.at,
              cost: done.has(operation.id) ? 0 : operation.off + operation.on + (operation.risk?.price ?? 0),
              needs: operation.needs,
            },
          ],
        ),
    )
  const withDone = <C extends Candidate>(choice: C): C => ({
    ...choice,
    operations: new Set([
      ...choice.operations,
      ...resolved.operations.filter(operation => done.has(operation.id)).map(operation => operation.id),
    ]),
  })

  const travel = { start: inputs.start, end: 'ground' as const, moveMinutes, budget }
  const usable = costs(true)
  // Made ready only when there is a choice to price.
  let price: OrderPrice | undefined
  const choice = chooseWays(barred.goals, usable, {
    budget,
    least: leastMoves(inputs.start, 'ground', moveMinutes),
    order: (...question) =>
      (price ??= orderPricing(
        resolved.sheet,
        scope.value,
        { goals: barred.goals, operations: usable, always: inputs.done },
        inputs,
        travel,
      ))(...question),
  })
  if (!choice.ok) {
    // Would it go with the tools that are missing? Then the tool is what to say.
    const goal = choice.error.code === 'ACCESS_NO_WAY' ? choice.error.goal : ''
    const tool = resolved.operations.map(operation => lacks(operation.tools)).find(missing => missing !== undefined)
    return tool !== undefined && chooseWays(barred.goals, costs(false), { least: () => 0, budget }).ok
      ? fail({ code: 'ACCESS_TOOL_MISSING', tool, goal })
      : choice
  }
  if (!Number.isFinite(choice.value.cost)) {
    const order = leastStops(listTasks(resolved.sheet, scope.value, withDone(barred.restore(choice.value)), inputs), travel)
    if (!order.ok) return order
  }
  return ok({ scope: scope.value, goals, choice: withDone(barred.restore(choice.value)) })
}

/** Drops forbidden ways and translates a choice back to the sheet's own indexes. */
function allowedGoals(
  goals: readonly Goal[],
  forbidden: NonNullable<PlanInputs['forbidden']>,
): { goals: Goal[]; restore: <C extends Candidate>(choice: C) => C } {
  const kept = new Map(goals.map(goal => [goal.id, goal.ways.map((_, i) => i).filter(i => !forbidden[goal.id]?.includes(i))]))
  return {
    goals: goals.map(goal => ({ ...goal, ways: kept.get(goal.id)!.map(i => goal.ways[i]!) })),
    restore: choice => ({
      ...choice,
      ways: Object.fromEntries(Object.entries(choice.ways).map(([goal, i]) => [goal, kept.get(goal)![i]!])),
    }),
  }
}
