import { millilitres, type Millilitres } from '../units/types'

/** What a stroke with the bleeder opened between takes out of the reservoir, mL, at most (general practice, from memory: 1 to 3). */
export const perStroke = millilitres(3)

export type ReservoirLeft = {
  /** At least so much is left, mL. */
  left: Millilitres
  /** 0 to 1 of a full one. */
  share: number
  /** Strokes until it is half empty by the most that each may take; then it is topped up, long before it draws air. */
  strokesLeft: number
  isDue: boolean
}

/**
 * What a reservoir still holds, at the least, after so many strokes since it was full. Throws RangeError for one that holds nothing. In mL,
 * and as a share of what it holds.
 */
export function reservoirLeft(holds: Millilitres, strokes: number): ReservoirLeft {
  if (!(holds > 0)) throw new RangeError('a reservoir holds something')
  const left = Math.max(0, holds - strokes * perStroke)
  const strokesLeft = Math.max(0, Math.floor((left - holds / 2) / perStroke))
  return { left: millilitres(left), share: left / holds, strokesLeft, isDue: left <= holds / 2 }
}

/** Strokes since the reservoir was last full: since the last round after which it was topped up. A count. */
export const strokesSinceFull = (rounds: readonly { count?: number; toppedUp: boolean }[]): number => {
  const last = rounds.findLastIndex(({ toppedUp }) => toppedUp)
  return rounds.slice(last + 1).reduce((sum, { count = 0 }) => sum + count, 0)
}
