import { celsius, type Celsius } from '../units/types'
import type { SimulatedStream } from './simulatedStreams'

/** The engine ran from here to there, ms on one clock; without an end it still runs. */
export type EngineSpan = { from: number; to?: number }
/** The car that the stand-in stands for: its workshop, where its fluid settles while it idles, and how fast it warms and cools. */
export type SimulatedCar = { ambient: Celsius; settles: Celsius; warmMinutes: number; coolMinutes: number }
export const usualCar: SimulatedCar = { ambient: celsius(18), settles: celsius(92), warmMinutes: 11, coolMinutes: 70 }

/** What a scan tool says at one moment. */
export type ScanReading = { celsius: Celsius; rpm: number }

/**
 * The same as a stream, switched on at `from` on the spans' clock; `spans` is asked each time, for an engine is started meanwhile. Times in
 * ms. A stand-in of our own.
 */
export const scanToolStream =
  (spans: () => readonly EngineSpan[], from: number): SimulatedStream =>
  ms => {
    const { celsius: value, rpm } = simulatedScanTool(spans(), from + ms)
    return { value, unit: 'degC', rpm }
  }

/**
 * A stand-in for a scan tool: fluid temperature of a car whose engine has run in these spans, each part of the way towards where it settles
 * (or cools to), T = T∞ + (T − T∞)·e^(−t/τ); engine speed at idle or none. The same answer for the same moment. Times in ms.
 */
export function simulatedScanTool(spans: readonly EngineSpan[], now: number, car: SimulatedCar = usualCar): ScanReading {
  const towards = (is: number, settles: number, ms: number, minutes: number) =>
    settles + (is - settles) * Math.exp(-Math.max(0, ms) / (minutes * 60_000))
  let warm: number = car.ambient
  let at = spans[0]?.from ?? now
  for (const span of spans) {
    const from = Math.min(now, span.from)
    const to = Math.min(now, span.to ?? now)
    warm = towards(warm, car.ambient, from - at, car.coolMinutes)
    warm = towards(warm, car.settles, to - from, car.warmMinutes)
    at = Math.max(at, to)
  }
  warm = towards(warm, car.ambient, now - at, car.coolMinutes)
  const runs = spans.some(({ from, to }) => from <= now && (to === undefined || to > now))
  return { celsius: celsius(Math.round(warm * 10) / 10), rpm: runs ? 780 : 0 }
}
