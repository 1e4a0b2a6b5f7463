import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { StepRef } from './stepKinds'
import { stepRules } from './stepRules'
import type { IsDue } from './rule'
import type { JobState, Obligation } from '../types'

/** Is a step done, by what is on record and still counts? What the car says, not what was ticked. */
export function isStepDone({ kind, target }: StepRef, resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): boolean {
  const isDue: IsDue = (owed, about) => due.some(one => one.kind === owed && (about === undefined || Object.values(one).includes(about)))
  return stepRules[kind].isDone({ target, resolved, state, due, isDue })
}
