import type { ShelfFluid } from './buyContainers'
import { kindOfFluid, mayGoIn } from './fluidKinds'
import { judgeBottle } from './judgeBottle'

/** What on the shelf may go in where a fluid is asked for: the same by name first, else one that its rule or its sheet lets in. */
export function onShelf(shelf: readonly ShelfFluid[], asked: string, alsoNamed: readonly string[]): ShelfFluid | undefined {
  const plain = (words: string) => words.trim().toLowerCase()
  return (
    shelf.find(({ fluid }) => plain(fluid) === plain(asked)) ?? shelf.find(({ fluid }) => mayGoIn(asked, fluid, alsoNamed).may === 'yes')
  )
}

/** Whether what stands open of it may still be poured; brake fluid of which nobody wrote down the day may not. `at`: now, ISO 8601. */
export function stillGood({ fluid, open }: ShelfFluid, at: string): boolean {
  if (!open) return false
  const kind = kindOfFluid(fluid)
  return open.since === undefined ? judgeBottle(kind, '2000-01-01', at).may === 'yes' : judgeBottle(kind, open.since, at).may === 'yes'
}
