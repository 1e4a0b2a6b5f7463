import type { LiftPosition, Operation, Phase, Reach, Sheet, Slug, Way } from '../../sheet/types'
import type { Rest } from '../../sheet/carRests'
import type { GoalKey } from '../goals/goalKinds'
import { fillGoal, staysOff, type Scope } from '../goals/listGoals'
import type { Standing } from './standing'
import { taskKey, taskRules, type TaskKey, type TaskKind } from './taskKinds'
import type { Task, WaysChosen } from '../types'
import { waysIn, type WaysIn } from '../goals/waysIn'

/** Which part of its goal's minutes a task takes, 0 to 1. Common practice, no source. */
export const shareOf = (kind: TaskKind): number => taskRules[kind].share ?? 0

/** Ways by index, the operations taken, and those on the way to each goal; without these the choice is still open and binds nothing. */
export type Choice = { ways: WaysChosen; through?: Readonly<Partial<Record<GoalKey, readonly Slug[]>>>; operations: ReadonlySet<Slug> }

export type TaskOptions = {
  standing?: Pick<Standing, 'off' | 'done'> & Partial<Pick<Standing, 'begunAt' | 'drained' | 'resealed'>>
  /** One line out and in before the next is opened. */
  oneAtATime?: boolean
  /** Which end is opened first where both can be; the harder one unless told. */
  firstEnd?: 'hardest' | 'easiest'
}

export type About = {
  /** The goal whose way says where, behind what, and how long. */
  goal?: GoalKey
  at?: LiftPosition
  from?: Reach
  minutes?: number
  nudge?: number
  helper?: boolean
  still?: boolean
  rests?: Rest
}

/** What the parts of a job's list share: who leads where, and the tasks so far. */
export type Job = {
  sheet: Sheet
  scope: Scope
  operations: readonly Operation[]
  choice: Choice
  wayOf: (goal: GoalKey) => Way
  throughOf: (goal: GoalKey) => readonly Slug[]
  ins: WaysIn<Slug>
  hasGoal: (goal: GoalKey) => boolean
  /** The electrics are dead before anything is opened beside a live cable. */
  dead: readonly TaskKey[]
  /** Where it was filled, where that is done. */
  filledAt: LiftPosition | undefined
  put: (kind: TaskKind, target: Slug, phase: Phase, after: readonly TaskKey[], about?: About) => TaskKey
  tasks: Task[]
}

const anywhere = { at: undefined, from: undefined, needs: [], minutes: 0 } as unknown as Way

/** What the tasks of a job are listed from: its goals with the ways chosen, and what comes off. */
export function jobOf(sheet: Sheet, scope: Scope, choice: Choice, options: TaskOptions): Job {
  const goals = new Map(scope.goals.map(goal => [goal.id, goal]))
  // A goal whose way is still open could be reached from anywhere, for all that is known: its tasks bind nothing.
  const wayOf = (goal: GoalKey): Way => goals.get(goal)?.ways[choice.ways[goal] ?? -1] ?? anywhere
  const operations = sheet.operations.filter(operation => choice.operations.has(operation.id))
  const byId = new Map(operations.map(operation => [operation.id, operation]))
  const sets = choice.through && Object.values(choice.through).map(ids => new Set(ids))
  const off = new Set(options.standing?.off)
  const ins = waysIn<Slug>({
    isTaken: id => byId.has(id),
    needsOf: id => (off.has(id) ? byId.get(id)!.needs.filter(anyOf => anyOf.length === 1) : byId.get(id)!.needs),
    staysOff: id => staysOff(byId.get(id)!, scope),
    hangsOn: (id, outer) => off.has(id) && !off.has(outer),
    isThrough: sets && ((id, other) => sets.some(set => set.has(id) && set.has(other))),
  })
  const throughOf = (goal: GoalKey): readonly Slug[] => choice.through?.[goal] ?? []
  const dead = scope.isolating && choice.operations.has(scope.isolating.id) ? [taskKey('off', scope.isolating.id)] : []
  const tasks: Task[] = []
  const put: Job['put'] = (
    kind,
    target,
    phase,
    after,
    { goal, at, from, minutes = 0, nudge = 0, helper = false, still = false, rests } = {},
  ) => {
    const id = taskKey(kind, target)
    const way = goal === undefined ? undefined : wayOf(goal)
    tasks.push({
      id,
      kind,
      target,
      phase,
      at: at ?? way?.at,
      from: from ?? way?.from,
      minutes: way ? shareOf(kind) * way.minutes : minutes,
      priority: taskRules[kind].rank + nudge,
      after: goal === undefined ? after : [...after, ...throughOf(goal).map(operation => taskKey('off', operation))],
      ...(goal !== undefined && { goal }),
      ...(helper && { helper }),
      ...(still && { still }),
      ...(rests && { rests }),
    })
    return id
  }
  const filledAt = options.standing?.begunAt?.[fillGoal(scope)]
  return { sheet, scope, operations, choice, wayOf, throughOf, ins, hasGoal: goal => goals.has(goal), dead, filledAt, put, tasks }
}

/** Joints that are closed again: a part may do without some that its forerunner had. */
export const staying = ({ joints, dropped }: Scope): Scope['joints'][number][] => joints.filter(({ id }) => !dropped.has(id))
