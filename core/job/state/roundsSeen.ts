import type { RoundSeen } from '../../bleed/estimateAir'
import type { JobState } from '../types'

/**
 * Rounds at one bleeder since the circuit was last opened, as the hydraulics look at them; turns with the engine running are none. `n`: the
 * number of the event. Our own.
 */
export function roundsSeen(state: JobState, bleeder: string, since: readonly { n: number }[]): RoundSeen[] {
  const from = Math.max(0, ...since.map(({ n }) => n))
  return state.rounds.flatMap(({ bleeder: at, n, running, count, saw, toppedUp, airBack, bubble, pedal, stands }) =>
    at !== bleeder || running || n <= from
      ? []
      : [
          {
            saw,
            toppedUp,
            ...(count !== undefined && { strokes: count }),
            ...(airBack && { airBack }),
            ...(bubble !== undefined && { bubbleMm: bubble }),
            ...(pedal !== undefined && { firmAt: pedal }),
            ...(stands !== undefined && { stands }),
          },
        ],
  )
}
