import type { Level, Sheet } from './types'

/**
 * The level that decides: the one the sheet says, else the one read with the engine idling, else the last. Others are stages on the way.
 */
export const decidingLevel = ({ levels }: Pick<Sheet, 'levels'>): Level | undefined =>
  levels.find(level => level.decides) ?? levels.findLast(level => level.engine === 'idling') ?? levels.at(-1)
