import type { Sheet, Slug } from '../sheet/types'
import { courseOf } from './courseOf'
import { pathOfSheet } from './pathOfSheet'
import type { Scenario } from './scenarios'
import type { SheetVariant } from './sheetVariants'

const grades: Record<SheetVariant, Scenario['grade']> = { hose: 1, dry: 2, hasty: 3, soft: 3 }

/** By what a run on it is kept. */
export const scenarioId = (sheet: Slug, variant: SheetVariant): string => `${variant}-of-${sheet}`

/**
 * A practice circuit with the bores, volumes, course and reservoir of a sheet's lines. Undefined where no pedal or lever works it, where a
 * line is not measured or is there on some cars only, and where the sheet has nothing of what the variant is about.
 */
export function sheetScenario(sheet: Sheet, variant: SheetVariant): Scenario | undefined {
  const { lines } = sheet
  if (lines.some(({ when }) => when)) return undefined
  const hoses = lines.filter(({ sections }) => sections.some(({ kind }) => kind === 'hose'))
  // With a hose and nothing else, swapped is dry from end to end.
  if (hoses.length === 0 ? variant !== 'dry' : variant === 'dry' && hoses.length === lines.length) return undefined
  const wanted = (variant === 'dry' ? lines : hoses).map(({ id }) => id)
  const found = pathOfSheet({ sheet, lines }, wanted)
  if (!found) return undefined
  const { path, air } = found
  return {
    id: scenarioId(sheet.id, variant),
    grade: grades[variant],
    path: variant === 'soft' ? { ...path, suckedIn: 0.06 } : path,
    air,
    course: courseOf(lines),
    ...(variant === 'hasty' && { helper: { down: 0.5, hold: 2.2, up: 0.5, rest: 1.6 } }),
    right: variant === 'soft' ? 'draws-air' : 'bled',
  }
}
