/** What is called out between the one at the bleeder and the one at the pedal; `open` and `close` are the bleeder's own. */
export const calls = ['pump', 'hold', 'open', 'close', 'up'] as const
export type Call = (typeof calls)[number]

/** Slow strokes before the pedal is held. */
export const pumpsPerCycle = 3

/** A round being called: which call stands now, and how often the pedal went down. */
export type CalledRound = { call: Call; cycle: number; strokes: number }

/** The first call of a round. */
export const beginRound = (): CalledRound => ({ call: 'pump', cycle: 1, strokes: 0 })

/** The call that stands was answered. */
export function answered(round: CalledRound): CalledRound {
  switch (round.call) {
    case 'pump':
      return { ...round, call: 'hold', strokes: round.strokes + pumpsPerCycle }
    case 'hold':
      return { ...round, call: 'open' }
    case 'open':
      return { ...round, call: 'close' }
    case 'close':
      return { ...round, call: 'up' }
    case 'up':
      return { ...round, call: 'pump', cycle: round.cycle + 1 }
  }
}

/** Whether the bleeder stands open now: from its being opened until it is said to be closed. */
export const isBleederOpen = ({ call }: CalledRound): boolean => call === 'close'

/**
 * The pedal came up. With the bleeder shut nothing was lost, and the pumping begins again. With it open air went back in past it: the round
 * is over, and it did not run clear (undefined).
 */
export const cameUp = (round: CalledRound): CalledRound | undefined => (isBleederOpen(round) ? undefined : { ...round, call: 'pump' })

/** A round ends between cycles: with the bleeder shut and the pedal up, once something was let out. */
export const mayEnd = ({ call, cycle }: CalledRound): boolean => call === 'pump' && cycle > 1
