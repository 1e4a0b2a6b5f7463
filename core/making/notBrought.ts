import { broughtBy, chosenPart, droppedBy, type ChosenParts } from '../sheet/chosenPart'
import type { Hold, Seal, Sheet, Slug } from '../sheet/types'

/** What the old line has and the new one comes without. */
export type NotBrought = {
  /** Brackets, filters, armour: taken off the old one at the bench. */
  moveOver: readonly string[]
  holds: readonly Pick<Hold, 'id' | 'name' | 'kind' | 'reuse' | 'part'>[]
  seals: readonly Pick<Seal, 'id' | 'name' | 'count' | 'reuse' | 'part'>[]
}

/**
 * By a line's sheet, what does not come with its new part: things to move over, clips and brackets that hold it, seals at its ends. Of a
 * part that is not chosen yet only what every one in question brings counts as brought. Undefined: the sheet has no such line.
 */
export function notBrought(
  { lines, joints, holds }: Pick<Sheet, 'lines' | 'joints' | 'holds'>,
  id: Slug,
  chosen: ChosenParts = {},
): NotBrought | undefined {
  const line = lines.find(one => one.id === id)
  if (!line) return undefined
  const [brought, dropped] = [new Set(broughtBy(line, chosen)), droppedBy(lines, chosen)]
  return {
    moveOver: chosenPart(line, chosen)?.carryOver ?? [],
    holds: holds.filter(hold => hold.line === id && !hold.newLineBrings && !brought.has(hold.id) && !dropped.has(hold.id)),
    seals: joints
      .filter(joint => !dropped.has(joint.id) && (joint.line === id || joint.also?.some(other => other.line === id)))
      .flatMap(joint => joint.seals.filter(seal => !brought.has(seal.id))),
  }
}
