import { systemRules } from '../../sheet/systemRules'
import type { Level, Sheet } from '../../sheet/types'

/**
 * The mark a reservoir is filled to where the line below it fills only while it is bled: an empty brake or clutch hose takes nothing by
 * itself, so what ran out cannot go back in before. Undefined: filled by volume first. Common practice, no source.
 */
export function fillMark(sheet: Sheet): Level | undefined {
  if (!systemRules[sheet.system].staysCool) return undefined
  // Of several marks the one that says whether enough is in.
  return sheet.levels.find(level => level.engine === 'off' && (sheet.levels.length === 1 || level.decides))
}
