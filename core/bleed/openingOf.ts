import type { Line, Slug } from '../sheet/types'
import type { BleedOpening } from './adviseMethod'

/** What a job opens, as far as air goes: hoses only, a line that is dry from end to end, or a part without a line. */
export function openingOf(lines: readonly Pick<Line, 'id' | 'sections'>[], wanted: readonly Slug[]): BleedOpening {
  const renewed = lines.filter(({ id }) => wanted.includes(id))
  if (renewed.length === 0) return 'component'
  const isHose = ({ sections }: Pick<Line, 'sections'>) => sections.length > 0 && sections.every(({ kind }) => kind === 'hose')
  return renewed.every(isHose) ? 'hose' : 'line'
}
