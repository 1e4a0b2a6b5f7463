import { listTasks } from '../../core/plan/tasks/listTasks'
import { scopeOf } from '../../core/plan/goals/listGoals'
import type { PlanInputs } from '../../core/plan/planInputs'
import type { TaskOptions } from '../../core/plan/tasks/taskList'
import type { Task } from '../../core/plan/types'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Needs, Slug } from '../../core/sheet/types'

/** The tasks of a job by the first way to everything, with the first alternative of each need off, and what that lies behind. */
export function tasksOf(
  resolved: ResolvedSheet,
  inputs: Partial<PlanInputs> = {},
  options: TaskOptions = {},
  beside: readonly Slug[] = [],
): Task[] {
  const scope = scopeOf(resolved, { lines: ['supply', 'return'], ...inputs })
  if (!scope.ok) throw new Error(scope.error.code)
  const behind = (needs: Needs): Slug[] =>
    needs.flatMap(([first]) => [first!, ...behind(resolved.operations.find(({ id }) => id === first)!.needs)])
  const { goals } = scope.value
  const through = Object.fromEntries(goals.map(goal => [goal.id, behind(goal.ways[0]!.needs)]))
  return listTasks(
    resolved.sheet,
    scope.value,
    {
      ways: Object.fromEntries(goals.map(goal => [goal.id, 0])),
      through,
      operations: new Set([...Object.values(through).flat(), ...beside]),
    },
    options,
  )
}
