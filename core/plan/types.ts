import type { GoalKey, GoalRef } from './goals/goalKinds'
import type { TaskKey, TaskKind } from './tasks/taskKinds'
import type { LiftPosition, Phase, Reach, Slug, Way, WaitKind } from '../sheet/types'
import type { Rest } from '../sheet/carRests'
import type { Minutes } from '../units/types'

/** When in a job a goal's position is needed: line work, then filling and bleeding, then proving. Operations have no stage of their own. */
export type PlaceStage = 'work' | 'fill' | 'prove' | 'sometime'
/** Something that must be reached, the ways to it, and when somebody must stand there. */
export type Goal = GoalRef & { id: GoalKey; ways: readonly Way[]; stages: readonly PlaceStage[] }
/** The way taken to each goal, by its place in the sheet's list. */
export type WaysChosen = Readonly<Partial<Record<GoalKey, number>>>
export type OperationCost = { id: Slug; at: LiftPosition; cost: number; needs: readonly (readonly Slug[])[] }

/** Minutes to go from one lift position to another. */
export type MoveMinutes = (from: LiftPosition, to: LiftPosition) => number

export type Task = {
  id: TaskKey
  kind: TaskKind
  target: Slug
  phase: Phase
  /** Where the car must stand; absent: anywhere. */
  at?: LiftPosition
  from?: Reach
  /** The goal whose way says so. */
  goal?: GoalKey
  minutes: number
  /** Somebody else sits in the seat or holds the other end. */
  helper?: boolean
  /** Hands stay away while the engine runs: done before it starts or after it stops. */
  still?: boolean
  /** The car rests on what this takes off or puts on, or is held by it from the floor. */
  rests?: Rest
  /** Smaller goes first among tasks that could be done now. */
  priority: number
  after: readonly TaskKey[]
}
/** Time that must pass between tasks and takes nobody's hands. Without a task before it, it runs from the start of the job. */
export type WaitSpan = {
  id: string
  kind: WaitKind | 'leak'
  text: string
  minutes: number
  after: readonly TaskKey[]
  before: readonly TaskKey[]
}

export type Visit = { at: LiftPosition; tasks: readonly Task[] }

/** One thing on the clock, in minutes from the start. */
export type Span =
  | { kind: 'task'; task: TaskKey; from: number; to: number; helper: boolean; visit: number }
  | { kind: 'move'; to: number; from: number; at: LiftPosition; visit: number }
  /** Nobody can do anything: what is waited for. */
  | { kind: 'idle'; from: number; to: number; wait: string; visit: number }
export type Timeline = {
  spans: readonly Span[]
  waits: readonly (WaitSpan & { from: number; to: number })[]
  clock: number
  hands: number
  helper: number
  raised: number
}

/** Counts up when the same inputs may give another plan; a job remembers which it was planned by. */
export const plannerVersions = [1, 2, 3, 4, 5] as const
export type PlannerVersion = (typeof plannerVersions)[number]
export const currentPlanner = 5 satisfies PlannerVersion

export type Plan = {
  planner: PlannerVersion
  /** Chosen way per goal (index into the sheet's list). */
  ways: WaysChosen
  operations: readonly Slug[]
  visits: readonly Visit[]
  moves: number
  /** `total`: hands on, moves included; `clock`: until the job is over, waits included; `risk`: priced into the choice, spent by nobody. */
  minutes: { operations: Minutes; work: Minutes; moves: Minutes; total: Minutes; clock: Minutes; risk: Minutes }
  timeline: Timeline
  openOrder: readonly Slug[]
  /** Planned from a car in the middle of the work: what is done is not in it. */
  begun: boolean
  /** Minutes by which the least can lie below `minutes.total`: 0, where it is proven to be the least. */
  atMostFromLeast: Minutes
}

export type AccessIssue =
  /** No way leads there on this car. */
  | { code: 'ACCESS_NO_WAY'; goal: GoalRef }
  /** One would, and it has been ruled out. */
  | { code: 'ACCESS_RULED_OUT'; goal: GoalRef }
  /** Read once the engine has run, and reached only through a part that it needs. */
  | { code: 'ACCESS_HIDDEN_WHILE_RUNNING'; goal: GoalRef }
  | { code: 'ACCESS_UNKNOWN'; what: 'joint' | 'neighbour' | 'operation' | 'part' | 'way'; id: string }
  | { code: 'ACCESS_UNKNOWN_LINE'; line: Slug }
  | { code: 'ACCESS_NOTHING_CHOSEN' }
  | { code: 'ACCESS_LAYOUT_OPEN'; lines: readonly Slug[] }
  | { code: 'ACCESS_ORDER_IMPOSSIBLE'; tasks: readonly Pick<Task, 'kind' | 'target'>[] }
  /** Not within so many nodes of search: the sheet offers more alternatives than any car has. */
  | { code: 'ACCESS_BUDGET'; nodes: number }
  | { code: 'ACCESS_TOOL_MISSING'; tool: string; goal: GoalRef }
