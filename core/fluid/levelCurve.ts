import { celsius, type Celsius, type Millimetres } from '../units/types'
import { levelAtTemperature, type LevelBand, type LevelFluid } from './levelAtTemperature'

export type LevelCurve = { celsius: Celsius; low: Millimetres; high: Millimetres }[]

/**
 * Between which heights, mm above the lower mark, a level stands at each temperature from `from` to `to` if it lands between its marks in
 * the middle of the window it is read in. Our own sum of landLevel.
 */
export function levelCurve(
  fluid: LevelFluid,
  { band }: LevelBand,
  window: { low: Celsius; high: Celsius },
  { from, to, step }: { from: number; to: number; step: number },
): LevelCurve {
  if (!(step > 0)) throw new RangeError('a step forward is needed')
  const at = celsius((window.low + window.high) / 2)
  const count = Math.floor((to - from) / step + 1e-9) + 1
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const here = celsius(from + i * step)
    const stands = (mm: number) => levelAtTemperature(fluid, { mm: mm as Millimetres, celsius: at }, here)
    return { celsius: here, low: stands(0), high: stands(band) }
  })
}
