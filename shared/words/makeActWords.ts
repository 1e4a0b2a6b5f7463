import type { EndForm } from '../../core/making/cutLength'
import type { Loose, MakeAct } from '../../core/making/makeActs'
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
export const lockedWords = (by: MakeAct): string =>
  by.kind === 'bend'
    ? `Too late: bend ${by.bend! + 1} is made, and it does not go past it. Begin with a new piece of tube.`
    : `Too late: the ${endWords[by.end!]} is formed, and it does not go over it. Cut that end off, and see whether the length still does.`
export const blockedWords = (first: MakeAct): string => `First: ${actWords(first).toLowerCase()}.`

type MakeRefused = Extract<Refusal, { code: 'JOB_MAKE' }>
/** Why an act of making a line was not taken. */
export function makeRefusedWords({ why, act }: Pick<MakeRefused, 'why' | 'act'>): string {
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
    case 'in':
      return 'it lies in the car. Take it out again first.'
  }
}
/** What was bent again, after a trial fit. */
export const rebentWords = ({ bend, degrees }: { bend: number; degrees: number }): string =>
  `bend ${bend + 1} ${degrees > 0 ? 'closed' : 'opened'} by ${formatNumber(Math.abs(degrees), 1)}°`
