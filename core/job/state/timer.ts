import type { Wait, WaitKind } from '../../sheet/types'
import type { StepRef, StepStatus } from '../steps/stepKinds'
import type { JobState, TimerName } from '../types'

export type Moment = { at: string; recordedAt?: string; device: string }

/**
 * Seconds between two moments. One device's clock may be wrong but runs evenly, so a span on one device is measured by that device; a span
 * between two devices by the server's clock where both ends have it. Our own rule.
 */
export function spanSeconds(from: Moment, to: Moment): number {
  const said = (Date.parse(to.at) - Date.parse(from.at)) / 1000
  const recorded = from.recordedAt && to.recordedAt ? (Date.parse(to.recordedAt) - Date.parse(from.recordedAt)) / 1000 : undefined
  // A clock that was set back in between has not run evenly: no time passes backwards.
  const isEven = from.device === to.device && said >= 0
  return Math.max(0, isEven ? said : (recorded ?? said))
}

/** Seconds left on a timer; undefined when it was never started. */
export function secondsLeft(state: JobState, name: TimerName, now: Moment): number | undefined {
  const timer = state.timers[name]
  return timer && Math.max(0, Math.ceil(timer.minutes * 60 - spanSeconds(timer, now)))
}

export type RunningTimer = { timer: TimerName | WaitKind; startedAt: string; recordedAt?: string; device: string; minutes: number }
/** A wait of the sheet that has begun, with the steps it stands before. */
type Begun = { wait: Pick<Wait, 'kind' | 'minutes'>; since: Moment; isBound: (step: StepRef) => boolean }

/**
 * Timers somebody still waits for: not ended, the job not signed off, and for the leak timer a joint left to look at, for the soak timer
 * one left to open; and the sheet's own waits, while a step they stand before is still to come.
 */
export function runningTimers(
  state: JobState,
  steps: readonly (StepRef & { status: StepStatus })[],
  begun: readonly Begun[] = [],
): RunningTimer[] {
  if (state.signedOff) return []
  const looking = steps.some(step => step.kind === 'leak' && step.status === 'open')
  // Nobody waits for penetrant any more once the joint it is for has moved.
  const soaking = Object.values(state.joints).filter(joint => joint.seized?.some(mark => mark.remedy === 'soak'))
  // A joint counts as dry by minutes under pressure: none pass while the engine stands, and the pedal is up.
  const isHeld = state.pressures.some(({ to }) => !to)
  const isOver = (name: string) =>
    name === 'leak'
      ? !looking || !isHeld
      : name === 'soak' && (begun.some(({ wait }) => wait.kind === 'soak') || (soaking.length > 0 && soaking.every(joint => joint.opened)))
  const own = Object.entries(state.timers).flatMap(([name, timer]) =>
    timer && !timer.ended && !isOver(name)
      ? [{ timer: name as TimerName, startedAt: timer.at, recordedAt: timer.recordedAt, device: timer.device, minutes: timer.minutes }]
      : [],
  )
  const waits = begun
    .filter(({ isBound }) => steps.some(step => step.status === 'open' && isBound(step)))
    .map(({ wait, since: { at, recordedAt, device } }) => ({ timer: wait.kind, startedAt: at, recordedAt, device, minutes: wait.minutes }))
  return [...own, ...waits]
}
