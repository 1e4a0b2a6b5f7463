import { systems, type System } from '../sheet/types'
import { endForms, type EndForm } from './cutLength'
import { joins, type Join } from './joins'
import { tubeMaterials, type TubeMaterial } from './tubeStrength'
import type { LineInMaking } from './workOut'

/** What a line of one system may be of, where this shop works. */
export type SystemRule = { system: System; materials: readonly TubeMaterial[]; ends: readonly EndForm[]; joins: readonly Join[] }
/** `place`: whose rules these are. A system of which nothing is said is not bound. */
export type MakingRules = { place?: string; systems: readonly SystemRule[] }

const hydraulic = {
  materials: ['steel', 'copper-nickel', 'stainless'],
  ends: ['double-flare', 'bubble'],
  joins: ['whole', 'union'],
} as const

/**
 * Where a shop has said nothing: no aluminium, no single flare and no compression fitting in what holds a brake or a clutch, no compression
 * fitting in a pump's pressure line. Common practice, no source; local codes and the maker go before them.
 */
export const usualRules: MakingRules = {
  systems: [
    { system: 'brake', ...hydraulic },
    { system: 'clutch', ...hydraulic },
    { system: 'power-steering', materials: ['steel', 'copper-nickel', 'stainless'], ends: endForms, joins: ['whole', 'union'] },
  ],
}

/** A rule that leaves everything open, to begin one from. */
export const openRule = (system: System): SystemRule => ({ system, materials: tubeMaterials, ends: endForms, joins })
/** Systems that a place can have a rule for. */
export const ruledSystems: readonly System[] = systems

export type RuleBreach =
  | { what: 'material'; is: TubeMaterial; allowed: readonly TubeMaterial[] }
  | { what: 'end'; end: 'from' | 'to'; is: EndForm; allowed: readonly EndForm[] }
  | { what: 'join'; is: Join; allowed: readonly Join[] }

/** What of a line the rules do not allow in this system. What nobody has said breaks no rule. */
export function breachesOf(
  { tube, ends, join }: Pick<LineInMaking, 'tube' | 'ends' | 'join'>,
  system: System,
  rules: MakingRules,
): RuleBreach[] {
  const rule = rules.systems.find(one => one.system === system)
  if (!rule) return []
  const { material } = tube
  const wrongEnds = (['from', 'to'] as const).flatMap((end): RuleBreach[] => {
    const { form } = ends[end]
    return form && !rule.ends.includes(form) ? [{ what: 'end', end, is: form, allowed: rule.ends }] : []
  })
  return [
    ...(material && !rule.materials.includes(material) ? [{ what: 'material', is: material, allowed: rule.materials } as const] : []),
    ...wrongEnds,
    ...(join && !rule.joins.includes(join) ? [{ what: 'join', is: join, allowed: rule.joins } as const] : []),
  ]
}
