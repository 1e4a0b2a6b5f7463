/** Instruments that stream a number. */
export const streams = ['torque-wrench', 'scale', 'pump-gauge', 'scan-tool'] as const
export type StreamKind = (typeof streams)[number]

/** One number from an instrument, `at` in ms on one clock, in the unit it says; a scan tool says the engine's speed beside it. */
export type StreamReading = { at: number; value: number; unit: string; rpm?: number }
export type StreamTrouble =
  /** Nothing came for so many seconds. */
  | { code: 'silent'; seconds: number }
  /** It speaks in another unit than is listened for. */
  | { code: 'unit'; unit: string }
  /** Faster than a hand, a pan or a pump can be. */
  | { code: 'jump'; from: number; to: number }
export type StreamJudged = { value?: number; rpm?: number; trouble?: StreamTrouble }

/** What each is listened to in, how fast its value may change (in that unit a second), and after how many seconds it counts as silent. */
export const streamRules = {
  'torque-wrench': { unit: 'N.m', perSecond: 2000, silentAfter: 2 },
  // A full can is put down at once: a scale may jump by what a person can lift.
  scale: { unit: 'g', perSecond: 40_000, silentAfter: 5 },
  'pump-gauge': { unit: 'kPa', perSecond: 60, silentAfter: 3 },
  // A gearbox full of fluid warms by a degree in some seconds at the quickest; what it says is a tenth off at times.
  'scan-tool': { unit: 'degC', perSecond: 5, silentAfter: 5 },
} as const satisfies Record<StreamKind, { unit: string; perSecond: number; silentAfter: number }>

/** Readings of the last while are enough to judge by; a longer list is cut. */
const considered = 40
/** Two readings a moment apart are told apart by what the display rounds to. */
const shortestMs = 100

/**
 * What an instrument says now, or why it is not to be believed: silent, in another unit, or jumping. A jump among the last readings stays
 * said until readings without one have taken its place. `now` in ms on the readings' clock. Our own rules.
 */
export function judgeReadings(kind: StreamKind, readings: readonly StreamReading[], now: number): StreamJudged {
  const { unit, perSecond, silentAfter } = streamRules[kind]
  const recent = readings.slice(-considered)
  const last = recent.at(-1)
  if (!last) return {}
  const quiet = (now - last.at) / 1000
  if (quiet > silentAfter) return { trouble: { code: 'silent', seconds: Math.floor(quiet) } }
  const stranger = recent.findLast(reading => reading.unit !== unit)
  if (stranger) return { trouble: { code: 'unit', unit: stranger.unit } }
  const jump = recent.findLastIndex((reading, i) => {
    const before = recent[i - 1]
    if (!Number.isFinite(reading.value)) return true
    return (
      before !== undefined && Math.abs(reading.value - before.value) > (perSecond * Math.max(shortestMs, reading.at - before.at)) / 1000
    )
  })
  if (jump >= 0) return { trouble: { code: 'jump', from: recent[jump - 1]?.value ?? NaN, to: recent[jump]!.value } }
  return { value: last.value, ...(last.rpm !== undefined && { rpm: last.rpm }) }
}

/**
 * The torque a pull came to: the highest value, once the hand has let go of the wrench again. Undefined while it still pulls, or has not
 * begun. In the unit of its readings.
 */
export function peakOf(readings: readonly StreamReading[]): number | undefined {
  const peak = Math.max(...readings.map(({ value }) => value), 0)
  const last = readings.at(-1)
  const begun = 2
  return last && peak > begun && last.value < peak * 0.3 ? peak : undefined
}
