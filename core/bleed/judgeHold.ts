/** Common practice, no source: kPa below the air outside it is drawn down to, minutes it has to stay there, kPa it may lose in each. */
export const holdRule = { deep: 60, minutes: 3, perMinute: 0.6 } as const
/** No pump draws more than there is. */
export const deepest = 101

export const holdVerdicts = ['holds', 'leaks', 'too-soon', 'too-little'] as const
export type HoldVerdict = (typeof holdVerdicts)[number]
/** kPa below the air outside when the valve was shut and when it was read again, and the minutes between. */
export type HoldRead = { from: number; to: number; minutes: number }

/**
 * What a vacuum drawn on an empty circuit says: what is lost in the time came in somewhere. A leak shows at once, however short the wait;
 * that there is none takes the whole of it.
 */
export function judgeHold({ from, to, minutes }: HoldRead): HoldVerdict {
  const lost = from - to
  if (lost > holdRule.perMinute * Math.max(minutes, holdRule.minutes)) return 'leaks'
  if (from < holdRule.deep) return 'too-little'
  if (minutes < holdRule.minutes) return 'too-soon'
  return lost > holdRule.perMinute * minutes ? 'leaks' : 'holds'
}
