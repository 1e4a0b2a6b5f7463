import { systemRules } from '../../sheet/systemRules'
import { sitsIn } from '../../bleed/bleedMethodsFor'
import { dripLoss } from '../../fluid/balanceCircuit'
import { judgeBottle, mostMonthsOpen } from '../../fluid/judgeBottle'
import { isGlycol, kindOfFluid, type FluidKind } from '../../fluid/fluidKinds'
import { judgeLevel, readingError } from '../../fluid/levelAtTemperature'
import { usualDensity } from '../../fluid/usualDensity'
import { volumeByWeight } from '../../fluid/volumeByWeight'
import { fail, ok, type Result } from '../../result'
import { isSealedSheet } from '../../sheet/sealing'
import { levelForm } from '../../sheet/levelForm'
import { settleValue, settleWindow } from '../../sheet/settleContested'
import type { Level, Sheet, Slug } from '../../sheet/types'
import { toSi } from '../../units/convertUnit'
import { millilitres, millimetres, type Millilitres } from '../../units/types'
import {
  asksTemperature,
  bleedMethodOf,
  bleedPlaces,
  circuitOpenings,
  drainsOf,
  isOff,
  liftOf,
  proppedSince,
  runningSince,
} from '../state/carState'
import { levelsOf } from '../../sheet/levelsOf'
import { guarded, unknown, volumeOf, type Context, type Decision, type Of } from './decision'
import { outOfReason } from './outOfReason'
import { secondsLeft } from '../state/timer'
import type { JobState, Refusal, Weighed } from '../types'

/** What a round let out and what went in after it, mL; what nobody measured is not there. */
function amountsOf(round: Of<'roundBled'>): Result<{ outVolume?: Millilitres; inVolume?: Millilitres }, Refusal> {
  const [out, into] = [round.out, round.in].map(entered => entered && volumeOf(entered))
  if (out && !out.ok) return out
  if (into && !into.ok) return into
  return ok({ ...(out && { outVolume: out.value }), ...(into && { inVolume: into.value }) })
}

/** Refuses a bleeder that is not on the plan's list, and a round of a circuit that was not opened. */
export function decideRound(state: JobState, command: Of<'roundBled'>, context: Context): Decision {
  const { sheet } = context.resolved
  const { places } = bleedPlaces(sheet, state.inputs)
  if (!places.includes(command.bleeder)) return unknown('bleeder', command.bleeder)
  if (circuitOpenings(context.resolved, state).length === 0) return fail({ code: 'JOB_NOT_PLANNED' })
  if (command.airBack && command.saw === 'clear') return fail({ code: 'JOB_AIR_BACK' })
  const rests = resting(state, context)
  if (rests) return rests
  // Whoever works the pedal sits in a car on the ground.
  if (sitsIn(bleedMethodOf(sheet, state.inputs)) && liftOf(state) !== 'ground')
    return fail({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
  const { at, running } = sheet.bleeding.parameters
  if (command.bleeder === sheet.id && bleedMethodOf(sheet, state.inputs) === 'lock-to-lock') {
    // Wheels that stand on the ground do not turn freely; without the engine and with it are two things.
    if (at !== undefined && at !== 'ground' && liftOf(state) === 'ground') return fail({ code: 'JOB_LIFT', needs: at, is: 'elsewhere' })
    const isRunning = runningSince(state) !== undefined
    if (running !== undefined && isRunning !== (command.running ?? false))
      return fail({ code: 'JOB_ENGINE', is: isRunning ? 'running' : 'off' })
  } else if (command.running) return fail({ code: 'JOB_ENGINE', is: 'off' })
  // A pedal, a wheel or a pump makes pressure; letting it run by itself makes none.
  // Foam in a clear hose says: go on. In what circulates it is whipped in, and the next turn whips in more.
  const amounts = amountsOf(command)
  if (!amounts.ok) return amounts
  const isWhipped = command.saw === 'foam' && !systemRules[sheet.system].staysCool
  const said = { ...command, ...amounts.value, ...(isWhipped && { rest: foamRestOf(sheet) }) }
  return bleedMethodOf(sheet, state.inputs) === 'gravity' ? ok(said) : (guarded('pressure', state, context) ?? ok(said))
}

/**
 * Refused while foam in a circuit's fluid rests: whoever sees that it has cleared ends the rest first, with a reason. Foam in one reservoir
 * says nothing of another; a reading since has settled it. Without a circuit, of the lines' own fluid.
 */
export function resting(state: JobState, context: Context, circuit?: Slug): Decision | undefined {
  const { rest } = state.timers
  const foamed = state.levels.find(({ n }) => n === rest?.n)
  const isOfThis = (foamed ? circuitOf(context, foamed.level) : undefined) === circuit
  const isSettled = state.levels.some(
    ({ n, reading, level }) => n > (rest?.n ?? 0) && reading !== 'foam' && circuitOf(context, level) === circuit,
  )
  // A timer that somebody set for themselves holds up nothing.
  const isFoam = foamed !== undefined || state.rounds.some(({ n }) => n === rest?.n)
  const left = rest && isFoam && isOfThis && !isSettled && !rest.ended ? (secondsLeft(state, 'rest', context) ?? 0) : 0
  return left > 0 ? fail({ code: 'JOB_TIMER_RUNNING', timer: 'rest', secondsLeft: left }) : undefined
}
const circuitOf = ({ resolved: { sheet } }: Context, level: Slug): Slug | undefined =>
  sheet.circuits?.find(one => one.level.id === level)?.id

/** Refuses an amount out of all reason, and a circuit that the sheet does not have. */
export function decideMeasured(
  state: JobState,
  command: Of<'fluidCaught'> | Of<'fluidAdded'> | Of<'fluidExtracted'>,
  context: Context,
): Decision {
  const { sheet } = context.resolved
  const circuit = sheet.circuits?.find(({ id }) => id === command.circuit)
  if (command.circuit !== undefined && !circuit) return unknown('circuit', command.circuit)
  if (command.type === 'fluidAdded') {
    const open = drainsOf(sheet, circuit?.id ?? sheet.id).find(({ id }) => isOff(state, id))
    if (open) return fail({ code: 'JOB_DRAIN_OPEN', operation: open.id })
    if (circuit === undefined && leaksVacuum(context.resolved, state)) return fail({ code: 'JOB_VACUUM' })
    if (command.drained && (circuit ?? sheet.fluid).reuse !== 'if-clean') return fail({ code: 'JOB_OLD_FLUID' })
  }
  const spec = settleValue((circuit ?? sheet.fluid).spec)
  const kind = spec.kind === 'unknown' ? 'other' : kindOfFluid(spec.value)
  const volume = volumeOf(command.entered)
  if (!volume.ok) return volume
  const refusal = command.type === 'fluidAdded' ? bottleRefused(command, kind, context) : weightRefused(command.weighed, kind, volume.value)
  return refusal ? fail(refusal) : ok({ ...command, volume: volume.value })
}

/** The last that was drawn on it since it was opened did not hold. */
function leaksVacuum(resolved: Context['resolved'], state: JobState): boolean {
  const last = state.vacuum.at(-1)
  return last?.verdict === 'leaks' && circuitOpenings(resolved, state).every(({ n }) => n < last.n)
}

/**
 * Brake fluid out of a bottle that nobody says anything of is not taken for fresh. A lead may let in one that has stood open, and says
 * why; nobody pours from one that is opened tomorrow.
 */
function bottleRefused({ bottle, kept, drained }: Of<'fluidAdded'>, kind: FluidKind, { at, person }: Context): Refusal | undefined {
  if (bottle === undefined) return isGlycol(kind) && !drained ? { code: 'JOB_BOTTLE', why: 'not-said', months: mostMonthsOpen } : undefined
  if (bottle === 'sealed') return undefined
  const judged = judgeBottle(kind, bottle.opened, at)
  if (judged.may === 'yes' || (judged.why === 'too-long' && (person.role === 'lead' || person.role === 'admin') && kept?.trim()))
    return undefined
  return { code: 'JOB_BOTTLE', why: judged.why, months: mostMonthsOpen }
}

/** What the scale says has to be what was entered. */
function weightRefused(weighed: Weighed | undefined, kind: FluidKind, entered: Millilitres): Refusal | undefined {
  if (!weighed) return undefined
  if (weighed.full <= weighed.empty) return { code: 'JOB_WEIGHT', why: 'lighter' }
  const density = usualDensity(kind)
  if (!density) return { code: 'JOB_WEIGHT', why: 'density' }
  const byWeight = volumeByWeight(weighed.full - weighed.empty, density, weighed.celsius)
  const slack = 1
  return Math.abs(byWeight - entered) > slack ? { code: 'JOB_WEIGHT', why: 'differs', millilitres: byWeight } : undefined
}

/** Common practice, no source: what a drip count and what a customer's memory are worth, as shares. */
const worth = { drips: 0.5, added: 0.25 } as const

/** What the car had lost before it came in, as far as what was found tells it, mL. */
export function decideLeaked(command: Of<'leakedBefore'>, { resolved: { sheet } }: Context): Decision {
  const { circuit, found } = command
  if (circuit !== undefined && !sheet.circuits?.some(({ id }) => id === circuit)) return unknown('circuit', circuit)
  const known = (lost: Millilitres, within: number): Decision => {
    const absurd = lost > 0 ? outOfReason('volume', lost) : undefined
    return absurd ? fail(absurd) : ok({ ...command, amount: { millilitres: lost, within: millilitres(within) } })
  }
  if (found.by === 'unknown') return ok(command)
  if (found.by === 'level') {
    const level = levelsOf(sheet).find(({ id }) => id === found.level)
    if (!level) return unknown('level', found.level)
    if (!level.mlPerMm) return ok(command)
    return known(millilitres(found.mm * level.mlPerMm), readingError * level.mlPerMm)
  }
  const lost = found.by === 'drips' ? dripLoss(found.perMinute, found.hours) : toSi('volume', found.entered)
  return known(lost, lost * worth[found.by])
}

/** Common practice, no source: minutes for foam to rise out of steering fluid in a cool workshop, where the sheet states none. */
const foamRest = 30
const foamRestOf = ({ bleeding }: Pick<Sheet, 'bleeding'>): number => bleeding.parameters.restMinutes ?? foamRest

/** Refuses a reading taken while foam rests, with the engine wrong, or outside its temperatures. */
export function decideLevel(state: JobState, command: Of<'levelRead'>, context: Context): Decision {
  const { resolved } = context
  const level = levelsOf(resolved.sheet).find(candidate => candidate.id === command.level)
  if (!level) return unknown('level', command.level)
  // Foam is seen whatever the engine does, and at any temperature; nothing read before it has gone is a level.
  if (command.reading === 'foam') return ok({ ...command, rest: foamRestOf(resolved.sheet) })
  // How a pedal moves is felt once nothing holds it down.
  if (isSealedSheet(resolved.sheet, state.inputs?.parts) && proppedSince(state)) return fail({ code: 'JOB_PROPPED' })
  const rests = resting(state, context, circuitOf(context, level.id))
  if (rests) return rests
  const running = runningSince(state) !== undefined
  if (command.engine !== level.engine || running !== (level.engine === 'idling'))
    return fail({ code: 'JOB_LEVEL_ENGINE', needs: level.engine })
  const read = readOff(level, command)
  if (!command.temperature)
    return asksTemperature(resolved.sheet, level) ? fail({ code: 'JOB_TEMPERATURE_NEEDED', level: level.id }) : ok(read)
  const celsius = toSi('temperature', command.temperature)
  const absurd = outOfReason('temperature', celsius)
  if (absurd) return fail(absurd)
  const window = settleWindow(level.temperature)
  if (window.kind !== 'unknown' && (celsius < window.value.low || celsius > window.value.high))
    return fail({ code: 'JOB_LEVEL_TEMPERATURE', level: level.id, celsius, window: window.value })
  return ok({ ...read, celsius })
}

/** A height on the scale says by itself whether it is at the marks; where nothing but a plug is seen, there is no height. */
function readOff(level: Level, { mm, ...command }: Of<'levelRead'>): Of<'levelRead'> {
  if (mm === undefined || levelForm(level) === 'overflow') return command
  return { ...command, mm, reading: judgeLevel({ band: level.band ?? millimetres(0) }, millimetres(mm)) }
}
