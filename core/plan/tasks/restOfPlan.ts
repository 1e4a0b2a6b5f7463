import { minutes } from '../../units/types'
import type { LiftPosition } from '../../sheet/types'
import type { Plan, Task } from '../types'

/**
 * Starting and stopping the engine stand wherever something is looked at (draftSteps): they mark no place in the work. A pedal that is
 * pressed and propped on the ground does.
 */
const isMark = ({ kind, at }: Task): boolean => (kind !== 'run' || at !== undefined) && kind !== 'stop'
const isLook = ({ kind }: Task): boolean => kind === 'leak' || kind === 'level'

/**
 * What is left of a plan that is being followed: its first tasks are done, in whatever order, the others are not, and the car stands where
 * the plan has it. The rest of a plan of least cost is the plan of least cost for the rest, so nothing need be searched and nothing jumps
 * about. Undefined: somebody has departed from it, and the rest must be planned anew.
 */
export function restOfPlan(plan: Plan, isDone: (task: Task) => boolean, at: LiftPosition): Plan | undefined {
  const all = plan.visits.flatMap((visit, index) => visit.tasks.map(task => ({ task, index, stands: visit.at })))
  const marks = all.filter(({ task }) => isMark(task))
  const done = marks.map(({ task }) => isDone(task))
  const first = done.indexOf(false)
  if (first < 0) return withVisits(plan, [], at)
  if (done.slice(first).includes(true)) return undefined
  const [last, next] = [marks[first - 1], marks[first]!]
  if (at !== next.stands && at !== (last?.stands ?? at)) return undefined
  // Asked after every act, and the same while nothing of it is done: the same plan then, for whoever has worked out something for it.
  const rests = known.get(plan) ?? new Map<string, Plan>()
  known.set(plan, rests)
  const key = `${first} ${at}`
  const before = rests.get(key)
  if (before) return before
  const left = new Set(marks.slice(first).map(({ task }) => task))
  const looks = [...left].some(isLook)
  const visits = plan.visits
    .map(visit => ({ ...visit, tasks: visit.tasks.filter(task => left.has(task) || (!isMark(task) && looks)) }))
    .filter((visit, index) => visit.tasks.length > 0 && index >= next.index)
  // The engine is started again for what is left to look at.
  const run = all.find(({ task }) => task.kind === 'run')
  if (run && !isMark(run.task) && looks && run.index < next.index) visits[0] = { ...visits[0]!, tasks: [run.task, ...visits[0]!.tasks] }
  const rest = withVisits(plan, visits, at)
  rests.set(key, rest)
  return rest
}
const known = new WeakMap<Plan, Map<string, Plan>>()

function withVisits(plan: Plan, visits: Plan['visits'], at: LiftPosition): Plan {
  const left = new Set(visits.flatMap(visit => visit.tasks.map(task => task.id)))
  const spent = (kinds: (task: Task) => boolean) =>
    visits.reduce((sum, visit) => sum + visit.tasks.reduce((inner, task) => inner + (kinds(task) ? task.minutes : 0), 0), 0)
  const isOperation = ({ kind }: Task) => kind === 'off' || kind === 'on'
  const [operations, work] = [spent(isOperation), spent(task => !isOperation(task))]
  // Moves still to come: those on the clock before a task that is left, and the last one down.
  const spans = plan.timeline.spans
  const begun = spans.findLastIndex(span => span.kind === 'task' && !left.has(span.task))
  const ahead = spans.filter((span, i) => i > begun && span.kind === 'move')
  const moves = ahead[0]?.kind === 'move' && ahead[0].at === at ? ahead.slice(1) : ahead
  const moving = moves.reduce((sum, span) => sum + span.to - span.from, 0)
  return {
    ...plan,
    begun: true,
    visits,
    moves: moves.length,
    minutes: {
      ...plan.minutes,
      operations: minutes(operations),
      work: minutes(work),
      moves: minutes(moving),
      total: minutes(operations + work + moving),
    },
  }
}
