import type { StreamReading } from './judgeReadings'

/** What a stand-in can have the matter with it, to see what the program makes of that. */
export const streamFaults = ['none', 'silent', 'unit', 'jump'] as const
export type StreamFault = (typeof streamFaults)[number]

/** A stand-in for an instrument: what it says so many ms after it was switched on; undefined: nothing. The same answer for the same ms. */
export type SimulatedStream = (ms: number) => Omit<StreamReading, 'at'> | undefined

/** Puts a fault into a stand-in: silent after a second and a half, another unit, or one reading far off. A stand-in of our own. */
export function withFault(stream: SimulatedStream, fault: StreamFault, otherUnit: { unit: string; factor: number }): SimulatedStream {
  const from = 1500
  return ms => {
    const reading = stream(ms)
    if (!reading || fault === 'none' || ms < from) return reading
    if (fault === 'silent') return undefined
    if (fault === 'unit') return { value: reading.value * otherUnit.factor, unit: otherUnit.unit }
    return ms < from + 600 ? { ...reading, value: reading.value + 50_000 } : reading
  }
}

/** A fixed wobble between -1 and 1: a hand is not steady, and a stand-in answers the same each time. */
const wobble = (seed: number, ms: number): number => Math.sin(seed * 12.9898 + ms * 0.0131) * Math.cos(seed * 4.1414 + ms * 0.0047)

/**
 * A wrench pulled to about `aim` N·m: a second of taking hold, two of pulling, then let go. A person stops within some three per cent of
 * where they meant to.
 */
export function simulatedTorqueWrench(aim: number, seed: number): SimulatedStream {
  const [hold, pull, off] = [1000, 2200, 300]
  const peak = aim * (1 + 0.03 * wobble(seed, seed * 977))
  return ms => {
    const t = ms - hold
    const share = t <= 0 ? 0 : t < pull ? Math.sin((t / pull) * (Math.PI / 2)) : Math.max(0, 1 - (t - pull) / off)
    return { value: Math.round(peak * share * 10) / 10, unit: 'N.m' }
  }
}

/** A scale with a pan on it: grams of the pan and of what is in it, settling within a second. */
export function simulatedScale(grams: number, seed: number): SimulatedStream {
  return ms => ({ value: Math.round(grams * (1 - Math.exp(-ms / 200)) + wobble(seed, ms) * (ms < 1500 ? 3 : 0)), unit: 'g' })
}

/**
 * The gauge of a vacuum pump: drawn down to -85 kPa within some twenty seconds, then shut; what leaks in raises it by so many kPa a minute.
 */
export function simulatedPumpGauge(leakPerMinute: number): SimulatedStream {
  const [deep, seconds] = [-85, 20]
  return ms => {
    const s = ms / 1000
    const drawn = deep * (1 - Math.exp(-Math.min(s, seconds) / 5))
    const leaked = s > seconds ? ((s - seconds) / 60) * leakPerMinute : 0
    return { value: Math.round(Math.min(0, drawn + leaked) * 10) / 10, unit: 'kPa' }
  }
}
