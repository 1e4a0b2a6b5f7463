import { taskKey, type TaskKind } from '../../core/plan/tasks/taskKinds'
import { currentPlanner, type Plan, type Task } from '../../core/plan/types'
import type { Step } from '../../core/job/steps/draftSteps'
import { stepRules } from '../../core/job/steps/stepRules'
import type { LiftPosition } from '../../core/sheet/types'
import { minutes } from '../../core/units/types'

/** A visit of the pocket car: where it stands, then its tasks as `open:near`; a plus says that somebody helps. */
export type VisitSaid = readonly [LiftPosition, ...string[]]

const task = (said: string): Task => {
  const helper = said.endsWith('+')
  const [kind, target = 'pocket'] = said.replace('+', '').split(':') as [TaskKind, string?]
  return {
    id: taskKey(kind, target),
    kind,
    target,
    phase: stepRules[kind].phase,
    from: 'below',
    minutes: 2,
    ...(helper && { helper }),
    priority: 0,
    after: [],
  }
}

/** A plan said by hand: its visits and tasks, and nothing about its price. */
export const pocketPlan = (visits: readonly VisitSaid[], change: Partial<Plan> = {}): Plan => ({
  planner: currentPlanner,
  ways: {},
  operations: [],
  visits: visits.map(([at, ...tasks]) => ({ at, tasks: tasks.map(task) })),
  moves: 0,
  minutes: { operations: minutes(0), work: minutes(0), moves: minutes(0), total: minutes(0), clock: minutes(0), risk: minutes(0) },
  timeline: { spans: [], waits: [], clock: 0, hands: 0, helper: 0, raised: 0 },
  openOrder: [],
  begun: false,
  atMostFromLeast: minutes(0),
  ...change,
})

/** A row as it is said here: its visit, where the car stands, what is done to what, and whether somebody helps. */
export const rowOf = ({ visit, at, kind, target, helper }: Omit<Step, 'status'>): string =>
  `${visit} ${at} ${kind}:${target}${helper ? '+' : ''}`
