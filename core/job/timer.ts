import type { JobState, TimerName } from './types'

type Moment = { at: string; recordedAt?: string; device: string }

/**
 * Seconds left on a timer. One device's clock may be wrong but runs evenly, so a span on one device is measured by that device; a span
 * between two devices by the server's clock where both ends have it. Undefined when the timer was never started.
 */
export function secondsLeft(state: JobState, name: TimerName, now: Moment): number | undefined {
  const timer = state.timers[name]
  if (!timer) return undefined
  const sameDevice = timer.device === now.device
  const [start, end] = !sameDevice && timer.recordedAt && now.recordedAt ? [timer.recordedAt, now.recordedAt] : [timer.at, now.at]
  return Math.max(0, Math.ceil(timer.minutes * 60 - (Date.parse(end) - Date.parse(start)) / 1000))
}
