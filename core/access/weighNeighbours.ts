import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Neighbour, Slug } from '../sheet/types'
import { defaultMoveMinutes, planJob, type PlanInputs } from './planJob'
import type { MoveMinutes } from './types'

/** What was found of a neighbour on this car; it weighs the sheet's chance a year. */
export const conditions = ['sound', 'aged', 'weeping'] as const
export type Condition = (typeof conditions)[number]
/** Judgement, no source: how much likelier something fails than the sheet says when it looks like this. */
const conditionFactor: Record<Condition, number> = { sound: 0.5, aged: 1, weeping: 4 }

export type NeighbourWeight = {
  neighbour: Slug; taken: boolean;
  /** Minutes to do it now, with what is off already, and alone another day. Undefined: the sheet does not say how it is reached. */
  now?: number; later?: number;
  /** Chance that it fails within the horizon; undefined: nobody has judged it. */
  chance?: number;
  /** Minutes one may expect to spend on it later if it is left. */
  expected?: number;
  /** Minutes to be expected to be saved by doing it now; negative: leaving it is cheaper. */
  saved?: number;
  /** Seals somebody would have to have, and nobody supplies. */
  unobtainable: readonly { joint: Slug; seal: Slug }[]
}

/** Chance of at least one failure in some years from a chance a year (independent years: 1 − (1 − p)ⁿ). */
export const chanceWithin = (perYear: number, years: number): number => 1 - (1 - Math.min(1, Math.max(0, perYear))) ** years

/**
 * What each neighbour of the lines costs now and alone later, and what leaving it may cost: chance within the horizon times the later minutes. Ranked by what is saved;
 * it is judgement with numbers, for a person and a customer to decide on.
 */
export function weighNeighbours(resolved: ResolvedSheet, inputs: PlanInputs, { years = 3, found = {} as Readonly<Record<Slug, Condition>>, moveMinutes = defaultMoveMinutes as MoveMinutes } = {}): NeighbourWeight[] {
  const taken = inputs.neighbours ?? []
  const minutesOf = (wanted: PlanInputs): number | undefined => {
    const plan = planJob(resolved, wanted, moveMinutes)
    return plan.ok ? plan.value.minutes.total : undefined
  }
  const weigh = (neighbour: Neighbour): NeighbourWeight => {
    const isReached = (neighbour.ways?.length ?? 0) > 0 || neighbour.goals.length > 0
    const others = taken.filter(id => id !== neighbour.id)
    const without = minutesOf({ ...inputs, neighbours: others })
    const withIt = minutesOf({ ...inputs, neighbours: [...others, neighbour.id] })
    const now = isReached && without !== undefined && withIt !== undefined ? withIt - without : undefined
    const later = isReached ? minutesOf({ lines: [], neighbours: [neighbour.id], start: 'ground' }) : undefined
    const chance = neighbour.failure && chanceWithin(neighbour.failure.chancePerYear * conditionFactor[found[neighbour.id] ?? 'aged'], years)
    const expected = chance !== undefined && later !== undefined ? chance * later : undefined
    const unobtainable = resolved.joints.filter(joint => neighbour.goals.includes(joint.id)).flatMap(joint => joint.seals.filter(seal => seal.unobtainable).map(seal => ({ joint: joint.id, seal: seal.id })))
    return { neighbour: neighbour.id, taken: taken.includes(neighbour.id), now, later, chance, expected, saved: expected !== undefined && now !== undefined ? expected - now : undefined, unobtainable }
  }
  return resolved.sheet.neighbours.map(weigh).sort((a, b) => (b.saved ?? -Infinity) - (a.saved ?? -Infinity) || (a.neighbour < b.neighbour ? -1 : 1))
}
