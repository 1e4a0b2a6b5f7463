import { systemRules } from '../../sheet/systemRules'
import { fail, ok, type Result } from '../../result'
import { bleedMethodsFor, sitsIn } from '../../bleed/bleedMethodsFor'
import { developLine } from '../../route/developLine'
import { findClearances } from '../../route/findClearances'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { carriersOf, droppedBy, withCovered, type ChosenParts } from '../../sheet/chosenPart'
import { linesOf } from '../../sheet/jointLines'
import { opensCircuit, wantsFilling, wantsReading } from '../../sheet/sealing'
import { restOf } from '../../sheet/carRests'
import { settleWindow } from '../../sheet/settleContested'
import type { Bleeder, BleedMethod, Fill, Hold, Joint, Level, Line, Needs, Neighbour, Operation, Sheet, Slug, Way } from '../../sheet/types'
import { minutes } from '../../units/types'
import { allThrough } from './allThrough'
import { goalKey, type GoalKey, type GoalKind } from './goalKinds'
import type { Service } from './services'
import type { Standing } from '../tasks/standing'
import type { AccessIssue, Goal, WaysChosen } from '../types'

export type Scope = {
  lines: readonly Line[]
  joints: readonly Joint[]
  holds: readonly Hold[]
  /** Where it can be filled: one of them is used. */
  fills: readonly Fill[]
  /** Read before the engine has warmed anything, and after: while it idles, or once it stands. */
  levels: { cold: readonly Level[]; idling: readonly Level[]; standing: readonly Level[] }
  /** How the air gets out, and where; none: it leaves by itself, or while the engine runs. */
  bleed: BleedMethod | undefined
  bleeders: readonly Bleeder[]
  neighbours: readonly Neighbour[]
  /** Joints and holds that the new parts do without, and lines that come in one piece with another. */
  dropped: ReadonlySet<Slug>
  carriers: ReadonlyMap<Slug, Slug>
  /** Its fluid is let out, or let go of: filled, bled and read again. */
  wet: boolean
  service: Service | undefined
  /** What goes in comes filled and sealed, and nothing of the circuit was let out: how it works is read, no fluid. */
  isSealed: boolean
  /** Joints that open no circuit: nothing is capped, caught or filled in there. */
  dry: ReadonlySet<Slug>
  /** Whether the engine runs in this job at all. */
  runs: boolean
  /** Makes the electrics dead, because a line in hand runs closer to a live cable than its clearance. */
  isolating: Operation | undefined
  goals: readonly Goal[]
}
export type ScopeInputs = {
  lines: readonly Slug[]
  /** Joints resealed alone: their line stays. */
  joints?: readonly Slug[]
  neighbours?: readonly Slug[]
  bleed?: BleedMethod
  service?: Service
  parts?: ChosenParts
}

/** Methods that take hands before the engine runs; the others happen while it fills or idles. */
const bleedsByHand: readonly BleedMethod[] = ['lock-to-lock', 'pump-and-hold', 'vacuum', 'pressure', 'gravity']

/**
 * What the job touches: lines, joints, neighbours renewed with them, what somebody has touched beside those, and what follows. Refuses an
 * empty choice, anything the car does not have and a layout nobody has looked at.
 */
export function scopeOf(
  resolved: ResolvedSheet,
  inputs: ScopeInputs,
  touched: Pick<Standing, 'lines' | 'joints' | 'hasRun'> = { lines: [], joints: [] },
): Result<Scope, AccessIssue> {
  const { sheet } = resolved
  const wanted = withCovered(resolved.lines, inputs.lines, inputs.parts)
  const chosen = new Set([...wanted, ...touched.lines])
  const chosenJoints = new Set([...(inputs.joints ?? []), ...touched.joints])
  const neighbours = sheet.neighbours.filter(neighbour => inputs.neighbours?.includes(neighbour.id))
  if (chosen.size === 0 && chosenJoints.size === 0 && !inputs.neighbours?.length && !inputs.service)
    return fail({ code: 'ACCESS_NOTHING_CHOSEN' })
  if (resolved.open.length > 0) return fail({ code: 'ACCESS_LAYOUT_OPEN', lines: resolved.open.map(line => line.id) })
  const isAmong = (items: readonly { id: Slug }[]) => (id: Slug) => items.some(item => item.id === id)
  const missing = inputs.lines.find(id => !isAmong(resolved.lines)(id))
  if (missing !== undefined) return fail({ code: 'ACCESS_UNKNOWN_LINE', line: missing })
  const noJoint = inputs.joints?.find(id => !isAmong(resolved.joints)(id))
  if (noJoint !== undefined) return fail({ code: 'ACCESS_UNKNOWN', what: 'joint', id: noJoint })
  const noNeighbour = inputs.neighbours?.find(id => !isAmong(sheet.neighbours)(id))
  if (noNeighbour !== undefined) return fail({ code: 'ACCESS_UNKNOWN', what: 'neighbour', id: noNeighbour })
  const lines = resolved.lines.filter(line => chosen.has(line.id))
  const beside = new Set(neighbours.flatMap(neighbour => neighbour.goals))
  const joints = resolved.joints.filter(
    joint => linesOf(joint).some(line => chosen.has(line)) || chosenJoints.has(joint.id) || beside.has(joint.id),
  )
  const drains = resolved.operations.filter(operation => operation.drains?.circuit === sheet.id)
  const isDrained = neighbours.some(({ ways = [] }) => drains.some(({ id }) => allThrough(resolved, ways, id)))
  // A level that is put right is topped up, or drawn from, in its own step.
  const levelOnly = inputs.service === 'level' && joints.length === 0 && !isDrained
  const renewed = lines.filter(line => wanted.includes(line.id))
  const renewal = { isRenewed: (id: Slug) => wanted.includes(id), parts: inputs.parts }
  const besides = isDrained || (inputs.service !== undefined && inputs.service !== 'level')
  // A sealed set has no fluid to lose, and a travel that is read all the same.
  const wet = joints.some(joint => wantsReading(sheet, joint, renewal)) || isDrained || inputs.service !== undefined
  const isFilled = !levelOnly && (joints.some(joint => wantsFilling(sheet, joint, renewal)) || besides)
  const offered = bleedMethodsFor(sheet)
  const method = inputs.bleed && offered.includes(inputs.bleed) ? inputs.bleed : offered[0]
  const bleed = isFilled && method && bleedsByHand.includes(method) ? method : undefined
  const scope = {
    lines,
    joints,
    // A twin clip holds a neighbour too: it is released once, under the line it is listed for, when either line comes out.
    holds: resolved.holds.filter(hold => chosen.has(hold.line) || hold.with.some(line => chosen.has(line))),
    // What came filled and sealed is filled by nobody.
    fills: isFilled ? sheet.fills : [],
    levels: levelsToRead(sheet, wet, touched.hasRun === true),
    bleed,
    bleeders: bleed && bleed !== 'lock-to-lock' ? sheet.bleeders : [],
    neighbours,
    dropped: droppedBy(renewed, inputs.parts),
    carriers: carriersOf(renewed, inputs.parts),
    wet,
    service: inputs.service,
    isSealed: wet && !isFilled && !levelOnly,
    dry: new Set(joints.filter(joint => !opensCircuit(sheet, joint)).map(({ id }) => id)),
    runs: sheet.proving.pressure === 'engine' || (wet && sheet.levels.some(level => level.engine === 'idling')),
    isolating: passesLiveCable(resolved, lines) ? resolved.operations.find(operation => operation.isolates) : undefined,
  }
  return ok({ ...scope, goals: [...listGoals(scope, resolved.operations), ...turningGoals(sheet, scope)] })
}

/**
 * A level read at no more than this is read cold: an engine that has idled for its leak check is warmer for hours (common practice, no
 * source).
 */
const coldest = 40

/** Read with the engine off, in a window that a fluid which has run is above. */
export function readCold({ engine, temperature }: Pick<Level, 'engine' | 'temperature'>): boolean {
  const window = settleWindow(temperature)
  return engine === 'off' && window.kind !== 'unknown' && window.value.high <= coldest
}

/** Which level is read when. A cold one comes before the engine runs, where it is to idle; once it has run, it is read last. */
function levelsToRead({ levels, proving, system }: Sheet, wet: boolean, hasRun: boolean): Scope['levels'] {
  const all = wet ? levels : []
  const isCold = (level: Level) => !hasRun && proving.pressure === 'engine' && !systemRules[system].staysCool && readCold(level)
  return {
    cold: all.filter(isCold),
    idling: all.filter(level => level.engine === 'idling'),
    standing: all.filter(level => level.engine === 'off' && !isCold(level)),
  }
}
/** Every level that is read, cold, idling or standing. */
export const allLevels = ({ levels }: Pick<Scope, 'levels'>): Level[] => [...levels.cold, ...levels.idling, ...levels.standing]

/** Whether a line comes nearer to anything electrical than it asks: hands and wrenches will come nearer still. */
function passesLiveCable({ sheet }: ResolvedSheet, lines: readonly Line[]): boolean {
  const live = sheet.keepouts.filter(keepout => keepout.kind === 'electrical')
  return (
    live.length > 0 &&
    lines.some(line => {
      if (line.sections.length === 0) return false
      const developed = developLine(line.sections)
      return developed.ok && findClearances(line.sections, developed.value, live, { nearFactor: 1 }).length > 0
    })
  )
}

/** All fill points are one goal, reached by any way to any of them; it goes by the first one's name. */
export const fillGoal = ({ fills }: Pick<Scope, 'fills'>): GoalKey => goalKey('fill', fills[0]?.id ?? '')
const fillWays = ({ fills }: Pick<Scope, 'fills'>) =>
  fills.flatMap(fill =>
    fill.ways.map(way => ({ fill, way: fills.length > 1 ? { ...way, note: way.note ? `${fill.name}, ${way.note}` : fill.name } : way })),
  )
/** The fill point that a choice of ways uses; the first while that is open. */
export const chosenFill = (scope: Pick<Scope, 'fills'>, ways: WaysChosen): Fill | undefined =>
  fillWays(scope)[ways[fillGoal(scope)] ?? 0]?.fill

/**
 * A part the engine does not need goes back when that moves the car least: before it runs, or after it stands again. What was let out
 * through one is filled in first; what the car rests on goes back before the car comes down for that.
 */
export const staysOff = (operation: Operation, { fills, runs }: Pick<Scope, 'fills' | 'runs'>): boolean =>
  (!runs || operation.engineMayRun) &&
  restOf(operation) === undefined &&
  !(operation.drains && (fills.length > 0 || operation.drains.circuit !== undefined))

/**
 * Of some needs, the alternatives that may be off once the engine has run: what is read or looked at then is not seen through a part that
 * had to go back for that.
 */
export function offWhileRunning(needs: Needs, scope: Pick<Scope, 'fills' | 'runs'>, operations: readonly Operation[]): Needs {
  const mayStay = (id: Slug): boolean => {
    const operation = operations.find(candidate => candidate.id === id)
    return operation !== undefined && staysOff(operation, scope) && operation.needs.every(anyOf => anyOf.some(mayStay))
  }
  return needs.map(anyOf => anyOf.filter(mayStay))
}

/** Minutes to turn a wheel from lock to lock often enough, without the engine and with it. Common practice, no source. */
export const turning = { dry: 5, running: 3 } as const
/** Names the turning of the wheels from side to side. */
export const turnGoal = ({ id }: Pick<Sheet, 'id'>): GoalKey => goalKey('turn', id)
/** Wheels that must be free to turn need the car where they are. */
function turningGoals({ id, bleeding: { parameters } }: Sheet, { bleed }: Pick<Scope, 'bleed'>): Goal[] {
  const { at, running } = parameters
  if (bleed !== 'lock-to-lock' || at === undefined) return []
  const way = (took: number): Way => ({ at, from: 'seat', needs: [], minutes: minutes(took) })
  return [
    goalOf('bleed', id, [way(turning.dry)], ['fill']),
    ...(running === undefined ? [] : [goalOf('turn', id, [way(turning.running)], ['prove'])]),
  ]
}

const goalOf = (kind: GoalKind, target: Slug, ways: readonly Way[], stages: Goal['stages']): Goal => ({
  id: goalKey(kind, target),
  kind,
  target,
  ways,
  stages,
})

/** Everything that must be reached, with its ways. A joint's ways also ask for whatever hides it: the leak check has to see it. */
function listGoals(scope: Omit<Scope, 'goals'>, operations: readonly Operation[]): Goal[] {
  const seen = (joint: Joint, way: Way): Way => ({ ...way, needs: [...way.needs, ...joint.hiddenBy.map(id => [id])] })
  return [
    ...scope.joints.map(joint =>
      goalOf(
        'joint',
        joint.id,
        joint.ways.map(way => seen(joint, way)),
        // What the new part does without is not looked at.
        scope.dropped.has(joint.id) ? ['work'] : ['work', 'prove'],
      ),
    ),
    ...scope.holds.map(hold => goalOf('hold', hold.id, hold.ways, ['work'])),
    ...scope.lines.map(line => goalOf('withdraw', line.id, line.withdraw, ['work'])),
    ...scope.neighbours.flatMap(({ id, ways }) => (ways?.length ? [goalOf('renew', id, ways, ['work'])] : [])),
    ...scope.fills.slice(0, 1).map(({ id }) =>
      goalOf(
        'fill',
        id,
        fillWays(scope).map(({ way }) => way),
        ['fill'],
      ),
    ),
    ...scope.bleeders.map(bleeder =>
      goalOf(
        'bleed',
        bleeder.id,
        // Whoever sits in the seat for it sits in a car on the ground.
        sitsIn(scope.bleed) ? bleeder.ways.filter(({ at }) => at === 'ground') : bleeder.ways,
        ['fill'],
      ),
    ),
    ...scope.levels.cold.map(level => goalOf('level', level.id, level.ways, ['fill'])),
    ...[...scope.levels.idling, ...scope.levels.standing].map(level =>
      goalOf(
        'level',
        level.id,
        level.ways.map(way => ({ ...way, needs: offWhileRunning(way.needs, scope, operations) })),
        ['prove'],
      ),
    ),
    ...(scope.isolating
      ? [
          goalOf(
            'isolate',
            scope.isolating.id,
            [{ at: scope.isolating.at, from: scope.isolating.from, needs: [[scope.isolating.id]], minutes: minutes(0) }],
            [],
          ),
        ]
      : []),
  ]
}
