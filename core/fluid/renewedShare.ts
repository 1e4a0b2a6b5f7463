import type { Millilitres } from '../units/types'

/**
 * How much of a circuit is new after partial changes: each lets out a part of what is mixed by then and fills the same of new fluid, 1 −
 * Π(1 − xᵢ/V), the dilution law. An amount beyond the volume renews all of it. Throws RangeError for a circuit that holds nothing. Textbook
 * mixing; 0 to 1.
 */
export function renewedShare(volume: Millilitres, changes: readonly Millilitres[]): number {
  if (!(volume > 0)) throw new RangeError('a circuit holds something')
  return 1 - changes.reduce((old, amount) => old * (1 - Math.min(1, Math.max(0, amount / volume))), 1)
}

/** How many equal changes bring a circuit to a wanted share of new fluid; undefined where none does. */
export function changesFor(volume: Millilitres, amount: Millilitres, wanted: number): number | undefined {
  const once = renewedShare(volume, [amount])
  if (wanted <= 0) return 0
  if (once >= wanted) return 1
  return once > 0 && wanted < 1 ? Math.ceil(Math.log(1 - wanted) / Math.log(1 - once) - 1e-9) : undefined
}
