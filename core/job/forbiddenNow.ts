import type { Gate, Obligation } from './types'

/** What somebody who knows nothing of the job could do to the car from its seat. */
export const actsFromTheSeat = ['run', 'drive', 'pressure'] as const satisfies readonly Gate[]
export type ActFromTheSeat = (typeof actsFromTheSeat)[number]

/** What must not be done to a car that stands with the job unfinished, and what forbids it; nothing, where nothing does. */
export const forbiddenNow = (due: readonly Obligation[]): { act: ActFromTheSeat; because: Obligation[] }[] =>
  actsFromTheSeat.map(act => ({ act, because: due.filter(({ gates }) => gates.includes(act)) })).filter(({ because }) => because.length > 0)
