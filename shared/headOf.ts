import type { Family, Sheet } from '../core/sheet/types'
import type { SheetHead } from './schemas/library'

const wordsOf = ({ make, model, body }: Family) => `${make} ${model} ${body}`

/** What a whole sheet is listed by; `families`: those it is for, as far as they are known here. */
export function headOf(sheet: Sheet, families: readonly Family[]): SheetHead {
  const { id, revision, title, system, summary, applies } = sheet
  const names = [...families].sort((a, b) => (`${a.make} ${a.model}` < `${b.make} ${b.model}` ? -1 : 1)).map(wordsOf)
  const ids = [...new Set(applies.flatMap(one => one.families))]
  return { id, revision, title, system, summary, families: ids, appliesTo: names.join(', ') }
}
