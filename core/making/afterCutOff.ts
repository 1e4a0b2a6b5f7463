import { allowanceOf } from './cutLength'
import type { LineInMaking } from './workOut'

/** The ends that a flare was cut off of so far, and how much tube each took, mm. */
export type CutOff = { end: 'from' | 'to'; off: number }

/**
 * How much too short a line comes out, mm, when a formed end is cut off and formed again: what was cut off, measured from the formed face,
 * and what forming takes of the tube once more, less what was left over for trimming and is still there. 0: the length does. Undefined:
 * nobody knows what this flare takes. Once the tube is bent, or cut to length at its second end, nothing is left over. Our own sum.
 */
export function shortAfterCutOff(
  { ends, trim = 0 }: Pick<LineInMaking, 'ends' | 'trim'>,
  done: ReadonlySet<string>,
  cutOffs: readonly CutOff[],
): number | undefined {
  let taken = 0
  for (const { end, off } of cutOffs) {
    const { form, ...tool } = ends[end]
    const allowance = form && allowanceOf({ form, ...tool })
    if (allowance === undefined) return undefined
    taken += off + allowance
  }
  const isBent = [...done].some(id => id.startsWith('bend:'))
  const left = isBent || done.has('trim') ? 0 : trim
  return Math.max(0, taken - left)
}
