import type { Spread } from '../sheet/types'
import { millilitres, type Millilitres } from '../units/types'
import type { Amount } from './balanceCircuit'

/** The most that a car can be short of, mL: what the work takes out of it, and what it had lost before, as far as that may be off. */
export const neededAtMost = (topUp: Spread, lost: Amount | undefined): Millilitres =>
  millilitres(topUp.most + (lost ? Math.max(0, lost.millilitres + lost.within) : 0))
