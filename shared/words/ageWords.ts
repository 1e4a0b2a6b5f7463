const steps = [
  [60_000, 'minute', 60],
  [3_600_000, 'hour', 48],
  [86_400_000, 'day', Infinity],
] as const

/** How old something is, in the unit a person would say it in. A moment ahead of this clock is no age at all. */
export function ageWords(ms: number): string {
  for (const [unit, word, most] of steps) {
    const count = Math.max(0, Math.floor(ms / unit))
    if (count < most) return `${count} ${count === 1 ? word : `${word}s`}`
  }
  return ''
}
