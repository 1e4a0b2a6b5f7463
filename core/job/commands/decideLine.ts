import { fail, ok } from '../../result'
import { holdsLine } from '../../sheet/holdsLine'
import { isPartOpen } from '../../sheet/chosenPart'
import { isOn } from '../../sheet/jointLines'
import { hasLeft } from '../state/hasLeft'
import { carryOver } from '../owed/obligations'
import { carrierIn, coveredIn, droppedIn, isGone, pieceOf } from '../state/partEffects'
import { guarded, isApart, isOutOfCar, unknown, withReason, type Context, type Decision, type Of } from './decision'
import type { Joint } from '../../sheet/types'
import type { JobBody, JobState } from '../types'

/** Refuses a line out while an end or a hold is fast, in while the old one is in, and calling out one that is not in. */
export function decideLine(state: JobState, command: Of<'lineOut'> | Of<'lineIn'> | Of<'lineCalledOut'>, context: Context): Decision {
  const { resolved } = context
  const line = resolved.lines.find(candidate => candidate.id === command.line)
  if (!line) return unknown('line', command.line)
  const needs = (what: 'in' | 'out' | 'ends-open' | 'holds-released' | 'laid-in'): Decision =>
    fail({ code: 'JOB_LINE_STATE', line: line.id, needs: what })
  const isOut = isOutOfCar(state, line.id)
  if (command.type === 'lineCalledOut') {
    if (!state.lines[line.id]?.in || !hasLeft(state, line.id) || !state.scope.includes(line.id)) return needs('laid-in')
    // A piece comes out whole, by the name of the line it was bought for.
    const carrier = state.lines[line.id]?.piece ?? line.id
    const also = pieceOf(state, carrier)
    return withReason({ ...command, line: carrier, ...(also.length > 0 && { also }) }, 'why')
  }
  if (command.type === 'lineIn') {
    if (!isOut) return needs('out')
    // What is not wanted any more goes back as it came out: nothing new to compare.
    const which = state.scope.includes(line.id) ? 'new' : 'old'
    const carrier = which === 'new' ? carrierIn(resolved, state, line.id) : line.id
    if (carrier !== line.id) return fail({ code: 'JOB_LINE_STATE', line: carrier, needs: 'laid-in' })
    const also = coveredIn(resolved, state, line.id)
    const beside = also.find(id => !isOutOfCar(state, id))
    if (which === 'new' && beside !== undefined) return fail({ code: 'JOB_LINE_STATE', line: beside, needs: 'out' })
    const laid: JobBody = which === 'new' && also.length > 0 ? { ...command, which, also } : { ...command, which }
    const held = guarded('fit', state, context, owed => 'line' in owed && owed.line === line.id)
    if (held) return held
    return which === 'new' && isPartOpen(line, state.inputs?.parts) ? fail({ code: 'JOB_PART_NOT_CHOSEN', line: line.id }) : ok(laid)
  }
  if (isOut) return needs('in')
  // What was laid in in one piece comes out in one piece.
  const carrier = state.lines[line.id]?.piece ?? line.id
  const also = [carrier, ...pieceOf(state, carrier)].filter(id => id !== line.id)
  const piece = [line.id, ...also]
  const dropped = droppedIn(resolved, state)
  const isShut = (joint: Joint) =>
    piece.some(id => isOn(joint, id)) && !isApart(state.joints[joint.id]) && !(state.lines[line.id]?.in && dropped.has(joint.id))
  if (resolved.joints.some(isShut)) return needs('ends-open')
  const held = resolved.holds.some(hold => {
    const held = state.holds[hold.id]
    return holdsLine(hold, line.id) && !(held?.released && !held.fastened)
  })
  return held ? needs('holds-released') : ok(also.length > 0 ? { ...command, also } : command)
}

/** Refuses a look at a part that has no name yet, a difference without a word of it, and accepting what does not differ. */
export function decidePart(state: JobState, command: Of<'partReceived'> | Of<'partAccepted'>, { resolved }: Context): Decision {
  const line = resolved.lines.find(({ id }) => id === command.line)
  if (!line) return unknown('line', command.line)
  if (command.type === 'partAccepted') {
    const { received, compared } = state.lines[command.line] ?? {}
    return received?.agrees === false || compared?.agrees === false
      ? withReason(command, 'why')
      : fail({ code: 'JOB_NOT_DIFFERENT', line: command.line })
  }
  // Looked at without a name, nobody knows afterwards what was looked at.
  if (isPartOpen(line, state.inputs?.parts)) return fail({ code: 'JOB_PART_NOT_CHOSEN', line: line.id })
  return command.agrees || command.differs?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'differs' })
}

/** What is not there cannot be moved over: each goes by the name the sheet gives it. */
export function decideCarried(state: JobState, command: Of<'carriedOver'>, { resolved }: Context): Decision {
  const line = resolved.lines.find(({ id }) => id === command.line)
  if (!line) return unknown('line', command.line)
  if (!isOutOfCar(state, line.id)) return fail({ code: 'JOB_LINE_STATE', line: line.id, needs: 'out' })
  const stray = command.items.find(item => !carryOver(line, state).includes(item))
  return stray === undefined ? ok(command) : unknown('part', stray)
}

/** Refuses to release what is loose, to fasten what is fast, and to fasten a line that is not in. */
export function decideHold(state: JobState, command: Of<'holdReleased'> | Of<'holdFastened'>, { resolved }: Context): Decision {
  const hold = resolved.holds.find(candidate => candidate.id === command.hold)
  if (!hold || isGone(resolved, state, hold.id)) return unknown('hold', command.hold)
  const record = state.holds[hold.id]
  const isReleased = record?.released !== undefined && record.fastened === undefined
  if (isReleased === (command.type === 'holdReleased'))
    return fail({ code: 'JOB_HOLD_STATE', hold: hold.id, needs: isReleased ? 'fastened' : 'released' })
  const { line } = hold
  if (command.type === 'holdFastened' && isOutOfCar(state, line)) return fail({ code: 'JOB_LINE_STATE', line, needs: 'laid-in' })
  return ok(command)
}
