import { taskKey, taskKinds, type TaskKind } from '../../plan/tasks/taskKinds'
import type { Slug } from '../../sheet/types'

/** Beside the planner's tasks: moves of the car, and what stands beside a task without costing a way of its own. */
export const stepKinds = [
  ...taskKinds,
  'move',
  'tighten',
  'clear',
  'press',
  'let',
  'test',
  'count',
  'mend',
  'trace',
  'carry',
  'make',
] as const
export type StepKind = (typeof stepKinds)[number]
export const stepStatuses = ['open', 'done', 'skipped'] as const
export type StepStatus = (typeof stepStatuses)[number]
/** A step by what it is and what it is about. */
export type StepRef = { kind: StepKind; target: Slug }

/** Whether a step of this kind is a task of the plan. */
export const isTaskKind = (kind: StepKind): kind is TaskKind => (taskKinds as readonly StepKind[]).includes(kind)
/** Names a step where marks are kept by step: made from what it is, and never taken apart. */
export type StepKey = StepKind | `${StepKind}:${Slug}`
/** The name marks are kept by for a step. */
export const stepKey = ({ kind, target }: StepRef): StepKey => (isTaskKind(kind) ? taskKey(kind, target) : `${kind}:${target}`)
