import { millilitres, type Millilitres } from '../units/types'
import { balanceCircuit, type Amount } from './balanceCircuit'

export type FluidBalance = {
  /** Caught and drawn off, as measured or estimated; undefined while nothing was. */
  out: Millilitres | undefined
  in: Millilitres
  /** What stayed in the old lines that are out, by their shape; not there where none is out, or nobody measured one. */
  held?: Amount
  /** What the car had lost before it came in; null: it had, and nobody knows how much. */
  leaked?: Amount | null
  /** Still to go in by the balance; undefined while nothing that left has been measured. Negative: more went in than came out. */
  owed: Millilitres | undefined
  /** How far `owed` may be off. */
  within: Millilitres | undefined
}
/** An amount and whether it was measured. */
export type Handled = { volume: Millilitres; how: 'measured' | 'estimated' }

/** Common practice, no source: a jug is read to a few per cent and a few millilitres; an eye to a third. */
const readOff = { measured: { share: 0.03, atLeast: 5 }, estimated: { share: 0.33, atLeast: 10 } } as const

/** How far an amount in a jug, or one judged by eye, may be off. */
export const amountOf = ({ volume, how }: Handled): Amount => {
  const { share, atLeast } = readOff[how]
  return { millilitres: volume, within: millilitres(Math.max(atLeast, share * volume)) }
}

/**
 * Out, in and still owed of one fluid, mL. What nobody measured is unknown, not zero; so is what is owed by a car that leaked for nobody
 * knows how long. The level check has the last word.
 */
export function balanceFluid(
  gone: { left: readonly Handled[]; held?: Amount; leaked?: Amount | null },
  added: readonly Handled[],
): FluidBalance {
  const [left, came] = [gone.left.map(amountOf), added.map(amountOf)]
  const others = [...(gone.held ? [gone.held] : []), ...(gone.leaked === undefined ? [] : [gone.leaked ?? undefined])]
  const { owed } = balanceCircuit([...left, ...others], came)
  const isMeasured = left.length > 0
  return {
    out: isMeasured ? balanceCircuit(left, []).out.millilitres : undefined,
    in: balanceCircuit([], came).in.millilitres,
    ...(gone.held && { held: gone.held }),
    ...(gone.leaked !== undefined && { leaked: gone.leaked }),
    owed: isMeasured ? owed?.millilitres : undefined,
    within: isMeasured ? owed?.within : undefined,
  }
}
