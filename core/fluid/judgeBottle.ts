import { isGlycol, type FluidKind } from './fluidKinds'

/** Common practice, no source: months that brake fluid keeps in a bottle that has been opened and shut well again. */
export const mostMonthsOpen = 6
const day = 86_400_000
/** A clock may be a day ahead of the calendar that was read. */
const slack = 1

export type BottleJudged = { may: 'yes' } | { may: 'no'; why: 'too-long' | 'not-yet' }

/**
 * Whether fluid may be poured from a bottle opened on a day (YYYY-MM-DD): brake fluid on glycol draws water out of the air and boils lower
 * with every month; the others keep. No bottle was opened tomorrow. `at`: now, ISO 8601.
 */
export function judgeBottle(kind: FluidKind, opened: string, at: string): BottleJudged {
  const days = (Date.parse(at) - Date.parse(opened)) / day
  if (!(days >= -slack)) return { may: 'no', why: 'not-yet' }
  return isGlycol(kind) && days > mostMonthsOpen * 30.44 + slack ? { may: 'no', why: 'too-long' } : { may: 'yes' }
}
