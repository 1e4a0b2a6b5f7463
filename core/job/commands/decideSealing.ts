import { fail } from '../../result'
import { unknownSealing } from '../../sheet/sealing'
import { systemRules } from '../../sheet/systemRules'
import { measuredOf } from '../state/carState'
import { withReason, type Context, type Decision, type Of } from './decision'
import type { JobState } from '../types'

/** A lead's word where the sheet has none: refused where it has one, and where what ran out says otherwise. */
export function decideSealing(state: JobState, command: Of<'sealingSaid'> | Of<'fillSpared'>, { resolved: { sheet } }: Context): Decision {
  const isOpen = unknownSealing(sheet, state.scope, state.inputs?.parts).length > 0
  // What was said before may be said anew: it is on the sheet as this job has it.
  if (!isOpen && !(command.type === 'sealingSaid' && state.sealing)) return fail({ code: 'JOB_SEALING', why: 'known' })
  if (command.type === 'fillSpared')
    return systemRules[sheet.system].alwaysFilled ? fail({ code: 'JOB_SEALING', why: 'always-filled' }) : withReason(command, 'why')
  const { caught } = measuredOf(sheet, state, sheet.id)
  if (command.fitted && (caught.some(({ volume }) => volume > 0) || state.ranDry.length > 0))
    return fail({ code: 'JOB_SEALING', why: 'ran-out' })
  return withReason(command, 'why')
}
