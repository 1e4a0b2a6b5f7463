/** What is called out between the one at the bleeder and the one at the pedal; `open` and `close` are the bleeder's own. */
export const calls = ['pump', 'hold', 'open', 'close', 'up'] as const
export type Call = (typeof calls)[number]

/** Slow strokes before the pedal is held. */
export const pumpsPerCycle = 3

/** A round being called: which call stands now, how often the pedal went down, and in which cycles it came up with the bleeder open. */
export type CalledRound = { call: Call; cycle: number; strokes: number; airBack: readonly number[] }

export const beginRound = (): CalledRound => ({ call: 'pump', cycle: 1, strokes: 0, airBack: [] })

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
 * The pedal came up. With the bleeder open that draws air back in past it: the cycle is remembered, the bleeder closed, and it goes on from
 * the first call. With the bleeder shut nothing was lost; the pumping begins again.
 */
export const cameUp = (round: CalledRound): CalledRound => ({
  ...round,
  call: 'pump',
  cycle: round.cycle + 1,
  airBack: isBleederOpen(round) ? [...round.airBack, round.cycle] : round.airBack,
})

/** A round ends between cycles: with the bleeder shut and the pedal up, once something was let out. */
export const mayEnd = ({ call, cycle }: CalledRound): boolean => call === 'pump' && cycle > 1
/** Air that was drawn back makes no round clear, whatever the hose showed afterwards. */
export const mayBeClear = ({ airBack }: CalledRound): boolean => airBack.length === 0
