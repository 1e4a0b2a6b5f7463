import type { Plan } from '#core/plan/types'

/** When the car is up, in minutes of the plan's clock, and where: from the end of each move to the beginning of the next. */
export function raisedSpans({ timeline, visits }: Pick<Plan, 'timeline' | 'visits'>): { from: number; to: number; at: string }[] {
  const stands: { from: number; to: number; at: string }[] = []
  let [from, at] = [0, (visits[0]?.at ?? 'ground') as string]
  for (const span of timeline.spans) {
    if (span.kind !== 'move') continue
    stands.push({ from, to: span.from, at })
    from = span.to
    at = span.at
  }
  stands.push({ from, to: timeline.clock, at })
  return stands.filter(stand => stand.at !== 'ground' && stand.to > stand.from)
}
