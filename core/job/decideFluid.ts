import { fail, ok } from '../result'
import { settleWindow } from '../sheet/settleContested'
import { toSi } from '../units/convertUnit'
import { asksTemperature, bleedMethodOf, bleedPlaces, runningSince } from './carState'
import { guarded, unknown, type Context, type Decision, type Of } from './decision'
import { outOfReason } from './outOfReason'
import { secondsLeft } from './timer'
import type { JobState } from './types'

export function decideRound(state: JobState, command: Of<'roundBled'>, context: Context): Decision {
  const { sheet } = context.resolved
  const { places } = bleedPlaces(sheet, state.inputs)
  if (!places.includes(command.bleeder)) return unknown('bleeder', command.bleeder)
  if (!Object.values(state.joints).some(record => record.opened)) return fail({ code: 'JOB_NOT_PLANNED' })
  // A pedal, a wheel or a pump makes pressure; letting it run by itself makes none.
  return bleedMethodOf(sheet, state.inputs) === 'gravity' ? ok(command) : (guarded('pressure', state, context) ?? ok(command))
}

/** Common practice, no source: minutes for foam to rise out of steering fluid in a cool workshop, where the sheet states none. */
const foamRest = 30

export function decideLevel(state: JobState, command: Of<'levelRead'>, context: Context): Decision {
  const { resolved } = context
  const level = resolved.sheet.levels.find(candidate => candidate.id === command.level)
  if (!level) return unknown('level', command.level)
  // Foam is seen whatever the engine does, and at any temperature; nothing read before it has gone is a level.
  if (command.reading === 'foam') return ok({ ...command, rest: resolved.sheet.bleeding.parameters.restMinutes ?? foamRest })
  const last = state.levels.findLast(reading => reading.level === level.id)
  const left = last?.reading === 'foam' && !state.timers.rest?.ended ? (secondsLeft(state, 'rest', context) ?? 0) : 0
  if (left > 0) return fail({ code: 'JOB_TIMER_RUNNING', timer: 'rest', secondsLeft: left })
  const running = runningSince(state) !== undefined
  if (command.engine !== level.engine || running !== (level.engine === 'idling'))
    return fail({ code: 'JOB_LEVEL_ENGINE', needs: level.engine })
  if (!command.temperature)
    return asksTemperature(resolved.sheet, level) ? fail({ code: 'JOB_TEMPERATURE_NEEDED', level: level.id }) : ok(command)
  const celsius = toSi('temperature', command.temperature)
  const absurd = outOfReason('temperature', celsius)
  if (absurd) return fail(absurd)
  const window = settleWindow(level.temperature)
  if (window.kind !== 'unknown' && (celsius < window.value.low || celsius > window.value.high))
    return fail({ code: 'JOB_LEVEL_TEMPERATURE', celsius, window: window.value })
  return ok({ ...command, celsius })
}
