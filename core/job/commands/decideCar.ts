import { fail, ok } from '../../result'
import { toSi } from '../../units/convertUnit'
import { restsOff } from '../state/carState'
import { withReason, type Context, type Decision, type Of } from './decision'
import { outOfReason } from './outOfReason'
import { secondsLeft } from '../state/timer'
import type { JobState } from '../types'
import { endsByHeat, waitsOf } from '../state/waits'

/** Refused while something on the floor holds the car; on the ground also while what it stands or rolls on is off. */
export function restingOn(state: JobState, { resolved }: Context, isGround: boolean): Decision | undefined {
  const found = restsOff(resolved.sheet, state).find(({ rest }) => rest === 'floor' || isGround)
  return found && fail({ code: 'JOB_CAR_RESTS', operation: found.operation.id, why: found.rest })
}

/** Common practice, no source: °C at which metal can be held and a cooling system opened. */
const bareHand = 40

/** Soaking, dripping, resting may be cut short; what has to cool or warm up ends by time, or by a temperature somebody measured. */
export function decideWaitCut(state: JobState, command: Of<'waitCut'>, { resolved }: Context): Decision {
  const running = waitsOf(resolved, state).find(({ wait }) => wait.id === command.wait)
  if (!running) return fail({ code: 'JOB_WAIT_NOT_RUNNING', wait: command.wait })
  if (!command.temperature)
    return endsByHeat(running.wait) ? fail({ code: 'JOB_REASON_NEEDED', field: 'temperature' }) : withReason(command, 'reason')
  const celsius = toSi('temperature', command.temperature)
  const absurd = outOfReason('temperature', celsius)
  if (running.wait.kind === 'cool' && celsius > bareHand)
    return fail({ code: 'JOB_QUANTITY_RANGE', dimension: 'temperature', value: celsius, low: -40, high: bareHand })
  return absurd ? fail(absurd) : command.reason.trim() ? ok({ ...command, celsius }) : fail({ code: 'JOB_REASON_NEEDED', field: 'reason' })
}

/** A rest that foam asked for is cut short with a word of why; another timer as it is. */
export function decideTimerEnded(state: JobState, command: Of<'timerEnded'>, context: Context): Decision {
  const left = secondsLeft(state, command.timer, context)
  if (left === undefined) return fail({ code: 'JOB_TIMER_NOT_STARTED', timer: command.timer })
  return command.timer === 'rest' && left > 0 ? withReason({ ...command, reason: command.reason ?? '' }, 'reason') : ok(command)
}
