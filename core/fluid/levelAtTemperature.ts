import { celsius, millilitres, millimetres, type Celsius, type Millilitres, type Millimetres } from '../units/types'

/** What a level moves by: how much fluid warms up with it, how that expands, and what a millimetre of the reading holds. */
export type LevelFluid = { volume: Millilitres; expansionPerKelvin: number; mlPerMm: number }
/** Height above the lower mark (or the only one), at a temperature; negative below it. */
export type LevelSeen = { mm: Millimetres; celsius: Celsius }
/** From the lower mark to the upper one; nothing between where there is but one. */
export type LevelBand = { band: Millimetres }

/** What an eye is off by at a mark, mm. */
export const readingError = millimetres(2)

/** Where the surface stands at another temperature, mm above the lower mark: Δh = β·V·ΔT / A. */
export const levelAtTemperature = ({ volume, expansionPerKelvin, mlPerMm }: LevelFluid, seen: LevelSeen, at: Celsius): Millimetres =>
  millimetres(seen.mm + (volume * expansionPerKelvin * (at - seen.celsius)) / mlPerMm)

/** What a reading is against its marks; a single mark is met within what an eye is off by. */
export function judgeLevel({ band }: LevelBand, mm: Millimetres): 'below' | 'at' | 'above' {
  const slack = band > 0 ? 0 : readingError
  if (mm < -slack) return 'below'
  return mm > band + slack ? 'above' : 'at'
}

export type LevelCorrection = {
  /** The temperature it is set right for, and where it would stand there as it is. */
  at: Celsius
  expected: Millimetres
  /** Undefined where it lands right as it is. */
  change: { act: 'add' | 'draw-off'; least: Millilitres; likely: Millilitres; most: Millilitres } | undefined
}

/**
 * What to add or draw off now so that the level lands in the middle of its band at the middle of the window it is read in. A reading off
 * by 2 mm either way makes the range. Throws RangeError where a millimetre holds nothing.
 */
export function correctLevel(
  fluid: LevelFluid,
  scale: LevelBand,
  seen: LevelSeen,
  window?: { low: Celsius; high: Celsius },
): LevelCorrection {
  if (!(fluid.mlPerMm > 0)) throw new RangeError('a millimetre of the reading must hold something')
  const at = window ? celsius((window.low + window.high) / 2) : seen.celsius
  const expected = levelAtTemperature(fluid, seen, at)
  if (judgeLevel(scale, expected) === 'at') return { at, expected, change: undefined }
  const missing = (scale.band / 2 - expected) * fluid.mlPerMm
  const likely = Math.abs(missing)
  const error = readingError * fluid.mlPerMm
  return {
    at,
    expected,
    change: {
      act: missing > 0 ? 'add' : 'draw-off',
      least: millilitres(Math.max(0, likely - error)),
      likely: millilitres(likely),
      most: millilitres(likely + error),
    },
  }
}
