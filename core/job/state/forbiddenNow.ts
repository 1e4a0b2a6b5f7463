import type { Sheet } from '../../sheet/types'
import { carTestOf, carTestRules } from '../owed/carTests'
import type { Gate, Obligation } from '../types'

/** What somebody who knows nothing of the job could do to the car from its seat. */
export const actsFromTheSeat = ['run', 'drive', 'pressure'] as const satisfies readonly Gate[]
export type ActFromTheSeat = (typeof actsFromTheSeat)[number]

/** A pedal, a lever and a wheel can be moved with the engine off; any other circuit only the engine puts under pressure. */
function isInReach(act: ActFromTheSeat, sheet: Pick<Sheet, 'system'>): boolean {
  const test = carTestOf(sheet)
  return act !== 'pressure' || (test !== undefined && carTestRules[test].byHand === true)
}

/** What must not be done to a car that stands with the job unfinished, and what forbids it; nothing, where nothing does. */
export const forbiddenNow = (due: readonly Obligation[], sheet: Pick<Sheet, 'system'>): { act: ActFromTheSeat; because: Obligation[] }[] =>
  actsFromTheSeat
    .filter(act => isInReach(act, sheet))
    .map(act => ({ act, because: due.filter(({ gates }) => gates.includes(act)) }))
    .filter(({ because }) => because.length > 0)
