import { millilitres, type Millilitres } from '../units/types'

/** An amount and how far it may be off, mL. */
export type Amount = { millilitres: Millilitres; within: Millilitres }
export type CircuitBalance = {
  out: Amount
  in: Amount
  /** Still to go in, and how far that may be off; undefined: something that left nobody has measured, and nobody has seen a level. */
  owed: Amount | undefined
}

const sum = (amounts: readonly Amount[]): Amount => ({
  millilitres: millilitres(amounts.reduce((total, amount) => total + amount.millilitres, 0)),
  // Errors that know nothing of each other add by their squares.
  within: millilitres(Math.hypot(...amounts.map(({ within }) => within))),
})

/**
 * What a circuit is owed: what was caught, wiped up, held in the old line, drawn off and leaked before, less what went in. `level`: what a
 * level read at the end says is missing (mm below its mark × mL a mm), which outweighs the sums of all that was guessed: the two are
 * weighed by how far each may be off.
 */
export function balanceCircuit(out: readonly (Amount | undefined)[], added: readonly Amount[], level?: Amount): CircuitBalance {
  const known = out.filter(amount => amount !== undefined)
  const isWhole = known.length === out.length
  const [left, came] = [sum(known), sum(added)]
  const bySums: Amount = {
    millilitres: millilitres(left.millilitres - came.millilitres),
    within: millilitres(Math.hypot(left.within, came.within)),
  }
  const owed = level === undefined ? (isWhole ? bySums : undefined) : isWhole ? weighed(bySums, level) : level
  return { out: left, in: came, owed }
}

/** Two readings of one thing: the mean by the inverse of their squared errors (least squares). One that is exact decides. */
function weighed(one: Amount, other: Amount): Amount {
  if (one.within === 0) return one
  if (other.within === 0) return other
  const [a, b] = [1 / one.within ** 2, 1 / other.within ** 2]
  return { millilitres: millilitres((one.millilitres * a + other.millilitres * b) / (a + b)), within: millilitres(Math.sqrt(1 / (a + b))) }
}

/** Common practice, no source: a drip is about a twentieth of a millilitre. What so many a minute lose in so many days of driving hours. */
export const dripLoss = (dripsPerMinute: number, hours: number): Millilitres => millilitres(dripsPerMinute * 60 * hours * 0.05)
