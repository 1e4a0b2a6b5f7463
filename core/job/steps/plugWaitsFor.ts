import type { LiftPosition, Sheet } from '../../sheet/types'
import type { StepRef, StepStatus } from './stepKinds'

/** The step a fill plug is torqued after, while its level is still to be read where it is reached: more may have to go in. */
export function plugWaitsFor<S extends StepRef & { at?: LiftPosition } & { status?: StepStatus }>(
  steps: readonly S[],
  { kind, target }: StepRef,
  at: LiftPosition | undefined,
  sheet: Sheet,
): S | undefined {
  if (kind !== 'tighten' || !sheet.fills.some(({ id }) => id === target)) return undefined
  const isOpen = (step: S) => step.status === undefined || step.status === 'open'
  const read = steps.findLast(
    step => step.kind === 'level' && step.at === at && isOpen(step) && sheet.levels.some(({ id }) => id === step.target),
  )
  return read && (steps.findLast(step => step.kind === 'tighten' && step.target === read.target) ?? read)
}
