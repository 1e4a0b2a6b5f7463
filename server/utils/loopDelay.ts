import { monitorEventLoopDelay } from 'node:perf_hooks'

const spanMs = 60_000
const toMs = (nanoseconds: number): number => Math.round(nanoseconds / 1e4) / 100

let now = monitorEventLoopDelay({ resolution: 10 })
let last = { p99: 0, max: 0 }

/**
 * How long anybody waited for this process to turn to them, ms, beyond the sampling itself: over the last whole minute, or over what has
 * passed of the first.
 */
export function startLoopDelay(): () => void {
  now.enable()
  const timer = setInterval(() => {
    last = read()
    now.disable()
    now = monitorEventLoopDelay({ resolution: 10 })
    now.enable()
  }, spanMs)
  timer.unref()
  return () => {
    clearInterval(timer)
    now.disable()
  }
}
/** The sampling's own ten milliseconds are not a delay. */
const read = () => ({ p99: Math.max(0, toMs(now.percentile(99)) - 10), max: Math.max(0, toMs(now.max) - 10) })

/** The worse of the last minute and of what has passed of this one. */
export function loopDelay(): { p99: number; max: number } {
  const current = now.count > 0 ? read() : { p99: 0, max: 0 }
  return { p99: Math.max(current.p99, last.p99), max: Math.max(current.max, last.max) }
}
