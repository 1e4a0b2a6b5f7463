type Timer = { startedAt: string; recordedAt?: string; minutes: number }

/** Timers by when they end, by the server's clock where it has dated them. */
export const soonestFirst = <T extends Timer>(timers: readonly T[]): T[] => {
  const endOf = ({ startedAt, recordedAt, minutes }: T) => Date.parse(recordedAt ?? startedAt) + minutes * 60_000
  return timers.toSorted((a, b) => endOf(a) - endOf(b))
}
