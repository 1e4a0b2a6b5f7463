import type { EndForm } from '../../core/making/cutLength'
import { actKinds, type ActKind, type Loose, type MakeAct } from '../../core/making/makeActs'
import type { RuleBreach } from '../../core/making/makingRules'
import type { Join } from '../../core/making/joins'
import type { TubeMaterial } from '../../core/making/tubeStrength'
import type { Refusal } from '../../core/job/types'
import { formatNumber } from '../../core/units/formatQuantity'

export const endFormWords: Record<EndForm, string> = {
  plain: 'plain',
  'double-flare': 'double flare, 45°',
  bubble: 'bubble flare',
  'flare-45': 'single flare, 45°',
  'flare-37': 'single flare, 37°',
  bead: 'bead, for a hose',
}

export const materialWords: Record<TubeMaterial, string> = {
  steel: 'steel, double wall',
  'copper-nickel': 'copper-nickel',
  stainless: 'stainless steel',
  aluminium: 'aluminium',
}
export const joinWords: Record<Join, string> = {
  whole: 'one piece',
  union: 'joined by a flare union',
  compression: 'joined by a compression fitting',
}

export const looseWords: Record<Loose['kind'], string> = {
  nut: 'nut',
  sleeve: 'sleeve',
  bracket: 'closed bracket or clip',
  armour: 'spring or armour',
}
export const endWords = { from: 'first end', to: 'second end' } as const

const nameOf = ({ kind, end }: Loose): string => `${looseWords[kind]}${end ? `, ${endWords[end]}` : ''}`
export function actWords({ kind, item, end, form, bend }: MakeAct): string {
  switch (kind) {
    case 'cut':
      return 'Cut the tube square, with the trim left on'
    case 'deburr':
      return `Deburr the ${endWords[end!]} inside and outside, and blow it out`
    case 'slide':
      return `Slide on: ${nameOf(item!)}${item!.kind === 'nut' ? ', its thread to the end' : ''}`
    case 'form':
      return `Form the ${endWords[end!]}: ${endFormWords[form!]}`
    case 'inspect':
      return `Look at the ${endWords[end!]}: square, centred, no split, no crease`
    case 'bend':
      return `Make bend ${bend! + 1}`
    case 'trial-fit':
      return 'Try it in its place, ends at their ports'
    case 'trim':
      return 'Mark and cut the second end to length'
  }
}
/** The same as it stands in the record, which keeps its id only: a bend by its number from 1, as it was made. */
export function actDoneWords(id: string): string {
  const [kind = '', about = ''] = id.split(':')
  const end = about === 'from' || about === 'to' ? endWords[about] : about
  const done: Record<ActKind, string> = {
    cut: 'tube cut',
    deburr: `${end} deburred`,
    slide: 'what closes round it slid on',
    form: `${end} formed`,
    inspect: `${end} looked at`,
    bend: `bend ${Number(about) + 1} made`,
    'trial-fit': 'tried in its place',
    trim: 'second end cut to length',
  }
  return actKinds.some(one => one === kind) ? done[kind as ActKind] : id
}
const oneOf = (names: readonly string[]): string => (names.length > 0 ? names.join(' or ') : 'nothing that is made here')
/** What the shop's rules for this system do not allow, and what they do. */
export function breachWords(breach: RuleBreach): string {
  switch (breach.what) {
    case 'material':
      return `here a line of this kind is not made of ${materialWords[breach.is]}: take ${oneOf(breach.allowed.map(one => materialWords[one]))}.`
    case 'end':
      return `here the ${endWords[breach.end]} of a line of this kind is not made ${endFormWords[breach.is]}: make it ${oneOf(breach.allowed.map(one => endFormWords[one]))}.`
    case 'join':
      return `here a line of this kind is not ${joinWords[breach.is]}: ${oneOf(breach.allowed.map(one => joinWords[one]))}.`
  }
}
export const lockedWords = (by: MakeAct): string =>
  by.kind === 'bend'
    ? `Too late: bend ${by.bend! + 1} is made, and it does not go past it. Begin with a new piece of tube.`
    : `Too late: the ${endWords[by.end!]} is formed, and it does not go over it. Cut that end off, and see whether the length still does.`
export const blockedWords = (first: MakeAct): string => `First: ${actWords(first).toLowerCase()}.`

type MakeRefused = Extract<Refusal, { code: 'JOB_MAKE' }>
/** Why an act of making a line was not taken. */
export function makeRefusedWords({ why, act, breach }: Pick<MakeRefused, 'why' | 'act' | 'breach'>): string {
  switch (why) {
    case 'nothing-said':
      return 'say what is to be made first: its straights and bends, the tube, both ends.'
    case 'unknown':
      return 'there is no such act for this line.'
    case 'first':
      return `first comes: ${actWords(act!).toLowerCase()}.`
    case 'locked':
      return lockedWords(act!)
    case 'done':
      return `done already: ${actWords(act!).toLowerCase()}.`
    case 'left':
      return `still to do: ${actWords(act!).toLowerCase()}.`
    case 'not-allowed':
      return breachWords(breach!)
    case 'in':
      return 'it lies in the car. Take it out again first.'
  }
}
/** A flare that was cut off, and what is left of the length. */
export const cutOffWords = ({ end, off, short }: { end: 'from' | 'to'; off: number; short?: number }): string =>
  `${endWords[end]} cut off, ${formatNumber(off, 1)} mm: ${
    short === undefined
      ? 'nobody has said what this flare takes, so measure whether the length still does'
      : short === 0
        ? 'the length still does'
        : `the line comes out ${formatNumber(short, 1)} mm short`
  }`
/** What was bent again, after a trial fit. */
export const rebentWords = ({ bend, degrees }: { bend: number; degrees: number }): string =>
  `bend ${bend + 1} ${degrees > 0 ? 'closed' : 'opened'} by ${formatNumber(Math.abs(degrees), 1)}°`
