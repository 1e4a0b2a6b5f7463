import { systemRules } from '../../sheet/systemRules'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { bleedMethodsFor } from '../../bleed/bleedMethodsFor'
import { wantsFilling, wantsReading, type Renewal } from '../../sheet/sealing'
import { isWheel, restOf, type Rest } from '../../sheet/carRests'
import { settleValue, settleWindow, type Settled } from '../../sheet/settleContested'
import type { BleedMethod, Level, LiftPosition, Operation, Sheet, Slug, Window } from '../../sheet/types'
import { celsius, type Celsius } from '../../units/types'
import { spanSeconds, type Moment } from './timer'
import type { JobState, JointRecord, Mark, Pressure, PressureBy } from '../types'

// What is physically so on the car, from what is on record and nothing else.

/** Where the car stands. */
export const liftOf = (state: JobState): LiftPosition => state.moves.at(-1)?.to ?? state.inputs?.start ?? 'ground'

/** Where the car stood when something was done. */
export const positionAt = (state: JobState, { n }: Mark): LiftPosition =>
  state.moves.findLast(move => move.n < n)?.to ?? state.inputs?.start ?? 'ground'

/** Since when the engine runs; undefined: it stands. */
export const runningSince = (state: JobState): Mark | undefined =>
  state.pressures.findLast(pressure => pressure.by === 'engine' && !pressure.to)?.from

/** Off by this job's hands, or before it began and not put back since. */
export function isOff(state: JobState, operation: Slug): boolean {
  const record = state.operations[operation]
  return record?.off ? record.on === undefined : record?.on === undefined && state.inputs?.done?.includes(operation) === true
}

/** The last of several marks; undefined without any. */
export const latest = (marks: readonly (Mark | undefined)[]): Mark | undefined =>
  marks.reduce((last, mark) => (mark && (!last || mark.n > last.n) ? mark : last), undefined)

/** What was done to a joint that makes an earlier look at it worthless: whoever looks has to know of all of it. */
export const disturbancesOf = ({ opened, seated, torqued }: JointRecord): Mark[] => [opened, seated, torqued].flatMap(mark => mark ?? [])
/** The last of it. */
export const disturbedAt = (record: JointRecord): Mark | undefined => latest(disturbancesOf(record))

/** Parts that let a circuit's fluid out when they come off; `circuit`: the sheet's own id for the lines' own fluid. */
export const drainsOf = ({ operations }: Pick<Sheet, 'operations'>, circuit: Slug): Operation[] =>
  operations.filter(({ drains }) => drains?.circuit === circuit)
/** When that happened. */
export const drainings = (sheet: Sheet, state: JobState, circuit: Slug): Mark[] =>
  drainsOf(sheet, circuit).flatMap(({ id }) => state.operations[id]?.off ?? [])

/** Which lines get what; of a line whose old one went back in, nothing. */
export const renewalOf = (state: JobState): Renewal => ({
  isRenewed: line => state.scope.includes(line) && state.lines[line]?.which !== 'old',
  parts: state.inputs?.parts,
})
/** When joints were opened of which that holds. */
function openedWhere(
  sheet: Sheet,
  state: JobState,
  isMeant: (sheet: Sheet, joint: Sheet['joints'][number], renewal: Renewal) => boolean,
): Mark[] {
  const renewal = renewalOf(state)
  return sheet.joints.flatMap(joint => {
    const opened = state.joints[joint.id]?.opened
    return opened && isMeant(sheet, joint, renewal) ? opened : []
  })
}

/** When the fluid circuit was opened: the last time at each joint, and each time it was drained, ran dry, or was to be bled for itself. */
export const circuitOpenings = ({ sheet }: ResolvedSheet, state: JobState): Mark[] => [
  ...openedWhere(sheet, state, wantsFilling),
  ...drainings(sheet, state, sheet.id),
  ...state.ranDry,
  ...(state.service && state.service.what !== 'level' ? [state.service] : []),
]

const isOf = (sheet: Sheet, circuit: Slug) => (entry: { circuit?: Slug }) => (entry.circuit ?? sheet.id) === circuit
/** What was measured of one fluid. */
export const measuredOf = (sheet: Sheet, state: JobState, circuit: Slug) => ({
  caught: state.caught.filter(isOf(sheet, circuit)),
  extracted: state.extracted.filter(isOf(sheet, circuit)),
  added: state.added.filter(isOf(sheet, circuit)),
})

/** When fluid went in or out of the lines' own circuit, measured or not. */
export function fluidChanges({ sheet }: ResolvedSheet, state: JobState): Mark[] {
  const { added, extracted } = measuredOf(sheet, state, sheet.id)
  return [
    ...openedWhere(sheet, state, wantsReading),
    ...drainings(sheet, state, sheet.id),
    ...(state.service ? [state.service] : []),
    ...state.ranDry,
    ...added,
    ...extracted,
    ...state.rounds,
  ]
}
/** And of another fluid. */
export function changesOf(sheet: Sheet, state: JobState, circuit: Slug): Mark[] {
  const { added, extracted } = measuredOf(sheet, state, circuit)
  return [...drainings(sheet, state, circuit), ...added, ...extracted]
}

/** What opened the circuit whose level that is. */
export function openingsOfLevel(resolved: ResolvedSheet, state: JobState, level: Slug): Mark[] {
  const circuit = resolved.sheet.circuits?.find(one => one.level.id === level)
  return circuit ? drainings(resolved.sheet, state, circuit.id) : circuitOpenings(resolved, state)
}

/**
 * Does a proof count after a disturbance? It came later, and whoever made it could know of it: their device had folded it in, or had made
 * it itself. What a person had not seen they cannot have proved.
 */
export const countsAfter = (proof: Mark | undefined, disturbance: Mark | undefined): boolean =>
  proof !== undefined &&
  (disturbance === undefined || (proof.n > disturbance.n && (proof.seen >= disturbance.n || proof.device === disturbance.device)))

/** And after all of several: the last of them may be one's own while another device made one before it that nobody here has seen. */
export const countsAfterAll = (proof: Mark | undefined, disturbances: readonly Mark[]): boolean =>
  proof !== undefined && disturbances.every(disturbance => countsAfter(proof, disturbance))

/** Made by the engine, or held by hand or foot. */
export const pressureSourceOf = ({ proving }: Pick<Sheet, 'proving'>): PressureBy => (proving.pressure === 'engine' ? 'engine' : 'pedal')

/** Common practice, no source: minutes under pressure where the sheet states none. */
const usualLeakMinutes = 10
/** How long a joint is watched before it counts as dry, minutes; the usual time where the sheet states none. */
export function leakMinutesOf({ proving }: Pick<Sheet, 'proving'>): number {
  const stated = settleValue(proving.leakMinutes)
  return stated.kind === 'unknown' ? usualLeakMinutes : stated.value
}

/**
 * The pedal was pressed on the ground and propped, and the car has left the ground since: it stands under pressure with nobody in it, until
 * somebody takes the prop out, down on the ground again.
 */
export function proppedSince(state: JobState): Mark | undefined {
  const held = state.pressures.findLast(({ by, to }) => by === 'pedal' && !to)?.from
  const raised = held && state.moves.find(({ n, to }) => n > held.n && to !== 'ground')
  return raised
}

/** The pedal is down, and no joint has been worked on since: what is looked at now stands under pressure. */
export const isHeldSince = (state: JobState): boolean =>
  state.pressures.some(
    ({ by, from, to }) => by === 'pedal' && !to && Object.values(state.joints).every(record => (disturbedAt(record)?.n ?? 0) < from.n),
  )

/** The times a joint has stood under pressure by a source since it was last disturbed. */
export const pressuresSince = (state: JobState, by: PressureBy, disturbance: Mark | undefined): Pressure[] =>
  state.pressures.filter(pressure => pressure.by === by && (disturbance === undefined || pressure.from.n > disturbance.n))
/** Their seconds; several runs of the engine add up. */
export const pressureSeconds = (pressures: readonly Pressure[], now: Moment): number =>
  pressures.reduce((sum, { from, to }) => sum + Math.max(0, spanSeconds(from, to ?? now)), 0)

/** How the air gets out in this job: as chosen where that is offered, else the first way that is. */
export function bleedMethodOf(
  sheet: Pick<Sheet, 'bleeding' | 'bleeders' | 'system'>,
  inputs: { bleed?: BleedMethod } | undefined,
): BleedMethod | undefined {
  const offered = bleedMethodsFor(sheet)
  return inputs?.bleed && offered.includes(inputs.bleed) ? inputs.bleed : offered[0]
}

/** Filled or primed as the sheet says before the engine may run, and the whole circuit at once. */
const primes: readonly BleedMethod[] = ['prime', 'vacuum-fill', 'bench']
/** Where a job bleeds by rounds, and whether that is priming; circulating and the like need no hands. */
export function bleedPlaces(sheet: Sheet, inputs: { bleed?: BleedMethod } | undefined): { places: Slug[]; priming: boolean } {
  const method = bleedMethodOf(sheet, inputs)
  if (method === undefined || method === 'circulate') return { places: [], priming: false }
  if (primes.includes(method)) return { places: [sheet.id], priming: true }
  // Where nobody has said at which bleeder, it is bled all the same: as one circuit.
  return {
    places: method === 'lock-to-lock' || sheet.bleeders.length === 0 ? [sheet.id] : sheet.bleeders.map(({ id }) => id),
    priming: false,
  }
}

/** From a workshop's own temperature to that of an engine that has run: whatever it is, it lies inside (common practice, no source). */
const fromCold = celsius(20)
const toWarm = celsius(80)
const asksThermometer = (window: Settled<Window<Celsius>>): boolean =>
  window.kind !== 'unknown' && !(window.value.low <= fromCold && window.value.high >= toWarm)
/** A reservoir that stays cool is read as it is; anywhere else a stated window asks for the fluid's temperature. */
export const asksTemperature = ({ system }: Pick<Sheet, 'system'>, level: Level): boolean =>
  !systemRules[system].staysCool && asksThermometer(settleWindow(level.temperature))

/** Parts that are off and that the car rests on, or that something on the floor holds it by. */
export const restsOff = ({ operations }: Pick<Sheet, 'operations'>, state: JobState): { operation: Operation; rest: Rest }[] =>
  operations.flatMap(operation => {
    const rest = restOf(operation)
    return rest && isOff(state, operation.id) ? [{ operation, rest }] : []
  })
/** Where its fasteners are torqued, where that is not where they go in. */
export const tightenedAt = (operation: Operation): LiftPosition | undefined =>
  operation.tightenAt ?? (isWheel(operation) ? 'ground' : undefined)
/** Whether any of its fasteners asks for a torque or an angle. */
export const hasTorque = ({ fasteners }: Pick<Operation, 'fasteners'>): boolean =>
  fasteners.some(({ torque, turn }) => torque !== undefined || turn !== undefined)
