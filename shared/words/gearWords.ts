import type { Coil, KeptBender } from '../../core/making/gear'
import type { SystemRule } from '../../core/making/makingRules'
import { endForms } from '../../core/making/cutLength'
import { joins } from '../../core/making/joins'
import { tubeMaterials } from '../../core/making/tubeStrength'
import { formatNumber } from '../../core/units/formatQuantity'
import { endFormWords, joinWords, materialWords } from './makeActWords'

/** A length of tube: metres from one on. */
export const lengthWords = (mm: number): string => (mm >= 1000 ? `${formatNumber(mm / 1000, 2)} m` : `${formatNumber(mm, 0)} mm`)

export const benderWords = ({ name, outside, material, radius }: KeptBender): string =>
  `${name} · ${formatNumber(outside, 2)} mm ${materialWords[material]} · radius ${formatNumber(radius, 1)} mm`

export const coilWords = ({ name, outside, wall, material, left }: Coil): string =>
  [name, `${formatNumber(outside, 2)} × ${formatNumber(wall, 2)} mm ${materialWords[material]}`, `${lengthWords(left)} left`]
    .filter(Boolean)
    .join(' · ')

const some = <T extends string>(chosen: readonly T[], all: readonly T[], words: Readonly<Record<T, string>>): string =>
  chosen.length === all.length ? 'any' : chosen.length === 0 ? 'none' : chosen.map(one => words[one]).join(', ')
/** What a place's rule lets a line of one system be. */
export const ruleWords = ({ materials, ends, joins: allowed }: SystemRule): { what: string; words: string }[] => [
  { what: 'tube', words: some(materials, tubeMaterials, materialWords) },
  { what: 'ends', words: some(ends, endForms, endFormWords) },
  { what: 'joined', words: some(allowed, joins, joinWords) },
]
