import { millilitres, type Millilitres } from '../units/types'
import type { FluidBalance } from './balanceFluid'

/** What is too much about an amount that is to go in: past what is owed, or past what the reservoir holds at once. */
export type FillDoubt = { code: 'FILL_OWED'; over: Millilitres; owed: Millilitres } | { code: 'FILL_RESERVOIR'; holds: Millilitres }

/**
 * What speaks against filling so much in, mL, before it is poured; empty where nothing does, and where nobody knows what is owed or held.
 * Owed is taken with all that it may be off. Our own rule: it is said, never refused, for the level has the last word.
 */
export function judgeFill(
  amount: Millilitres,
  { owed, within }: Pick<FluidBalance, 'owed' | 'within'>,
  reservoir?: Millilitres,
): FillDoubt[] {
  const most = owed === undefined ? undefined : Math.max(0, owed) + (within ?? 0)
  return [
    ...(most !== undefined && amount > most
      ? [{ code: 'FILL_OWED' as const, over: millilitres(amount - Math.max(0, owed!)), owed: millilitres(Math.max(0, owed!)) }]
      : []),
    ...(reservoir !== undefined && amount > reservoir ? [{ code: 'FILL_RESERVOIR' as const, holds: reservoir }] : []),
  ]
}
