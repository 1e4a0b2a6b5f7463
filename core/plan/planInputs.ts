import type { ChosenParts } from '../sheet/chosenPart'
import type { BleedMethod, LiftPosition, Slug } from '../sheet/types'
import type { GoalKey } from './goals/goalKinds'
import type { Service } from './goals/services'
import type { LiftMinutes } from './liftMinutes'

/** What a technician has decided; remembered in the job, and all a plan is made from besides the sheet. */
export type PlanInputs = {
  lines: readonly Slug[]
  /** Joints opened and sealed anew alone: their line stays. */
  joints?: readonly Slug[]
  service?: Service
  start: LiftPosition
  /** Ways the technician has ruled out: by goal, indexes into the sheet's list. */
  forbidden?: Readonly<Partial<Record<GoalKey, readonly number[]>>>
  /** Operations done before the job began: nobody takes them off, somebody puts them back. */
  done?: readonly Slug[]
  /** Tools this shop does not have: no operation that takes one is chosen. */
  missingTools?: readonly string[]
  neighbours?: readonly Slug[]
  /** Which part goes in for a line, where there are several. */
  parts?: ChosenParts
  oneAtATime?: boolean
  firstEnd?: 'hardest' | 'easiest'
  bleed?: BleedMethod
  /** What this shop's lift takes, as the job was planned by it; absent: what is usual. */
  lift?: LiftMinutes
}
