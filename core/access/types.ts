import type { LiftPosition, Phase, Reach, Slug, Way } from '../sheet/types'
import type { Minutes } from '../units/types'

/** Something that must be reached, and the ways to it. */
export type Goal = { id: string; ways: readonly Way[] }
export type OperationCost = { id: Slug; cost: number; needs: readonly (readonly Slug[])[] }

/** Minutes to go from one lift position to another. */
export type MoveMinutes = (from: LiftPosition, to: LiftPosition) => number

export const taskKinds = [
  'receive', 'prepare', 'off', 'open', 'cap', 'release', 'withdraw', 'catch', 'compare', 'seals', 'fit', 'seat', 'fasten', 'torque',
  'fill', 'wipe', 'run', 'level', 'leak', 'on', 'road-test',
] as const
export type TaskKind = (typeof taskKinds)[number]

export type Task = {
  id: string; kind: TaskKind; target: Slug; phase: Phase;
  /** Where the car must stand; absent: anywhere. */
  at?: LiftPosition;
  from?: Reach;
  minutes: number;
  /** Smaller goes first among tasks that could be done now. */
  priority: number;
  after: readonly string[]
}

export type Visit = { at: LiftPosition; tasks: readonly Task[] }

export type Plan = {
  planner: 1;
  /** Chosen way per goal (index into the sheet's list). */
  ways: Readonly<Record<string, number>>;
  operations: readonly Slug[];
  visits: readonly Visit[];
  moves: number;
  minutes: { operations: Minutes; work: Minutes; moves: Minutes; total: Minutes };
  openOrder: readonly Slug[]
}

export type AccessIssue
  = | { code: 'ACCESS_NO_WAY'; goal: string }
    | { code: 'ACCESS_UNKNOWN_LINE'; line: Slug }
    | { code: 'ACCESS_NOTHING_CHOSEN' }
    | { code: 'ACCESS_LAYOUT_OPEN'; lines: readonly Slug[] }
    | { code: 'ACCESS_ORDER_IMPOSSIBLE'; tasks: readonly string[] }
