import { siblingOf, type NeighbourRef } from '../../core/plan/goals/siblings'
import { levelsOf } from '../../core/sheet/levelsOf'
import type { Sheet, Slug } from '../../core/sheet/types'

type Named = { id: Slug; name: string }
const find = (items: readonly Named[], id: Slug): string => items.find(item => item.id === id)?.name ?? id

/** Ids → the sheet's names; an id the sheet does not know stays itself, so a sentence never breaks. */
export const sheetNames = (sheet: Sheet) => ({
  joint: (id: Slug) => find(sheet.joints, id),
  line: (id: Slug) => find(sheet.lines, id),
  hold: (id: Slug) => find(sheet.holds, id),
  operation: (id: Slug) => find(sheet.operations, id),
  bleeder: (id: Slug) => find(sheet.bleeders, id),
  level: (id: Slug) => find(levelsOf(sheet), id),
  /** Of the lines' own fluid, where nothing else is said. */
  fluid: (id: Slug | undefined) => sheet.circuits?.find(one => one.id === id)?.name ?? 'fluid',
  fill: (id: Slug) => find(sheet.fills, id),
  /** A neighbour, or another line of the car as `line:id`. */
  neighbour: (ref: NeighbourRef) =>
    siblingOf(ref) === undefined ? (sheet.neighbours.find(({ id }) => id === ref)?.what ?? ref) : find(sheet.lines, siblingOf(ref)!),
  /** Whatever goes by that id; nothing where it is unknown. */
  any: (id: Slug): string | undefined =>
    [...sheet.joints, ...sheet.holds, ...sheet.operations, ...sheet.fills, ...sheet.bleeders, ...levelsOf(sheet)].find(
      item => item.id === id,
    )?.name ?? sheet.neighbours.find(item => item.id === id)?.what,
  seal: (id: Slug) =>
    find(
      [...sheet.joints, ...sheet.operations].flatMap(({ seals = [] }) => seals),
      id,
    ),
})
export type SheetNames = ReturnType<typeof sheetNames>
