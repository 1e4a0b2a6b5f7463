import type { Layout } from '../../core/identify/identifyLayouts'
import type { Car, Sheet } from '../../core/sheet/types'
import { list } from './vocabulary'

/** One layout a car may have: which lines, of which sheet where several are asked, and what it comes to. */
export function layoutWords(layout: Layout, sheets: readonly Sheet[]): string {
  if (layout.sheets.length === 0) return 'a car no sheet here is for'
  return layout.sheets
    .map(found => {
      const sheet = sheets.find(candidate => candidate.id === found.sheet)
      if (!sheet) return found.sheet
      const verdict = sheet.verdicts?.find(candidate => candidate.id === found.verdict)
      const lines = list(found.lines.map(id => sheet.lines.find(line => line.id === id)?.name ?? id))
      return [
        sheets.length > 1 && `${sheet.title}:`,
        lines || 'no line',
        verdict && (verdict.kind === 'not-needed' ? '(job not needed)' : '(newer part)'),
      ]
        .filter(Boolean)
        .join(' ')
    })
    .join('; ')
}

/** What is known of a car, of what sheets ask: each once. */
export const knownTraits = (sheets: readonly Sheet[], { traits }: Pick<Car, 'traits'>): string[] => [
  ...new Set(
    sheets
      .flatMap(sheet => sheet.traits)
      .flatMap(trait => {
        const value = trait.values.find(({ id }) => id === traits[trait.id])
        return value ? [`${trait.name}: ${value.name}`] : []
      }),
  ),
]
