import { fittedSealing, newSealing } from '../../sheet/sealing'
import type { Line, Sheet } from '../../sheet/types'
import type { JobState } from '../types'

/**
 * The sheet as it is for one job: where neither it nor anybody but a lead has said whether a set comes filled and sealed, by what that
 * lead said. The sheet itself where nothing was said.
 */
export function withSealing(sheet: Sheet, said: JobState['sealing']): Sheet {
  if (!said) return sheet
  const word = (isSealed: boolean) => (isSealed ? {} : (false as const))
  const lineOf = (line: Line): Line => ({
    ...line,
    // Where no part is listed the line's word stands for both: sealed only if both are.
    ...(fittedSealing(sheet, line) === 'unknown' && { sealed: word(said.fitted && (line.parts.length > 0 || said.goesIn)) }),
    parts: line.parts.map(part =>
      newSealing(sheet, { id: line.id, parts: [part] }) === 'unknown' ? { ...part, sealed: word(said.goesIn) } : part,
    ),
  })
  return { ...sheet, lines: sheet.lines.map(lineOf) }
}
