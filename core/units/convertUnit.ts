import type { Dimension, Entered, SiOf, UnitsOf } from './types'
import { unitTable } from './unitTable'

/** Entered value → SI. Finite in, finite out; no rounding, so what was typed can always be shown again. */
export function toSi<D extends Dimension>(dimension: D, entered: Entered<D>): SiOf[D] {
  const row = unitTable[dimension][entered.unit]
  return (entered.value * row.factor + row.offset) as SiOf[D]
}

/** SI → a unit of the reader's choice. Factors: unitTable, with their source (NIST SP 811). */
export function fromSi<D extends Dimension>(dimension: D, si: SiOf[D], unit: UnitsOf[D]): number {
  const row = unitTable[dimension][unit]
  return (si - row.offset) / row.factor
}
