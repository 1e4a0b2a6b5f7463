import { fail, ok, type Result } from '../result'
import type { Needs, Slug, Way } from '../sheet/types'
import type { AccessIssue, Goal, OperationCost } from './types'

export type WayChoice = { ways: Record<string, number>; operations: ReadonlySet<Slug>; cost: number }

/**
 * One way for each goal and the operations they need, at least total cost. Exact: branch and bound, ways and the alternatives of every OR
 * branched, cut where the minutes so far reach the best found. `orderCost` prices the lift-position moves of a finished choice and must not be
 * negative. Ties go to fewer operations, then to the sheet's order. Operation costs and way minutes must not be negative.
 */
export function chooseWays(goals: readonly Goal[], operations: ReadonlyMap<Slug, OperationCost>, orderCost: (choice: WayChoice) => number): Result<WayChoice, AccessIssue> {
  for (const goal of goals) if (goal.ways.length === 0) return fail({ code: 'ACCESS_NO_WAY', goal: goal.id })
  let best: WayChoice | undefined
  const chosen = new Map<string, number>()

  const visitGoal = (index: number, done: ReadonlySet<Slug>, cost: number): void => {
    const goal = goals[index]
    if (!goal) {
      const leaf = { ways: Object.fromEntries(chosen), operations: done, cost }
      const total = cost + orderCost(leaf)
      if (!best || total < best.cost - 1e-9 || (Math.abs(total - best.cost) <= 1e-9 && done.size < best.operations.size)) best = { ...leaf, cost: total }
      return
    }
    goal.ways.forEach((way: Way, i) => {
      chosen.set(goal.id, i)
      meetNeeds(way.needs, done, cost + way.minutes, (met, price) => visitGoal(index + 1, met, price))
    })
    chosen.delete(goal.id)
  }

  const meetNeeds = (needs: Needs, done: ReadonlySet<Slug>, cost: number, then: (done: ReadonlySet<Slug>, cost: number) => void): void => {
    if (best && cost > best.cost + 1e-9) return
    const open = needs.find(anyOf => !anyOf.some(id => done.has(id)))
    if (!open) return then(done, cost)
    const rest = needs.filter(anyOf => anyOf !== open)
    for (const id of open) {
      const operation = operations.get(id)
      // An operation the car does not have, or that the technician has ruled out, is no alternative.
      if (operation) meetNeeds([...operation.needs, ...rest], new Set(done).add(id), cost + operation.cost, then)
    }
  }

  visitGoal(0, new Set(), 0)
  return best ? ok(best) : fail({ code: 'ACCESS_NO_WAY', goal: firstUnreachable(goals, operations) })
}

/** Names the first goal that cannot be reached even alone. */
function firstUnreachable(goals: readonly Goal[], operations: ReadonlyMap<Slug, OperationCost>): string {
  return goals.find(goal => goals.length === 1 || !chooseWays([goal], operations, () => 0).ok)?.id ?? ''
}
