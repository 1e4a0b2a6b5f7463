import type { Celsius } from '../units/types'

/** Kinematic viscosity, mm²/s (centistokes), at a temperature. */
export type ViscosityPoint = { celsius: Celsius; mm2PerS: number }
/** A fluid's straight line in the chart of ASTM D341. */
export type ViscosityLine = { a: number; b: number }

const kelvin = (celsius: number) => celsius + 273.15
const twice = (mm2PerS: number) => Math.log10(Math.log10(mm2PerS + 0.7))

/**
 * The line through two known points: log₁₀ log₁₀ (ν + 0.7) = A − B·log₁₀ T, T in kelvin (ASTM D341, from memory; good above 2 mm²/s).
 * Throws RangeError for one temperature given twice, or a viscosity of 0.3 mm²/s or less, where the formula ends.
 */
export function viscosityLine(one: ViscosityPoint, other: ViscosityPoint): ViscosityLine {
  if (one.celsius === other.celsius) throw new RangeError('two temperatures are needed')
  if (Math.min(one.mm2PerS, other.mm2PerS) <= 0.3) throw new RangeError('a viscosity above 0.3 mm²/s is needed')
  const b = (twice(one.mm2PerS) - twice(other.mm2PerS)) / (Math.log10(kelvin(other.celsius)) - Math.log10(kelvin(one.celsius)))
  return { a: twice(one.mm2PerS) + b * Math.log10(kelvin(one.celsius)), b }
}

/** Kinematic viscosity in mm²/s at a temperature, by ASTM D341. */
export const viscosityAt = ({ a, b }: ViscosityLine, at: Celsius): number => 10 ** (10 ** (a - b * Math.log10(kelvin(at)))) - 0.7
