import { millilitres, type Celsius, type Millilitres } from '../units/types'

/** A fluid’s density at 15 °C in kg/L and what it grows by for each kelvin. */
export type Density = { at15: number; expansionPerKelvin: number }

/** Density in kg/L at a temperature: ρ = ρ₁₅ / (1 + β·(T − 15)). The textbook’s linear expansion of a volume. */
export const densityAt = ({ at15, expansionPerKelvin }: Density, celsius: Celsius): number =>
  at15 / (1 + expansionPerKelvin * (celsius - 15))

/** What so many mL weigh, grams, at a temperature. */
export const weightOfVolume = (volume: Millilitres, density: Density, at: Celsius): number => volume * densityAt(density, at)

/** What so many grams measure, mL, at a temperature. Throws RangeError for a density that is none. */
export function volumeByWeight(grams: number, density: Density, celsius: Celsius): Millilitres {
  const kilogramsPerLitre = densityAt(density, celsius)
  if (!(kilogramsPerLitre > 0)) throw new RangeError('a density is more than nothing')
  return millilitres(grams / kilogramsPerLitre)
}
