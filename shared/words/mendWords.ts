import { assertNever } from '../../core/result'
import type { Mend } from '../../core/sheet/mendSheet'

/** What the button says that mends an integrity issue. */
export function mendWords(mend: Mend): string {
  switch (mend.code) {
    case 'MEND_RENAME':
      return `Rename it “${mend.to}”`
    case 'MEND_POINT_TO':
      return `Use “${mend.to}”`
    case 'MEND_REMOVE':
      return 'Take it out'
    case 'MEND_ADD_JOINT':
      return 'Add a joint there'
    case 'MEND_MOVE_PORT':
      return 'Move the port to the line’s end'
    case 'MEND_TO_END':
      return `Set it to ${mend.at} mm`
    case 'MEND_ADD_WAY':
      return 'Add a way from above'
    case 'MEND_SWAP':
      return 'Swap low and high'
    case 'MEND_UNSETTLE':
      return 'Leave it open'
    case 'MEND_RADIUS':
      return mend.to > 0 ? `Radius ${mend.to} mm` : 'Make it a kink'
    case 'MEND_JOIN':
      return 'Begin where the section before ends'
    case 'MEND_DROP_POINT':
      return 'Drop the point'
    default:
      return assertNever(mend)
  }
}
