import { millilitres, type Millilitres } from '../units/types'

export type FluidBalance = {
  out: Millilitres | undefined
  in: Millilitres
  /** Still to go in by the balance; undefined while nothing caught has been measured. Negative: more went in than came out. */
  owed: Millilitres | undefined
}

/** Out and in by measurement only. An amount nobody measured is unknown, not zero. The level check has the last word. */
export function balanceFluid(
  caught: readonly Millilitres[],
  extracted: readonly Millilitres[],
  added: readonly Millilitres[],
): FluidBalance {
  const sum = (amounts: readonly Millilitres[]) => amounts.reduce((total, amount) => total + amount, 0)
  const measured = caught.length + extracted.length > 0
  const out = measured ? millilitres(sum(caught) + sum(extracted)) : undefined
  return { out, in: millilitres(sum(added)), owed: out === undefined ? undefined : millilitres(out - sum(added)) }
}
