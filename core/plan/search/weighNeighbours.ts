import { isOn } from '../../sheet/jointLines'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Joint, Neighbour, Slug } from '../../sheet/types'
import { judgeChance, usualJudgement, type Condition, type Judgement } from './judgeChance'
import type { PlanInputs } from '../planInputs'
import { planOnce } from '../planOnce'
import { siblingRef, type NeighbourRef } from '../goals/siblings'

export type NeighbourWeight = {
  neighbour: NeighbourRef
  taken: boolean
  /** Minutes to do it now, with what is off already, and alone another day. Undefined: the sheet does not say how it is reached. */
  now?: number
  later?: number
  /** Chance that it fails within the horizon; undefined: nobody has judged it. */
  chance?: number
  /** As what it was found; undefined: nobody has looked, and it is weighed as an aged one. */
  found?: Condition
  /** Minutes one may expect to spend on it later if it is left. */
  expected?: number
  /** Minutes to be expected to be saved by doing it now; negative: leaving it is cheaper. */
  saved?: number
  /** Seals somebody would have to have, and nobody supplies. */
  unobtainable: readonly { joint: Slug; seal: Slug }[]
}

export type Weighing = {
  years?: number
  judgement?: Judgement
  found?: Readonly<Record<NeighbourRef, Condition>>
  /** Of the car, in years; undefined: not known. */
  age?: number
  /** Siblings renewed with the job, as they were decided: of the lines in hand these are weighed, the others are what the job is about. */
  siblings?: readonly Slug[]
}

/**
 * What each neighbour of the job, other lines of the car among them, costs now and alone later, and what leaving it may cost: chance within
 * the horizon times the later minutes. Ranked by what is saved; it is judgement with numbers, for a person and a customer to decide on.
 */
export function weighNeighbours(
  resolved: ResolvedSheet,
  inputs: PlanInputs,
  { judgement = usualJudgement, years = judgement.years, found = {}, age, siblings = [] }: Weighing = {},
): NeighbourWeight[] {
  const taken = inputs.neighbours ?? []
  const minutesOf = (lines: readonly Slug[], neighbours: readonly Slug[], alone = false): number | undefined => {
    if (lines.length === 0 && neighbours.length === 0 && !inputs.joints?.length && !inputs.service) return 0
    const plan = planOnce(resolved, alone ? { lines, neighbours, start: 'ground' } : { ...inputs, lines, neighbours })
    return plan.ok ? plan.value.minutes.total : undefined
  }
  const weight = (
    neighbour: NeighbourRef,
    isTaken: boolean,
    now: number | undefined,
    later: number | undefined,
    failure: Neighbour['failure'],
    joints: readonly Joint[],
  ): NeighbourWeight => {
    const chance = failure && judgeChance(failure.chancePerYear, { found: found[neighbour], age, years, judgement })
    const expected = chance !== undefined && later !== undefined ? chance * later : undefined
    const unobtainable = joints.flatMap(joint =>
      joint.seals.filter(seal => seal.unobtainable).map(seal => ({ joint: joint.id, seal: seal.id })),
    )
    return {
      neighbour,
      taken: isTaken,
      now,
      later,
      chance,
      found: found[neighbour],
      expected,
      saved: expected !== undefined && now !== undefined ? expected - now : undefined,
      unobtainable,
    }
  }
  const more = (withIt: number | undefined, without: number | undefined) =>
    withIt !== undefined && without !== undefined ? withIt - without : undefined
  const beside = resolved.sheet.neighbours.map(neighbour => {
    const isReached = (neighbour.ways?.length ?? 0) > 0 || neighbour.goals.length > 0
    const others = taken.filter(id => id !== neighbour.id)
    return weight(
      neighbour.id,
      taken.includes(neighbour.id),
      isReached ? more(minutesOf(inputs.lines, [...others, neighbour.id]), minutesOf(inputs.lines, others)) : undefined,
      isReached ? minutesOf([], [neighbour.id], true) : undefined,
      neighbour.failure,
      resolved.joints.filter(joint => neighbour.goals.includes(joint.id)),
    )
  })
  const lines = resolved.lines
    .filter(line => !inputs.lines.includes(line.id) || (siblings.includes(line.id) && inputs.lines.length > 1))
    .map(line => {
      const others = inputs.lines.filter(id => id !== line.id)
      return weight(
        siblingRef(line.id),
        inputs.lines.includes(line.id),
        more(minutesOf([...others, line.id], taken), minutesOf(others, taken)),
        minutesOf([line.id], [], true),
        line.failure,
        resolved.joints.filter(joint => isOn(joint, line.id)),
      )
    })
  return [...beside, ...lines].sort((a, b) => (b.saved ?? -Infinity) - (a.saved ?? -Infinity) || (a.neighbour < b.neighbour ? -1 : 1))
}
