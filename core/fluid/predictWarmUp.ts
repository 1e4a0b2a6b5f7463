import { minutes, type Celsius, type Minutes } from '../units/types'

/** A temperature read, so many seconds after the first. */
export type TemperatureRead = { seconds: number; celsius: Celsius }
export type WarmUp =
  | { state: 'in-window'; /** Until it leaves the window at the top. */ left: Minutes | undefined }
  | { state: 'too-warm' }
  /** One reading tells no pace; one that falls or stands tells that it does not get there. */
  | { state: 'no-pace' }
  | { state: 'warming'; until: { least: Minutes; likely: Minutes; most: Minutes } }

/** Only what was read lately says how fast it goes now. */
const lately = 600
/** A running engine carries its fluid so far above the window's top before it settles, K: at least, likely, at most. */
const settles = { least: 10, likely: 40, most: 120 }
/** A thermometer's own error, K. */
const thermometer = 0.5
/** Slower than this is a thermometer's noise, K/min. */
const stillness = 0.1

/**
 * When fluid that warms up with the engine comes into its window. It goes as a warming body does, T∞ − T = c·e^(−t/τ) (Newton), fitted by
 * least squares to what was read in the last ten minutes, for a T∞ a little, well and far above the window: nobody knows it yet.
 */
export function predictWarmUp(readings: readonly TemperatureRead[], window: { low: Celsius; high: Celsius }): WarmUp {
  const last = readings.at(-1)
  if (!last) return { state: 'no-pace' }
  if (last.celsius > window.high) return { state: 'too-warm' }
  const recent = readings.filter(({ seconds }) => last.seconds - seconds <= lately)
  const pace = fitLine(recent.map(({ seconds, celsius }) => [seconds / 60, celsius]))?.slope ?? 0
  const isWarming = pace > stillness
  if (last.celsius >= window.low) return { state: 'in-window', left: isWarming ? minutes((window.high - last.celsius) / pace) : undefined }
  if (!isWarming) return { state: 'no-pace' }
  const until = (above: number) => {
    const settled = window.high + above
    const { slope, at } = fitLine(recent.map(({ seconds, celsius }) => [seconds / 60, Math.log(settled - celsius)]))!
    return Math.max(0, (Math.log(settled - window.low) - at(last.seconds / 60)) / slope)
  }
  const [soon, likely, late] = [settles.most, settles.likely, settles.least].map(until) as [number, number, number]
  const error = thermometer / pace
  return {
    state: 'warming',
    until: {
      least: minutes(Math.max(0, Math.min(soon, likely) - error)),
      likely: minutes(likely),
      most: minutes(Math.max(late, likely) + error),
    },
  }
}

/** The straight line of least squares; undefined with fewer than two moments. */
function fitLine(points: readonly (readonly [x: number, y: number])[]): { slope: number; at: (x: number) => number } | undefined {
  const mean = (of: 0 | 1) => points.reduce((sum, point) => sum + point[of], 0) / points.length
  const [x, y] = [mean(0), mean(1)]
  const spread = points.reduce((sum, point) => sum + (point[0] - x) ** 2, 0)
  if (points.length < 2 || spread === 0) return undefined
  const slope = points.reduce((sum, point) => sum + (point[0] - x) * (point[1] - y), 0) / spread
  return { slope, at: at => y + slope * (at - x) }
}
