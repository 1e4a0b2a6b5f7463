import type { Level, LevelForm } from './types'

/** How a level's scale looks: as the sheet says, or as its method and its marks make likely. */
export const levelForm = ({ form, method, band }: Pick<Level, 'form' | 'method' | 'band'>): LevelForm =>
  form ?? (method === 'marks' ? (band ? 'lines' : 'notch') : 'overflow')
