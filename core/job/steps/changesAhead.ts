import { compareSheets, type SheetChange } from '../../sheet/compareSheets'
import type { Sheet } from '../../sheet/types'
import { isTight } from '../state/jointStatus'
import type { JobState } from '../types'

/**
 * What a newer revision changes in work that is still ahead of this job: other lines, joints already tight, parts already back on and a
 * level already read are behind it, and wording for the look-up (summary, search words, ports, looks, notes) never concerned it.
 */
export function changesAhead(older: Sheet, newer: Sheet, state: JobState): SheetChange[] {
  if (state.signedOff) return []
  const scope = new Set(state.scope)
  const lineOf = (list: 'joints' | 'holds', id: string) =>
    [newer, older].flatMap(sheet => sheet[list] as readonly { id: string; line: string }[]).find(item => item.id === id)?.line
  const inScope = (line: string | undefined) => line !== undefined && (scope.size === 0 || scope.has(line))
  const levelDone = state.levels.some(reading => reading.reading === 'at')
  const isAhead = ({ part, id = '' }: SheetChange): boolean => {
    switch (part) {
      case 'lines':
        return inScope(id) && state.lines[id]?.in === undefined
      case 'joints': {
        const joint = newer.joints.find(item => item.id === id) ?? older.joints.find(item => item.id === id)
        return inScope(lineOf('joints', id)) && !(joint && isTight(joint, state.joints[id]))
      }
      case 'holds':
        return inScope(lineOf('holds', id)) && state.holds[id]?.fastened === undefined
      case 'operations':
        return state.operations[id]?.on === undefined
      case 'fluid':
      case 'bleeding':
      case 'fills':
      case 'levels':
      case 'bleeders':
        return !levelDone
      case 'proving':
      case 'cautions':
        return true
      case 'keepouts':
        return [...scope].some(line => state.lines[line]?.in === undefined)
      default:
        return false
    }
  }
  return compareSheets(older, newer).filter(isAhead)
}
