import type { EndForm } from './cutLength'
import { familyRules, type FittingFamily } from './fittingFamilies'
import { fittingSizes } from './fittingSizes'

/** A formed end that goes with a nut: which, and whether that nut has its thread outside or, as a cap, inside. */
export type FlareChoice = { form: EndForm; thread: 'outside' | 'inside' }
export type FlareAdvice =
  | { fits: true; choices: FlareChoice[] }
  /** Nuts of this thread are made for other tube, mm; none: for none that is flared. */
  | { fits: false; tubes: number[] }

/** Flared ends by the fittings they belong to. */
const forms: Partial<Record<FittingFamily, EndForm>> = {
  'inverted-flare': 'double-flare',
  'bubble-flare': 'bubble',
  'flare-45': 'flare-45',
  'flare-37': 'flare-37',
}
/** 4.75 mm is sold as 3/16 inch, and the other way round. */
const sameTube = 0.06

const flared = fittingSizes.filter(({ family, tube }) => forms[family] !== undefined && tube !== undefined)
/** Threads that flared tube is held by, by their names, each once. */
export const flareThreads: readonly string[] = [...new Set(flared.map(({ thread }) => thread.name))]

/** Which flare goes with a nut's thread on a tube of `outside` mm; by SAE J512, J514 and ISO 4038 as they stand in `fittingSizes`. */
export function flareFor(thread: string, outside: number): FlareAdvice {
  const held = flared.filter(size => size.thread.name === thread)
  const fitting = held.filter(({ tube }) => Math.abs(tube! - outside) < sameTube)
  if (fitting.length === 0) {
    const tubes = held.map(({ tube }) => tube!).sort((a, b) => a - b)
    return { fits: false, tubes: tubes.filter((tube, i) => i === 0 || tube - tubes[i - 1]! >= sameTube) }
  }
  return { fits: true, choices: fitting.map(({ family }) => ({ form: forms[family]!, thread: familyRules[family].turning })) }
}
