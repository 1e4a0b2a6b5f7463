import { goesBackFirst } from '../../sheet/carRests'
import { fail, ok } from '../../result'
import type { Operation } from '../../sheet/types'
import { levelsOf } from '../../sheet/levelsOf'
import { toSi } from '../../units/convertUnit'
import { isOff, pressureSourceOf, runningSince } from '../state/carState'
import { unknown, type Context, type Decision, type Of } from './decision'
import { outOfReason } from './outOfReason'
import type { JobState } from '../types'
import type { ObservedThing } from '../../sheet/observation'

// What is met on the car and in the box: a look at a part with seals of its own, a leaflet, what the sheet did not know.

/** Refuses a look at a part that is off, or covered, and a dry one without pressure since it went on. */
export function decidePartLooked(state: JobState, command: Of<'partLooked'>, { resolved }: Context): Decision {
  const operation = resolved.operations.find(({ id }) => id === command.operation)
  if (!operation) return unknown('operation', command.operation)
  const on = state.operations[operation.id]?.on
  if (!on || isOff(state, operation.id)) return fail({ code: 'JOB_THING_STATE', target: operation.id, needs: 'on' })
  // A leak seen is a leak; dry takes the engine running since the part went on, and sight of it.
  if (command.result !== 'dry') return ok(command)
  const cover = coverOf(resolved.operations, state, operation)
  if (cover !== undefined) return fail({ code: 'JOB_HIDDEN', joint: operation.id, operation: cover })
  const since = runningSince(state)
  const isUnderPressure = pressureSourceOf(resolved.sheet) !== 'engine' || (since !== undefined && since.n > on.n)
  return isUnderPressure ? ok(command) : fail({ code: 'JOB_NO_PRESSURE', by: 'engine' })
}

/**
 * A part before it that is on, and could be off while the engine runs. One that was on when this came off hides nothing: whoever reached
 * past it sees past it, whatever the sheet says. By the order on record: a tablet that knew of neither covers it all the same.
 */
function coverOf(operations: readonly Operation[], state: JobState, { id: part, needs }: Operation): string | undefined {
  const since = state.operations[part]?.off?.n ?? 0
  const wentOnLater = (id: string) => (state.operations[id]?.on?.n ?? 0) > since
  const mayBeOff = (id: string) => operations.some(one => one.id === id && !goesBackFirst(one)) && wentOnLater(id)
  return needs.find(anyOf => anyOf.every(id => !isOff(state, id)) && anyOf.some(mayBeOff))?.find(mayBeOff)
}

/** Refuses a leaflet about what the sheet does not have, a window that is none, and one without its source. */
export function decideLeaflet(command: Of<'leafletRead'>, { resolved }: Context): Decision {
  const { thing, target, group } = command
  const { sheet } = resolved
  const things = {
    joint: resolved.joints,
    operation: resolved.operations,
    hold: resolved.holds,
    bleeder: sheet.bleeders,
    level: levelsOf(sheet),
    fill: sheet.fills,
  }
  if (!things[thing].some(({ id }) => id === target)) return unknown(thing, target)
  if (thing === 'operation') {
    const groups = sheet.operations.find(({ id }) => id === target)!.fasteners.length
    if (group === undefined || group >= groups)
      return fail({ code: 'JOB_FASTENER_GROUPS', operation: target, expected: groups, got: (group ?? 0) + 1 })
  }
  const [low, high] = [toSi('torque', command.low), toSi('torque', command.high)]
  const absurd = outOfReason('torque', low) ?? outOfReason('torque', high)
  if (absurd) return fail(absurd)
  if (low > high) return fail({ code: 'JOB_WINDOW', low, high })
  return command.from.trim() ? ok({ ...command, window: { low, high } }) : fail({ code: 'JOB_REASON_NEEDED', field: 'from' })
}

/** Refuses what is said of a thing that is not on the sheet. */
export function decideObserved(command: Of<'observed'>, { resolved }: Context): Decision {
  const { sheet } = resolved
  const things: Record<ObservedThing, readonly { id: string }[]> = {
    joint: resolved.joints,
    hold: resolved.holds,
    operation: resolved.operations,
    line: resolved.lines,
    bleeder: sheet.bleeders,
    level: levelsOf(sheet),
    neighbour: sheet.neighbours,
  }
  if (!things[command.about].some(({ id }) => id === command.target)) return unknown(command.about, command.target)
  const { found } = command
  if (found.what === 'note') return found.text.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'text' })
  if (found.what === 'torque') {
    const absurd = outOfReason('torque', toSi('torque', found.entered))
    return absurd ? fail(absurd) : ok(command)
  }
  if (found.what === 'hex' || found.what === 'length') {
    const value = toSi('length', found.entered)
    const [low, high] = found.what === 'hex' ? [1, 100] : [1, 20_000]
    return value < low || value > high ? fail({ code: 'JOB_QUANTITY_RANGE', dimension: 'length', value, low, high }) : ok(command)
  }
  return ok(command)
}
