import { bleedMethodsFor } from '../../core/bleed/bleedMethodsFor'
import { isSealedSheet } from '../../core/sheet/sealing'
import type { Sheet } from '../../core/sheet/types'
import { bleedWords, list } from './vocabulary'

/** How a sheet's lines are bled: nothing only where somebody has said that all of it comes sealed; not known is said as that. */
export function bleedingWords(sheet: Sheet): string {
  if (sheet.bleeding.allowed.length > 0) return list(sheet.bleeding.allowed.map(method => bleedWords[method]))
  if (isSealedSheet(sheet)) return 'nothing to bleed: it comes filled and sealed'
  const usual = bleedMethodsFor(sheet)[0]
  return `not known${usual ? `; as is usual: ${bleedWords[usual]}` : ''}`
}
