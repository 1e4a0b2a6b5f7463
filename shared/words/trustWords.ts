import { sourceKinds } from '../../core/sheet/types'
import type { SheetGlance } from '../../core/sheet/glanceSheet'
import { sourceWords } from './vocabulary'

/** How many of a sheet's values are from where, the best source first, and how many nobody knows. */
export const trustWords = ({ sources, unknown }: Pick<SheetGlance, 'sources' | 'unknown'>): string =>
  [
    ...sourceKinds.flatMap(kind => (sources[kind] ? [`${sources[kind]} ${sourceWords[kind]}`] : [])),
    ...(unknown > 0 ? [`${unknown} unknown`] : []),
  ].join(' · ') || 'no values'
