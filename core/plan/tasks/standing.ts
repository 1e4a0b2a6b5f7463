import type { LiftPosition, Slug } from '../../sheet/types'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { GoalKey } from '../goals/goalKinds'
import { taskKey, type TaskKey } from './taskKinds'

/** The car as a plan begins on it: untouched, or in the middle of the work. */
export type Standing = {
  at: LiftPosition
  /** Parts that are off now: nobody takes them off, somebody puts them back. */
  off: readonly Slug[]
  /** Tasks that need not be done (again). */
  done: readonly TaskKey[]
  /** Lines and joints beside those that are wanted, touched by somebody: they are put back as any other. */
  lines: readonly Slug[]
  joints: readonly Slug[]
  /** Fluids let out by parts that came off in this job, and parts with seals of their own: asked for though the part is on again. */
  drained: readonly Slug[]
  resealed: readonly Slug[]
  /** Where the car stood when somebody began at a goal: from there it is finished, and looked at. */
  begunAt: Readonly<Partial<Record<GoalKey, LiftPosition>>>
  /** The engine has run: what is read cold is read last, once it has cooled. */
  hasRun?: true
}

/** Before the first act of a job: what was off when the car came, and nothing done. */
export const untouched = (resolved: ResolvedSheet, inputs: { start: LiftPosition; done?: readonly Slug[] }): Standing => ({
  at: inputs.start,
  off: withOuterParts(resolved, inputs.done ?? []),
  // What was let out before the job began nobody can measure any more.
  done: [resolved.sheet, ...(resolved.sheet.circuits ?? [])]
    .filter(({ id }) => resolved.operations.some(({ id: part, drains }) => drains?.circuit === id && inputs.done?.includes(part)))
    .map(({ id }): TaskKey => taskKey('drain', id)),
  lines: [],
  joints: [],
  drained: [],
  resealed: [],
  begunAt: {},
})

/** What need not be done any more: what is done, and taking off what is off. */
export const doneOf = (standing: Partial<Pick<Standing, 'done' | 'off'>> = {}): TaskKey[] => [
  ...(standing.done ?? []),
  ...(standing.off ?? []).map((id): TaskKey => taskKey('off', id)),
]

/** What is off already was got at somehow: where there is but one way in, the parts on it are off as well. */
export function withOuterParts(resolved: ResolvedSheet, off: readonly Slug[]): Slug[] {
  const all = new Set(off)
  // A set visits what is added while it is walked.
  for (const id of all)
    for (const anyOf of resolved.operations.find(operation => operation.id === id)?.needs ?? []) if (anyOf.length === 1) all.add(anyOf[0]!)
  return [...all]
}
