import { entropyOf } from './entropyOf'

/** Combinations that no look tells apart: which layout they come to, how many they are, and by question the answers they may get. */
export type LookClass = { layout: number; weight: number; answers: readonly (readonly number[])[] }
/** `missing`: bits to be expected to be unknown when nothing is left to ask; `minutes`: to be expected until then, its own included. */
export type RankedLook = { question: number; bits: number; missing: number; minutes: number }

/** Weighings of one class by one question; beyond this the best order is not searched for. */
export const rankBudget = 500_000
/** Differences below this are rounding, and rounding must not choose the dearer look. */
const same = 1e-9

type Belief = readonly (readonly [index: number, weight: number])[]
type Worth = { missing: number; minutes: number }
const isBetter = (a: Worth, b: Worth): boolean =>
  Math.abs(a.missing - b.missing) > same ? a.missing < b.missing : a.minutes < b.minutes - same

class Spent extends Error {}

/**
 * The looks that tell something, best first: those that leave least unknown in the end, and of these the one with the fewest minutes to be
 * expected from here to the answer, whatever is asked next in the best order (an optimal decision tree, by dynamic programming over what
 * has been asked and which classes are left). `minutes` of each question. Beyond the budget by bits for each minute, and `minutes` says the
 * look's own alone. A decision tree of least expected cost, our own bound on it.
 */
export function rankLooks(classes: readonly LookClass[], minutes: readonly number[], budget = rankBudget): RankedLook[] {
  let spent = 0
  const known = new Map<string, Worth>()
  const all: Belief = classes.map(({ weight }, i) => [i, weight] as const)
  const unknownIn = (belief: Belief): number => entropyOf(byLayout(belief).values())

  function byLayout(belief: Belief): Map<number, number> {
    const table = new Map<number, number>()
    for (const [i, weight] of belief) table.set(classes[i]!.layout, (table.get(classes[i]!.layout) ?? 0) + weight)
    return table
  }

  /** What is left after each answer; a class that may get any of several gets each of them equally often. */
  function split(belief: Belief, question: number): { share: number; belief: Belief }[] {
    spent += belief.length
    const parts = new Map<number, (readonly [number, number])[]>()
    let total = 0
    for (const [i, weight] of belief) {
      const answers = classes[i]!.answers[question]!
      total += weight
      for (const answer of answers) {
        const part = parts.get(answer) ?? []
        parts.set(answer, part)
        part.push([i, weight / answers.length])
      }
    }
    return [...parts.values()].map(part => ({ share: part.reduce((sum, [, weight]) => sum + weight, 0) / total, belief: part }))
  }

  const informationOf = (belief: Belief, parts: ReturnType<typeof split>): number =>
    unknownIn(belief) - parts.reduce((sum, part) => sum + part.share * unknownIn(part.belief), 0)

  function worthOf(belief: Belief, asked: number): Worth {
    if (spent > budget) throw new Spent()
    const key = `${asked}|${belief.map(([i]) => i).join()}`
    const before = known.get(key)
    if (before) return before
    let best: Worth = { missing: unknownIn(belief), minutes: 0 }
    if (best.missing > same)
      minutes.forEach((_, question) => {
        if (asked & (1 << question)) return
        const parts = split(belief, question)
        if (informationOf(belief, parts) <= same) return
        const worth = worthAfter(parts, asked, question)
        if (isBetter(worth, best)) best = worth
      })
    known.set(key, best)
    return best
  }

  function worthAfter(parts: ReturnType<typeof split>, asked: number, question: number): Worth {
    const after = parts.map(part => ({ share: part.share, ...worthOf(part.belief, asked | (1 << question)) }))
    return {
      missing: after.reduce((sum, part) => sum + part.share * part.missing, 0),
      minutes: minutes[question]! + after.reduce((sum, part) => sum + part.share * part.minutes, 0),
    }
  }

  const telling = minutes.flatMap((_, question) => {
    const parts = split(all, question)
    const bits = informationOf(all, parts)
    return bits > same ? [{ question, bits, parts }] : []
  })
  // Asked questions are bits of one word.
  if (minutes.length > 30) return byRate(telling)
  try {
    return telling
      .map(({ question, bits, parts }) => ({ question, bits, ...worthAfter(parts, 0, question) }))
      .sort((a, b) => (isBetter(a, b) ? -1 : isBetter(b, a) ? 1 : a.question - b.question))
  } catch (error) {
    if (error instanceof Spent) return byRate(telling)
    throw error
  }

  function byRate(looks: readonly { question: number; bits: number }[]): RankedLook[] {
    const rate = ({ question, bits }: { question: number; bits: number }) => bits / minutes[question]!
    const missing = unknownIn(all)
    return looks
      .map(({ question, bits }) => ({ question, bits, missing: missing - bits, minutes: minutes[question]! }))
      .sort((a, b) => (Math.abs(rate(a) - rate(b)) > same ? rate(b) - rate(a) : a.question - b.question))
  }
}
