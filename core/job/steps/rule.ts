import type { FluidEstimate } from '../../fluid/estimateFluid'
import { settleWindow } from '../../sheet/settleContested'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Joint, Phase, Slug } from '../../sheet/types'
import { targetTorque } from '../../torque/checkTorque'
import type { Step } from './draftSteps'
import type { JobCommand, JobState, Obligation, ObligationKind, TorqueSaid } from '../types'

/** A step as it stands: what it is about, and the job so far. */
export type StepAt = { target: Slug; resolved: ResolvedSheet; state: JobState; isDue: IsDue; due: readonly Obligation[] }
/** Is something of this kind due, of this thing where one is named? */
export type IsDue = (owed: ObligationKind, about?: Slug) => boolean
export type StepPlain = { step: Step; target: Slug; resolved: ResolvedSheet; state: JobState; fluid: FluidEstimate | undefined }

/** All that core knows of a kind of step; its words are in `stepWords`, what a hand enters in `StepEntry`. */
export type StepRule = {
  /** Which part of a job it belongs to, whenever it is done. */
  phase: Phase
  /** Proves or protects nothing by itself: may be left out with a reason. */
  skippable?: true
  /** Done wherever the car stands: it moves no lift. */
  anywhere?: true
  /** Done where hands are already, before anything else is begun. */
  atOnce?: true
  /** One of several things serves as well as another. */
  anyTarget?: true
  /** About a line as it goes in: by the part that was chosen for it. */
  newLine?: true
  /** Comes once fluid is in and the air is out. */
  afterFluid?: true
  /** Is it done, by what is on record and still counts? What the car says, not what was ticked. */
  isDone: (at: StepAt) => boolean
  /** What it records when everything goes as the sheet says. */
  plain: (at: StepPlain) => JobCommand
}

/** To the nearest multiple of a step. In the unit of both. */
export const roundTo = (value: number, step: number): number => Math.round(value / step) * step
/** Amounts nobody has measured yet are marked estimated. In whatever unit follows it. */
export const about = (value: number) =>
  ({ entered: { value: Math.max(10, roundTo(value, 10)), unit: 'mL' as const }, how: 'estimated' }) as const

/** Common practice, no source: what to look up first where a sheet states no torque for small hydraulic nuts. */
const lookedUp = 15
const middleOf = (torque: NonNullable<Joint['torque']>): TorqueSaid => {
  const window = settleWindow(torque)
  const value = window.kind === 'unknown' ? lookedUp : roundTo(targetTorque(window.value), 0.5)
  return { how: 'wrench', entered: { value, unit: 'N.m' } }
}
/** Turned where only a turn is stated. */
export const saidOf = ({ torque, turn }: Pick<Joint, 'torque' | 'turn'>): TorqueSaid =>
  turn && !torque ? { how: 'turn' } : middleOf(torque ?? 'unknown')
