import type { Planned } from '../../plan/knownPlans'
import { restOfPlan } from '../../plan/tasks/restOfPlan'
import type { Standing } from '../../plan/tasks/standing'
import type { Plan, Task } from '../../plan/types'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import { isHeldSince, liftOf } from '../state/carState'
import { isStepDone } from './isStepDone'
import { listDue } from '../owed/obligations'
import { besideOf, standingOf, type Beside } from '../state/standingOf'
import type { JobState } from '../types'

/** What is left of the job's plan while it is followed; undefined: the rest has to be planned from the car as it stands. */
export function followedPlan(resolved: ResolvedSheet, state: JobState, plan: Plan, beside: Beside): Plan | undefined {
  if (beside.lines.length > 0 || beside.joints.length > 0) return undefined
  // A part that nobody meant to take off: it has to go back, and what follows from that is in no plan yet.
  const isUnplanned = (id: Slug) => !plan.operations.includes(id)
  if ([...beside.off, ...beside.resealed].some(isUnplanned)) return undefined
  const due = listDue(resolved, state)
  const isDone = (task: Task): boolean => state.steps[task.id] !== undefined || isStepDone(task, resolved, state, due)
  const isLooked = plan.visits.every(({ tasks }) => tasks.every(task => task.kind !== 'leak' || isDone(task)))
  // Pressed and propped, or not needed any more.
  const isPressed = isHeldSince(state) || (isLooked && state.pressures.length > 0)
  return restOfPlan(plan, task => (task.kind === 'run' ? isPressed : isDone(task)), liftOf(state))
}

/** What is still to be worked out for the rest of a job, elsewhere where that is better; `answer` takes it. */
export type RestAsked = { ask: Standing; answer: (rest: Planned) => Planned }

/** The rest of a job whose whole plan is known: at once where the plan is followed, or the question to plan. */
export function askRest(resolved: ResolvedSheet, state: JobState, whole: Planned): Planned | RestAsked {
  const followed = whole.ok ? followedPlan(resolved, state, whole.value, besideOf(resolved, state)) : undefined
  if (followed) return { ok: true, value: followed }
  // Where nothing can be planned from here (a sheet that was changed under the job), the plan of the whole job stands.
  return { ask: standingOf(resolved, state), answer: rest => (rest.ok ? rest : whole) }
}
