import { fail, ok, type Result } from '../result'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Operation, Sheet, Slug, Way } from '../sheet/types'
import { minutes } from '../units/types'
import { coolsAfter } from './clock/coolsAfter'
import { chooseWays, type WayChoice } from './search/chooseWays'
import { goalKey, type GoalRef } from './goals/goalKinds'
import { leastMoves } from './search/leastMoves'
import { leastStops, type Travel } from './search/leastStops'
import { moveMinutesOf, usualLift } from './liftMinutes'
import { offWhileRunning, scopeOf, type Scope } from './goals/listGoals'
import { listTasks } from './tasks/listTasks'
import { listWaits, waitsLeft } from './clock/listWaits'
import { orderTasks } from './search/orderTasks'
import { orderPricing, type OrderPrice } from './search/priceOrder'
import { scheduleTasks } from './clock/scheduleTasks'
import { BudgetSpent, planBudget, SearchBudget } from './search/searchBudget'
import { riskOfHanging, withRisk } from './goals/tryFirst'
import { doneOf, untouched, type Standing } from './tasks/standing'
import { taskKey, type TaskKind } from './tasks/taskKinds'
import { shareOf, type Choice, type TaskOptions } from './tasks/taskList'
import { currentPlanner, type AccessIssue, type Goal, type OperationCost, type PlaceStage, type Plan, type Visit } from './types'
import type { PlanInputs } from './planInputs'
import { withBleeding } from './goals/withBleeding'

/**
 * From what is wanted to the whole ordered job, at least total minutes: operations off and on with their priced risk, the chosen ways, and
 * the moves of the car. It begins with the car as it stands, untouched unless told, and ends on the ground. Waits lengthen the clock, not
 * the hands. Deterministic: same sheet, inputs and standing, same plan. Beyond the budget of search the best plan found is given with how
 * far it can be from the least, or ACCESS_BUDGET where none was found.
 */
export function planJob(
  resolved: ResolvedSheet,
  inputs: PlanInputs,
  standing?: Standing,
  budget = new SearchBudget(planBudget),
): Result<Plan, AccessIssue> {
  try {
    const plan = planWithin(resolved, inputs, standing ?? untouched(resolved, inputs), budget)
    return plan.ok && standing ? ok({ ...plan.value, begun: true }) : plan
  } catch (error) {
    if (error instanceof BudgetSpent) return fail({ code: 'ACCESS_BUDGET', nodes: error.most })
    throw error
  }
}

function planWithin(resolved: ResolvedSheet, inputs: PlanInputs, standing: Standing, budget: SearchBudget): Result<Plan, AccessIssue> {
  const found = scopeOf(resolved, inputs, standing)
  if (!found.ok) return found
  const scope = withBleeding(found.value, resolved, inputs)
  const stray = unknownName(resolved, scope, inputs)
  if (stray) return fail(stray)
  const options: TaskOptions = { standing, oneAtATime: inputs.oneAtATime, firstEnd: inputs.firstEnd }
  const moveMinutes = moveMinutesOf(inputs.lift ?? usualLift)
  const chosen = chooseForJob(resolved, scope, inputs, options, { start: standing.at, end: 'ground', moveMinutes, budget })
  if (!chosen.ok) return chosen
  const { choice } = chosen.value
  const tasks = listTasks(resolved.sheet, scope, choice, options)
  // The order of what was chosen is one search, with a budget of its own.
  const travel = { start: standing.at, end: 'ground' as const, moveMinutes, budget: new SearchBudget(planBudget) }
  const ordered = orderTasks(tasks, travel)
  if (!ordered.ok) return ordered
  const scheduled = scheduleTasks(ordered.value.visits.map(withKeyHeld), waitsOf(resolved, scope, choice, standing), travel)
  const { visits } = scheduled
  const timeline = coolsAfter(scheduled.timeline, resolved.sheet, scope)
  const taken = resolved.operations.filter(operation => choice.operations.has(operation.id))
  const isOff = new Set(standing.off)
  const sumOf = (kinds: (kind: TaskKind) => boolean) => tasks.reduce((sum, task) => sum + (kinds(task.kind) ? task.minutes : 0), 0)
  const operationMinutes = sumOf(kind => kind === 'off' || kind === 'on')
  const work = sumOf(kind => kind !== 'off' && kind !== 'on')
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
      risk: minutes(taken.reduce((sum, { id, risk }) => sum + (isOff.has(id) ? 0 : (risk?.price ?? 0)), chosen.value.hanging)),
    },
    openOrder: visits.flatMap(visit => visit.tasks.filter(task => task.kind === 'open').map(task => task.target)),
    begun: false,
    atMostFromLeast: minutes(choice.atMostFromLeast),
  })
}

/** A name in the wishes that nothing on this car answers to. */
function unknownName(resolved: ResolvedSheet, { goals }: Scope, inputs: PlanInputs): AccessIssue | undefined {
  const { done = [], forbidden = {}, parts = {} } = inputs
  const operation = done.find(id => !resolved.sheet.operations.some(candidate => candidate.id === id))
  if (operation !== undefined) return { code: 'ACCESS_UNKNOWN', what: 'operation', id: operation }
  for (const [line, part] of Object.entries(parts))
    if (!resolved.sheet.lines.find(({ id }) => id === line)?.parts.some(({ id }) => id === part))
      return { code: 'ACCESS_UNKNOWN', what: 'part', id: part }
  // What was ruled out for a goal that is no longer wanted stays ruled out, and waits.
  const stray = goals.find(({ id, ways }) => forbidden[id]?.some(way => way >= ways.length))
  return stray && { code: 'ACCESS_UNKNOWN', what: 'way', id: stray.target }
}

/** Nobody under a raised car reaches its key: starting and stopping it takes somebody on a step beside its window. */
const withKeyHeld = (visit: Visit): Visit =>
  visit.at === 'raised'
    ? { ...visit, tasks: visit.tasks.map(task => (task.kind === 'run' || task.kind === 'stop' ? { ...task, helper: true } : task)) }
    : visit

function waitsOf({ sheet }: ResolvedSheet, scope: Scope, choice: Choice, standing: Standing) {
  const whole = listTasks(sheet, scope, choice)
  const done = new Set(doneOf(standing))
  return waitsLeft(listWaits(sheet, whole), id => done.has(id), standing.done.length > 0)
}

/** `hanging`: minutes to be expected for ways that are tried first and may hang. */
type Chosen = { goals: readonly Goal[]; choice: WayChoice; hanging: number }
const lineWork: readonly TaskKind[] = ['open', 'release', 'withdraw', 'fit', 'seat', 'torque', 'fasten', 'renew']

/** What must still be reached, with the minutes that are left to spend there. */
function goalsLeft(resolved: ResolvedSheet, scope: Scope, options: TaskOptions, forbidden: NonNullable<PlanInputs['forbidden']>): Goal[] {
  // With nothing chosen yet, and so every task where it may be.
  const tasks = listTasks(resolved.sheet, scope, { ways: {}, operations: new Set() }, options)
  const work = tasks.some(task => lineWork.includes(task.kind))
  return scope.goals.flatMap(goal => {
    if (goal.stages.length === 0) return work ? [goal] : []
    const mine = tasks.filter(task => task.goal === goal.id)
    if (mine.length === 0) return []
    const share = mine.reduce((sum, task) => sum + shareOf(task.kind), 0)
    // A way is priced and chosen for all that is done there: what was begun from one side is finished from there.
    const from = options.standing?.begunAt?.[goal.id]
    const isBarred = (way: Way) =>
      from !== undefined && way.at !== from && goal.ways.some(({ at }, i) => at === from && !forbidden[goal.id]?.includes(i))
    const looks = mine.every(task => task.kind === 'leak')
    const ways = goal.ways.map((way): Way => ({
      ...way,
      minutes: minutes(way.minutes * share),
      needs: isBarred(way) ? [[]] : looks ? needsOfLook(way) : way.needs,
    }))
    // What is done there needs nobody to stand there any more.
    const isLeft = (stage: PlaceStage) => stage !== 'work' || !mine.every(task => task.kind === 'leak')
    return [{ ...goal, ways, stages: goal.stages.filter(isLeft) }]
  })

  /** What stood in the way of hands and has gone back, because the engine needs it, does not stand in the way of eyes. */
  function needsOfLook({ needs }: Way): Way['needs'] {
    return offWhileRunning(needs, scope, resolved.operations).filter(anyOf => anyOf.length > 0)
  }
}
/** The choice of ways and operations for a job, without its order. */
function chooseForJob(
  resolved: ResolvedSheet,
  scope: Scope,
  inputs: PlanInputs,
  options: TaskOptions,
  travel: Travel,
): Result<Chosen, AccessIssue> {
  const goals = goalsLeft(resolved, scope, options, inputs.forbidden ?? {})
  const barred = allowedGoals(goals, inputs.forbidden ?? {})
  const isOff = new Set(options.standing?.off)
  /** Of parts of the car alone, with those that are off already. */
  const ofTheCar = (choice: WayChoice): WayChoice => {
    const parts = new Set(resolved.operations.map(({ id }) => id))
    return {
      ...choice,
      through: Object.fromEntries(Object.entries(choice.through).map(([goal, ids]) => [goal, ids.filter(id => parts.has(id))])),
      operations: new Set([...parts].filter(id => isOff.has(id) || choice.operations.has(id))),
    }
  }
  const usable = costsOf(resolved, isOff, inputs.missingTools ?? [])
  // What has begun to go that way goes that way.
  const begun = new Set<string>(Object.keys(options.standing?.begunAt ?? {}))
  const priced = [
    ...withRisk(
      barred.goals.filter(({ id }) => !begun.has(id)),
      usable,
      travel.budget,
    ),
    ...barred.goals.filter(({ id }) => begun.has(id)),
  ].sort((a, b) => placeIn(a) - placeIn(b))
  // Made ready only when there is a choice to price.
  let price: OrderPrice | undefined
  const choice = chooseWays(priced, usable, {
    budget: travel.budget,
    least: leastMoves(travel.start, travel.end, travel.moveMinutes),
    order: (...question) =>
      (price ??= orderPricing(resolved.sheet, scope, { goals: priced, operations: usable }, options, travel))(...question),
  })
  if (!choice.ok) return choice.error.code === 'ACCESS_NO_WAY' ? fail(whyNoWay(choice.error.goal, goals, barred.goals)) : choice
  const whole = ofTheCar(barred.restore(choice.value))
  if (!Number.isFinite(choice.value.cost)) {
    const order = leastStops(listTasks(resolved.sheet, scope, whole, options), travel)
    if (!order.ok) return order
  }
  const hanging = barred.goals
    .filter(({ id }) => !begun.has(id))
    .reduce((sum, goal) => sum + riskOfHanging(goal, choice.value.ways[goal.id] ?? -1, usable, travel.budget), 0)
  return ok({ goals, choice: whole, hanging })

  function placeIn(goal: Goal): number {
    return barred.goals.findIndex(({ id }) => id === goal.id)
  }

  /** What would have led there: a tool that is missing, a way that was ruled out, or nothing on this car. */
  function whyNoWay({ kind, target }: GoalRef, all: readonly Goal[], allowed: readonly Goal[]): AccessIssue {
    const goal = { kind, target }
    const wanted = (among: readonly Goal[]) => among.filter(({ id }) => id === goalKey(kind, target))
    const opens = (among: readonly Goal[], missing: readonly string[]) =>
      chooseWays(wanted(among), costsOf(resolved, isOff, missing), { least: () => 0, budget: travel.budget }).ok
    if (opens(all, inputs.missingTools ?? [])) return { code: 'ACCESS_RULED_OUT', goal }
    if (!opens(allowed, [])) {
      const isShutByEngine = wanted(all).some(({ ways }) => ways.some(({ needs }) => needs.some(anyOf => anyOf.length === 0)))
      return { code: isShutByEngine ? 'ACCESS_HIDDEN_WHILE_RUNNING' : 'ACCESS_NO_WAY', goal }
    }
    // Of the tools that are missing, those it takes: each that it cannot do without when it has the rest.
    const lacking = (inputs.missingTools ?? []).reduce<string[]>(
      (barred, tool) => (opens(allowed, [...barred, tool]) ? [...barred, tool] : barred),
      [],
    )
    const tool = inputs.missingTools!.find(one => !lacking.includes(one))!
    return { code: 'ACCESS_TOOL_MISSING', tool, goal }
  }
}

/** What is off already costs nothing more and leads on by itself; what takes a tool that is missing is not to be had. */
function costsOf(
  { operations, sheet }: ResolvedSheet,
  isOff: ReadonlySet<Slug>,
  missingTools: readonly string[],
): Map<Slug, OperationCost> {
  const refills = refillCosts(sheet)
  const isRefilled = (drains: Operation['drains']) => refills.some(([id]) => id === refillOf(drains?.circuit))
  return new Map([
    ...operations
      .filter(({ id, tools }) => isOff.has(id) || !missingTools.some(tool => tools.includes(tool)))
      .map(({ id, at, off, on, risk, needs, drains }): [Slug, OperationCost] => [
        id,
        isOff.has(id)
          ? { id, at, cost: 0, needs: [] }
          : { id, at, cost: off + on + (risk?.price ?? 0), needs: isRefilled(drains) ? [...needs, [refillOf(drains!.circuit)]] : needs },
      ]),
    ...refills,
  ])
}

const refillOf = (circuit: Slug | undefined): string => taskKey('refill', circuit ?? '')
/**
 * What another fluid costs that a part lets out: filled in again, and its level read. It stands among the operations as one that each of
 * those parts needs, so that two parts on one circuit pay for it once; no part of the car goes by its name.
 */
const refillCosts = ({ circuits = [] }: Sheet): [Slug, OperationCost][] =>
  circuits.map(({ id, fill, level }) => [
    refillOf(id),
    { id: refillOf(id), at: fill.at, cost: fill.minutes + (level.ways[0]?.minutes ?? 0), needs: [] },
  ])

/** Drops forbidden ways and translates a choice back to the sheet's own indexes. */
function allowedGoals(
  goals: readonly Goal[],
  forbidden: NonNullable<PlanInputs['forbidden']>,
): { goals: Goal[]; restore: (choice: WayChoice) => WayChoice } {
  const kept = new Map(goals.map(goal => [goal.id, goal.ways.map((_, i) => i).filter(i => !forbidden[goal.id]?.includes(i))]))
  return {
    goals: goals.map(goal => ({ ...goal, ways: kept.get(goal.id)!.map((i): Way => goal.ways[i]!) })),
    restore: choice => ({
      ...choice,
      ways: Object.fromEntries(goals.flatMap(({ id }) => (choice.ways[id] === undefined ? [] : [[id, kept.get(id)![choice.ways[id]]!]]))),
    }),
  }
}
