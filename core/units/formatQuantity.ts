import { fromSi } from './convertUnit'
import type { Dimension, Entered, SiOf, UnitsOf } from './types'
import { unitTable } from './unitTable'

/** A unit as it is written. */
export const unitSymbol = <D extends Dimension>(dimension: D, unit: UnitsOf[D]): string => unitTable[dimension][unit].symbol

/** Rounds half away from zero to the unit's own number of decimals and drops trailing zeros: 18 → "18", 13.27 → "13.3". Our own. */
export function formatNumber(value: number, digits: number): string {
  const scale = 10 ** digits
  const rounded = (Math.sign(value) * Math.round(Math.abs(value) * scale + 1e-9)) / scale
  const text = (rounded === 0 ? 0 : rounded).toFixed(digits)
  return text.includes('.') ? text.replace(/\.?0{1,20}$/, '') : text
}

/** "18 N·m". A narrow no-break space keeps number and unit on one line. */
export function formatQuantity<D extends Dimension>(dimension: D, si: SiOf[D], unit: UnitsOf[D]): string {
  return `${formatNumber(fromSi(dimension, si, unit), unitTable[dimension][unit].digits)}\u00a0${unitSymbol(dimension, unit)}`
}

/** "17–20 N·m" */
export function formatRange<D extends Dimension>(dimension: D, low: SiOf[D], high: SiOf[D], unit: UnitsOf[D]): string {
  const digits = unitTable[dimension][unit].digits
  const [a, b] = [low, high].map(si => formatNumber(fromSi(dimension, si, unit), digits))
  return a === b ? `${a}\u00a0${unitSymbol(dimension, unit)}` : `${a}–${b}\u00a0${unitSymbol(dimension, unit)}`
}

/** Shows an entered value exactly as it was typed. */
export function formatEntered<D extends Dimension>(dimension: D, entered: Entered<D>): string {
  return `${entered.value}\u00a0${unitSymbol(dimension, entered.unit)}`
}
