import { formatNumber } from './formatQuantity'
import type { LengthUnit, Millimetres } from './types'

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b))

/**
 * Whole inches and a fraction in lowest terms, to the nearest `parts`th (1 in = 25.4 mm exactly): 585 mm → "23 1/32". The inch is that of
 * 1959, exact.
 */
export function inchesAndFraction(mm: number, parts = 32): string {
  const total = Math.round((Math.abs(mm) / 25.4) * parts)
  const [whole, rest] = [Math.floor(total / parts), total % parts]
  const divisor = greatestDivisor(rest, parts)
  const text = [whole > 0 || rest === 0 ? String(whole) : '', rest > 0 ? `${rest / divisor}/${parts / divisor}` : '']
    .filter(Boolean)
    .join(' ')
  return mm < 0 && total > 0 ? `−${text}` : text
}

/** A length as it is read off a tape: whole millimetres (tenths under 20), or inches with a fraction. */
export function formatLength(si: Millimetres, unit: LengthUnit): string {
  return unit === 'in' ? `${inchesAndFraction(si)}\u00a0in` : `${formatNumber(si, Math.abs(si) < 20 ? 1 : 0)}\u00a0mm`
}
