import type { Level, Sheet } from './types'

/** Every level of a sheet: of the lines' own fluid, and of another that the work lets out. */
export const levelsOf = ({ levels, circuits = [] }: Pick<Sheet, 'levels' | 'circuits'>): Level[] => [
  ...levels,
  ...circuits.map(({ level }) => level),
]
