import { celsius, millilitres, type Celsius, type Millilitres } from '../units/types'

/** Freeze point of ethylene glycol in water by its share of the volume (ASTM D3306 family and handbooks, about ±2 °C, from memory). */
const freezing: readonly (readonly [share: number, celsius: number])[] = [
  [0, 0],
  [0.1, -4],
  [0.2, -8],
  [0.3, -15],
  [0.4, -24],
  [0.5, -37],
  [0.6, -52],
]

/** Above this the freeze point rises again and the mixture carries less heat: nobody fills more. */
export const strongest = 0.6

/**
 * Below this share its inhibitors are too thin, and aluminium and cooling channels corrode however mild the winter: a third, common
 * practice, no source (ASTM D3306 speaks of 40 % and more, from memory).
 */
export const leastProtected = 0.33
/** °C at which it begins to freeze; between the table’s values straight. Throws RangeError outside 0 to 60 %. */
export function freezePoint(share: number): Celsius {
  if (!(share >= 0 && share <= strongest)) throw new RangeError('a share of 0 to 60 % is known')
  const above = Math.max(
    1,
    freezing.findIndex(([known]) => share <= known),
  )
  const [[low, cold], [high, colder]] = [freezing[above - 1]!, freezing[above]!]
  return celsius(cold + ((share - low) / (high - low)) * (colder - cold))
}

/** Share of the volume that freezes no earlier than at `at`. Throws RangeError below what 60 % stands. */
export function shareForFrost(at: Celsius): number {
  if (at < freezing.at(-1)![1]) throw new RangeError('no mixture stands that')
  if (at >= 0) return 0
  const above = freezing.findIndex(([, known]) => at >= known)
  const [[low, warm], [high, cold]] = [freezing[above - 1]!, freezing[above]!]
  return low + ((at - warm) / (cold - warm)) * (high - low)
}

export type StrengthChange = { drain: Millilitres; add: Millilitres; of: 'concentrate' | 'water' }

/**
 * What to drain of a full system and fill in its place so that it comes to a wanted share: x = V·(wanted − is)/(fresh − is), the dilution
 * law; concentrate where it is too weak, water where it is too strong. Nothing where it is right. Throws RangeError for shares outside 0
 * to 1, or where the concentrate is too weak to get there.
 */
export function changeStrength(volume: Millilitres, is: number, wanted: number, concentrate = 1): StrengthChange | undefined {
  for (const share of [is, wanted, concentrate]) if (!(share >= 0 && share <= 1)) throw new RangeError('a share lies between 0 and 1')
  if (Math.abs(wanted - is) < 1e-9) return undefined
  const fresh = wanted > is ? concentrate : 0
  const part = (wanted - is) / (fresh - is)
  if (!(part >= 0 && part <= 1)) throw new RangeError('what goes in is too weak for that')
  const amount = millilitres(volume * part)
  return { drain: amount, add: amount, of: fresh === 0 ? 'water' : 'concentrate' }
}

/** The share after several amounts are poured together. Throws RangeError when nothing is. */
export function shareOf(parts: readonly { volume: Millilitres; share: number }[]): number {
  const volume = parts.reduce((sum, part) => sum + part.volume, 0)
  if (!(volume > 0)) throw new RangeError('something must be poured')
  return parts.reduce((sum, part) => sum + part.volume * part.share, 0) / volume
}
