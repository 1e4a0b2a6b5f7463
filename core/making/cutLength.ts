import { fail, ok, type Result } from '../result'

/** What an end is formed into. `plain`: cut and deburred, for a clamp or a compression sleeve. */
export const endForms = ['plain', 'double-flare', 'bubble', 'flare-45', 'flare-37', 'bead'] as const
export type EndForm = (typeof endForms)[number]

/**
 * An end of the line that is made. `standOut`: how far the tube stands over the bar before it is formed; `finished`: how far the formed end
 * stands over it after. Both in mm, measured on a trial flare of this tool; undefined: nobody has yet.
 */
export type MadeEnd = { form: EndForm; standOut?: number; finished?: number }
export type CutIssue = { code: 'CUT_ALLOWANCE_UNKNOWN'; ends: ('from' | 'to')[] } | { code: 'CUT_ALLOWANCE_BACKWARDS'; end: 'from' | 'to' }

/**
 * What forming takes of the tube's length; undefined: not known, which is not nothing. In mm, as it is measured on a trial flare; our own
 * sum.
 */
export function allowanceOf({ form, standOut, finished }: MadeEnd): number | undefined {
  if (form === 'plain') return 0
  return standOut === undefined || finished === undefined ? undefined : standOut - finished
}

/**
 * How long to cut the tube: the developed length, what forming takes at each end, and what is trimmed after the trial fit (mm). A bead
 * takes nothing worth measuring where it is rolled; its numbers are asked for all the same.
 */
export function cutLength(
  developed: number,
  ends: { from: MadeEnd; to: MadeEnd },
  trim: number,
): Result<{ cut: number; from: number; to: number }, CutIssue> {
  const [from, to] = [allowanceOf(ends.from), allowanceOf(ends.to)]
  const unknown = (['from', 'to'] as const).filter(end => (end === 'from' ? from : to) === undefined)
  if (unknown.length > 0) return fail({ code: 'CUT_ALLOWANCE_UNKNOWN', ends: unknown })
  const backwards = (['from', 'to'] as const).find(end => (end === 'from' ? from : to)! < 0)
  if (backwards) return fail({ code: 'CUT_ALLOWANCE_BACKWARDS', end: backwards })
  return ok({ cut: developed + from! + to! + trim, from: from!, to: to! })
}
