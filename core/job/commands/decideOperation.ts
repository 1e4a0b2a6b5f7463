import { fail, ok } from '../../result'
import { restOf } from '../../sheet/carRests'
import { dueBehind } from '../steps/behind'
import { isOff, liftOf } from '../state/carState'
import { unknown, withReason, type Context, type Decision, type Of } from './decision'
import type { JobState } from '../types'

/** Refuses what is off to be taken off, what is on to be put on, a wrong count, and covering what is still due behind it. */
export function decideOperation(
  state: JobState,
  command: Of<'operationOff'> | Of<'operationOn'> | Of<'fastenersCounted'> | Of<'fastenerLost'>,
  { resolved }: Context,
): Decision {
  const operation = resolved.operations.find(candidate => candidate.id === command.operation)
  if (!operation) return unknown('operation', command.operation)
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  if (command.type === 'fastenerLost') {
    if (!operation.fasteners[command.group])
      return fail({ code: 'JOB_FASTENER_GROUPS', operation: operation.id, expected: operation.fasteners.length, got: command.group + 1 })
    // A part that nothing holds any more is not held.
    const out = state.operations[operation.id]?.fastenersOut[command.group] ?? 0
    const lost = state.lost.filter(one => one.operation === operation.id && one.group === command.group)
    if (lost.reduce((sum, { count }) => sum + count, command.count) >= out)
      return fail({ code: 'JOB_FASTENER_GROUPS', operation: operation.id, expected: out, got: command.count })
    return withReason(command, 'instead')
  }
  if (command.fasteners.length !== operation.fasteners.length)
    return fail({
      code: 'JOB_FASTENER_GROUPS',
      operation: operation.id,
      expected: operation.fasteners.length,
      got: command.fasteners.length,
    })
  const record = state.operations[operation.id]
  const off = isOff(state, operation.id)
  if (command.type === 'operationOn' && off) {
    // A gasket that was crushed once does not seal a second time, and two in one bore leak.
    const asked = (operation.seals ?? []).filter(({ reuse }) => reuse === 'never').map(({ id }) => id)
    const missing = asked.filter(id => !command.seals?.includes(id))
    if (missing.length > 0 || (asked.length > 0 && !command.oldOut))
      return fail({ code: 'JOB_PART_SEALS', operation: operation.id, seals: missing })
  }
  // What it stands on comes off while it hangs on the lift or on stands.
  if (command.type === 'operationOff' && restOf(operation) !== undefined && liftOf(state) === 'ground' && operation.at !== 'ground')
    return fail({ code: 'JOB_LIFT', needs: operation.at, is: 'elsewhere' })
  if (command.type === 'operationOff' && record?.off && off)
    return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'off' })
  if (command.type === 'operationOn' && !off) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'on' })
  if (command.type === 'fastenersCounted' && !record) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'on' })
  // A job left for later is covered all the same; what is behind it stays due.
  const behind = command.type === 'operationOn' && !state.paused ? dueBehind(resolved, state, operation.id) : []
  return behind.length > 0 ? fail({ code: 'JOB_GATE', gate: 'close', due: behind }) : ok(command)
}
