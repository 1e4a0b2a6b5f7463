import { seatingProofs } from '../fittings/seating'
import { seizedPath } from '../fittings/seizedPath'
import { scopeOf, type ScopeInputs } from '../access/listGoals'
import { planOnce } from '../access/planOnce'
import { siblingOf } from '../access/weighNeighbours'
import { assertNever, fail, ok, type Result } from '../result'
import { traitsImplied } from '../sheet/evaluatePredicate'
import { settleWindow } from '../sheet/settleContested'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Joint, Slug } from '../sheet/types'
import { toSi } from '../units/convertUnit'
import type { Entered, Millilitres } from '../units/types'
import {
  asksTemperature,
  bleedMethodOf,
  bleedPlaces,
  disturbedAt,
  isOff,
  leakMinutesOf,
  liftOf,
  pressureSeconds,
  pressureSourceOf,
  pressuresSince,
  runningSince,
} from './carState'
import { judgeTorque } from './judgeTorque'
import { dueBefore, listDue } from './obligations'
import { outOfReason } from './outOfReason'
import { torquesAsked } from './torquesAsked'
import type { Gate, JobBody, JobCommand, JobState, Person, Refusal, Role, TorqueJudged } from './types'

export type Context = {
  /** `newer`: the revision a job is to be moved to, for this car. */
  resolved: ResolvedSheet
  newer?: ResolvedSheet
  person: Person
  device: string
  /** The device's clock and, on the server, the server's. */
  at: string
  recordedAt?: string
}
type Decision = Result<JobBody, Refusal>
type Of<T extends JobCommand['type']> = Extract<JobCommand, { type: T }>

const workers: Role[] = ['technician', 'lead', 'admin']
const anyone: Role[] = ['technician', 'lead', 'desk', 'admin']
const rolesFor: Partial<Record<JobCommand['type'], Role[]>> = {
  opened: anyone,
  traitsLearned: anyone,
  scopeChosen: anyone,
  planned: anyone,
  noteWritten: anyone,
  neighbourDecided: anyone,
  handedOver: anyone,
  paused: anyone,
  resumed: anyone,
  reopened: ['lead', 'admin'],
}
/** Steps that prove or protect nothing by themselves; the rest cannot be left out. */
const skippable = ['receive', 'compare', 'catch', 'road-test']
export const isSkippable = (step: string): boolean => skippable.includes(step.split(':')[0]!)
const afterSignOff: JobCommand['type'][] = ['handedOver', 'reopened', 'noteWritten']
/** A job left for later is made safe all the same: lowered, covered, its openings capped. */
const whilePaused: JobCommand['type'][] = [
  'resumed',
  'noteWritten',
  'photoTaken',
  'carMoved',
  'engineStopped',
  'jointCapped',
  'operationOn',
]
/** While the engine runs, hands do nothing on the car but look, read, measure and shut what was read. */
const handsOn: readonly JobCommand['type'][] = [
  'operationOff',
  'operationOn',
  'jointOpened',
  'jointCapped',
  'jointSeated',
  'jointTorqued',
  'sealFitted',
  'holdReleased',
  'holdFastened',
  'lineOut',
  'lineIn',
  'clearanceProved',
  'neighbourRenewed',
  'carMoved',
]

/**
 * May this happen, and what is then on record? Pure, and the same on tablet and server. A refusal carries what the person needs to mend it;
 * it changes nothing. Physical order is enforced where breaking it would hurt a car or a person, not where practice varies.
 */
export function decide(state: JobState | undefined, command: JobCommand, context: Context): Decision {
  const allowed = rolesFor[command.type] ?? workers
  if (!allowed.includes(context.person.role)) return fail({ code: 'JOB_ROLE', needs: allowed })
  if (command.type === 'opened') return state ? fail({ code: 'JOB_ALREADY_OPENED' }) : ok(command)
  if (!state) return fail({ code: 'JOB_NOT_OPENED' })
  if (state.signedOff && !afterSignOff.includes(command.type)) return fail({ code: 'JOB_SIGNED_OFF' })
  if (state.paused && !whilePaused.includes(command.type)) return fail({ code: 'JOB_PAUSED' })
  if (runningSince(state) && handsOn.includes(command.type)) return fail({ code: 'JOB_ENGINE', is: 'running' })

  switch (command.type) {
    case 'traitsLearned':
      return decideTraits(command, context)
    case 'scopeChosen':
      return decideScope(state, command, context) ?? ok(command)
    case 'planned':
      return decidePlan(state, command, context)
    case 'revisionMoved':
      return decideRevision(state, command, context)
    case 'stepDone':
      // Whatever proves or changes something has an event of its own.
      return command.step.startsWith('prepare') ? ok(command) : fail({ code: 'JOB_OLD_STEP', step: command.step })
    case 'jointSeized':
      return decideSeized(state, command, context)
    case 'neighbourDecided': {
      const line = siblingOf(command.neighbour)
      const isThere =
        line === undefined
          ? context.resolved.sheet.neighbours.some(({ id }) => id === command.neighbour)
          : context.resolved.lines.some(({ id }) => id === line)
      return isThere ? ok(command) : unknown('neighbour', command.neighbour)
    }
    case 'photoTaken':
      return ok(command)
    case 'passedOn':
      return command.to.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'to' })
    case 'stepSkipped':
      if (!isSkippable(command.step)) return fail({ code: 'JOB_STEP_NOT_SKIPPABLE', step: command.step })
      return command.reason.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'reason' })
    case 'stepUndone':
      return decideUndo(state, command, context)
    case 'partReceived':
      if (!context.resolved.lines.some(line => line.id === command.line)) return unknown('line', command.line)
      return command.agrees || command.differs?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'differs' })
    case 'operationOff':
    case 'operationOn':
    case 'fastenersCounted':
      return decideOperation(state, command, context)
    case 'jointOpened':
    case 'jointCapped':
    case 'sealFitted':
    case 'sealUnavailable':
    case 'jointSeated':
    case 'jointTorqued':
    case 'leakChecked':
      return decideJoint(state, command, context)
    case 'holdReleased':
    case 'holdFastened': {
      if (!context.resolved.holds.some(hold => hold.id === command.hold)) return unknown('hold', command.hold)
      const record = state.holds[command.hold]
      const isReleased = record?.released !== undefined && record.fastened === undefined
      if (isReleased === (command.type === 'holdReleased'))
        return fail({ code: 'JOB_HOLD_STATE', hold: command.hold, needs: isReleased ? 'fastened' : 'released' })
      const { line } = context.resolved.holds.find(hold => hold.id === command.hold)!
      if (command.type === 'holdFastened' && isOutOfCar(state, line)) return fail({ code: 'JOB_LINE_STATE', line, needs: 'laid-in' })
      return ok(command)
    }
    case 'lineOut':
    case 'lineIn':
      return decideLine(state, command, context)
    case 'fluidCaught':
    case 'fluidAdded':
    case 'fluidExtracted': {
      const volume = volumeOf(command.entered)
      return volume.ok ? ok({ ...command, volume: volume.value }) : volume
    }
    case 'levelRead':
      return decideLevel(state, command, context)
    case 'carMoved':
      return liftOf(state) === command.to && state.moves.length > 0
        ? fail({ code: 'JOB_LIFT', needs: command.to, is: 'there' })
        : ok(command)
    case 'engineStarted':
      if (runningSince(state)) return fail({ code: 'JOB_ENGINE', is: 'running' })
      return guarded('run', state, context) ?? ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })
    case 'engineStopped':
      return runningSince(state) ? ok(command) : fail({ code: 'JOB_ENGINE', is: 'off' })
    case 'pressureHeld':
      if (pressureSourceOf(context.resolved.sheet) !== 'pedal') return fail({ code: 'JOB_NO_PRESSURE', by: 'engine' })
      return guarded('pressure', state, context) ?? ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })
    case 'roundBled':
      return decideRound(state, command, context)
    case 'tightened':
      return decideTightened(state, command, context)
    case 'clearanceProved':
      if (!context.resolved.lines.some(line => line.id === command.line)) return unknown('line', command.line)
      return state.lines[command.line]?.in ? ok(command) : fail({ code: 'JOB_LINE_STATE', line: command.line, needs: 'out' })
    case 'neighbourRenewed':
      return context.resolved.sheet.neighbours.some(({ id }) => id === command.neighbour)
        ? ok(command)
        : unknown('neighbour', command.neighbour)
    case 'tested':
      if (command.result === 'not-good') return command.note?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'note' })
      return guarded('pressure', state, context) ?? ok(command)
    case 'timerStarted':
      return command.timer === 'leak' ? fail({ code: 'JOB_OLD_STEP', step: 'run' }) : ok(command)
    case 'timerEnded':
      return state.timers[command.timer] ? ok(command) : fail({ code: 'JOB_TIMER_NOT_STARTED', timer: command.timer })
    case 'roadTested':
      return (
        guarded('drive', state, context) ??
        (command.result === 'good' || command.note?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'note' }))
      )
    case 'noteWritten':
      return command.text.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'text' })
    case 'resumed':
      return state.paused ? ok(command) : fail({ code: 'JOB_NOT_PAUSED' })
    case 'cleaned':
      return liftOf(state) === command.at ? ok(command) : fail({ code: 'JOB_LIFT', needs: command.at, is: 'elsewhere' })
    case 'paused':
      return ok(command)
    case 'handedOver':
      return state.signedOff ? ok(command) : fail({ code: 'JOB_NOT_SIGNED_OFF' })
    case 'reopened':
      if (!state.signedOff) return fail({ code: 'JOB_NOT_SIGNED_OFF' })
      return command.why.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'why' })
    case 'signedOff':
      return decideSignOff(state, command, context)
    default:
      return assertNever(command)
  }
}

const unknown = (what: Extract<Refusal, { code: 'JOB_UNKNOWN_TARGET' }>['what'], id: string): Decision =>
  fail({ code: 'JOB_UNKNOWN_TARGET', what, id })

function volumeOf(entered: Entered<'volume'>): Result<Millilitres, Refusal> {
  const volume = toSi('volume', entered)
  const refusal = outOfReason('volume', volume)
  return refusal ? fail(refusal) : ok(volume)
}

function decideTraits(command: Of<'traitsLearned'>, { resolved }: Context): Decision {
  const question = resolved.sheet.questions.find(candidate => candidate.id === command.question)
  if (!question) return unknown('question', command.question)
  const answer = question.answers.find(candidate => candidate.id === command.answer)
  if (!answer) return unknown('answer', command.answer)
  return ok({ ...command, traits: traitsImplied(answer.implies) })
}

function decideScope(state: JobState, inputs: ScopeInputs, { resolved }: Context): Decision | undefined {
  const { lines } = inputs
  const scope = scopeOf(resolved, inputs)
  if (!scope.ok) return fail({ code: 'JOB_ACCESS', issue: scope.error })
  const dropped = state.scope.find(
    line => !lines.includes(line) && resolved.joints.some(joint => joint.line === line && state.joints[joint.id]?.opened),
  )
  return dropped === undefined ? undefined : fail({ code: 'JOB_LINE_IN_WORK', line: dropped })
}

function decidePlan(state: JobState, command: Of<'planned'>, context: Context): Decision {
  const refused = decideScope(state, command.inputs, context)
  if (refused) return refused
  const plan = planOnce(context.resolved, command.inputs)
  return plan.ok ? ok({ ...command, planner: plan.value.planner }) : fail({ code: 'JOB_ACCESS', issue: plan.error })
}

function decideOperation(
  state: JobState,
  command: Of<'operationOff'> | Of<'operationOn'> | Of<'fastenersCounted'>,
  { resolved }: Context,
): Decision {
  const operation = resolved.operations.find(candidate => candidate.id === command.operation)
  if (!operation) return unknown('operation', command.operation)
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  if (command.fasteners.length !== operation.fasteners.length)
    return fail({
      code: 'JOB_FASTENER_GROUPS',
      operation: operation.id,
      expected: operation.fasteners.length,
      got: command.fasteners.length,
    })
  const record = state.operations[operation.id]
  const off = isOff(state, operation.id)
  if (command.type === 'operationOff' && record?.off && off)
    return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'off' })
  if (command.type === 'operationOn' && !off) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'on' })
  if (command.type === 'fastenersCounted' && !record) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'on' })
  return ok(command)
}

/** A joint that does not move is a joint that is still shut; what may be tried depends on what is around it. */
function decideSeized(state: JobState, command: Of<'jointSeized'>, { resolved }: Context): Decision {
  const joint = resolved.joints.find(candidate => candidate.id === command.joint)
  if (!joint) return unknown('joint', command.joint)
  const record = state.joints[joint.id]
  if (record?.opened && !record.seated) return fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: 'closed' })
  const step = seizedPath(resolved, joint, state.scope).find(candidate => candidate.remedy === command.remedy)
  return step?.barred ? fail({ code: 'JOB_REMEDY_BARRED', joint: joint.id, remedy: command.remedy, because: step.barred }) : ok(command)
}

type JointCommand =
  | Of<'jointOpened'>
  | Of<'jointCapped'>
  | Of<'sealFitted'>
  | Of<'sealUnavailable'>
  | Of<'jointSeated'>
  | Of<'jointTorqued'>
  | Of<'leakChecked'>

function decideJoint(state: JobState, command: JointCommand, context: Context): Decision {
  const joint = context.resolved.joints.find(candidate => candidate.id === command.joint)
  if (!joint) return unknown('joint', command.joint)
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  const record = state.joints[joint.id] ?? {}
  const needs = (what: 'closed' | 'opened' | 'seals' | 'seated'): Decision =>
    fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: what })
  if (command.type === 'sealUnavailable')
    return joint.seals.some(seal => seal.id === command.seal) ? ok(command) : unknown('seal', command.seal)
  if (command.type === 'jointOpened')
    return record.opened && !record.seated ? needs('closed') : (guarded('open', state, context) ?? ok(command))
  if (!record.opened) return needs('opened')
  const oneTime = joint.seals.filter(seal => seal.reuse === 'never').map(seal => seal.id)
  switch (command.type) {
    case 'jointCapped':
      return ok(command)
    case 'sealFitted': {
      // Two O-rings in one bore leak: the old one has to be seen to have come out.
      if (!command.oldOut) return fail({ code: 'JOB_OLD_SEAL', joint: joint.id })
      const missing = oneTime.filter(id => !command.seals.includes(id))
      return missing.length > 0 ? fail({ code: 'JOB_SEAL_MISSING', joint: joint.id, seals: missing }) : ok(command)
    }
    case 'jointSeated': {
      if (isOutOfCar(state, joint.line)) return fail({ code: 'JOB_LINE_STATE', line: joint.line, needs: 'laid-in' })
      if (oneTime.some(id => !record.sealed?.seals.includes(id))) return needs('seals')
      const missing = seatingProofs(
        joint,
        context.resolved.lines.find(line => line.id === joint.line),
      ).filter(proof => !command.proofs.includes(proof))
      return missing.length > 0 ? fail({ code: 'JOB_PROOF_MISSING', joint: joint.id, proofs: missing }) : ok(command)
    }
    case 'jointTorqued': {
      if (!record.seated) return needs('seated')
      const judged = judgeTorque(joint, joint.id, command, context.person)
      return judged.ok ? ok({ ...command, ...judged.value }) : judged
    }
    case 'leakChecked':
      return decideLeak(state, joint, command, context)
    default:
      return assertNever(command)
  }
}

/** The refusal of an act whose gate is shut: what has to be done first. */
function guarded(gate: Gate, state: JobState, { resolved }: Context): Decision | undefined {
  const due = dueBefore(gate, resolved, state)
  return due.length > 0 ? fail({ code: 'JOB_GATE', gate, due }) : undefined
}

function decideTightened(state: JobState, command: Of<'tightened'>, context: Context): Decision {
  const { thing, target, torques } = command
  const found = torquesAsked(context.resolved.sheet, target)
  if (found?.thing !== thing) return unknown(thing, target)
  const asked = found.torques
  if (torques.length !== asked.length) return fail({ code: 'JOB_TORQUE_GROUPS', target, expected: asked.length, got: torques.length })
  const needs = (what: 'on' | 'fastened' | 'bled' | 'read'): Decision => fail({ code: 'JOB_THING_STATE', target, needs: what })
  if (thing === 'operation' && (isOff(state, target) || !state.operations[target]?.on)) return needs('on')
  if (thing === 'hold' && !state.holds[target]?.fastened) return needs('fastened')
  if (thing !== 'level' && runningSince(state)) return fail({ code: 'JOB_ENGINE', is: 'running' })
  const judged: (TorqueJudged | null)[] = []
  for (const [i, torque] of asked.entries()) {
    const said = torques[i]
    if (torque === undefined) judged.push(null)
    else {
      if (!said) return fail({ code: 'JOB_TORQUE_NEEDED', target })
      const one = judgeTorque({ torque }, target, said, context.person)
      if (!one.ok) return one
      judged.push(one.value)
    }
  }
  return ok({ ...command, torques: judged })
}

function decideRound(state: JobState, command: Of<'roundBled'>, context: Context): Decision {
  const { sheet } = context.resolved
  const { places } = bleedPlaces(sheet, state.inputs)
  if (!places.includes(command.bleeder)) return unknown('bleeder', command.bleeder)
  if (!Object.values(state.joints).some(record => record.opened)) return fail({ code: 'JOB_NOT_PLANNED' })
  // A pedal, a wheel or a pump makes pressure; letting it run by itself makes none.
  return bleedMethodOf(sheet, state.inputs) === 'gravity' ? ok(command) : (guarded('pressure', state, context) ?? ok(command))
}

function decideLeak(state: JobState, joint: Joint, command: Of<'leakChecked'>, { resolved, at, recordedAt, device }: Context): Decision {
  const record = state.joints[joint.id]!
  if (!record.seated) return fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: 'seated' })
  // A leak seen is a leak, however short the pressure has stood; dry takes the whole time, and pressure now.
  if (command.result !== 'dry') return ok(command)
  const by = pressureSourceOf(resolved.sheet)
  const under = pressuresSince(state, by, disturbedAt(record))
  if (under.length === 0) return fail({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
  if (under.at(-1)!.to) return fail({ code: 'JOB_NO_PRESSURE', by })
  const left = leakMinutesOf(resolved.sheet) * 60 - pressureSeconds(under, { at, recordedAt, device })
  return left > 0 ? fail({ code: 'JOB_TIMER_RUNNING', timer: 'leak', secondsLeft: Math.ceil(left) }) : ok(command)
}

const isApart = (record: JobState['joints'][Slug] | undefined): boolean => record?.opened !== undefined && record.seated === undefined
const isOutOfCar = (state: JobState, line: Slug): boolean => state.lines[line]?.out !== undefined && state.lines[line]?.in === undefined

function decideLine(state: JobState, command: Of<'lineOut'> | Of<'lineIn'>, { resolved }: Context): Decision {
  const line = resolved.lines.find(candidate => candidate.id === command.line)
  if (!line) return unknown('line', command.line)
  const needs = (what: 'in' | 'out' | 'ends-open' | 'holds-released'): Decision =>
    fail({ code: 'JOB_LINE_STATE', line: line.id, needs: what })
  const isOut = isOutOfCar(state, line.id)
  if (command.type === 'lineIn') return isOut ? ok(command) : needs('out')
  if (isOut) return needs('in')
  if (resolved.joints.some(joint => joint.line === line.id && !isApart(state.joints[joint.id]))) return needs('ends-open')
  const held = resolved.holds.some(hold => {
    const held = state.holds[hold.id]
    return (hold.line === line.id || hold.with.includes(line.id)) && !(held?.released && !held.fastened)
  })
  return held ? needs('holds-released') : ok(command)
}

function decideLevel(state: JobState, command: Of<'levelRead'>, { resolved }: Context): Decision {
  const level = resolved.sheet.levels.find(candidate => candidate.id === command.level)
  if (!level) return unknown('level', command.level)
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

/** Changed by deciding again. */
const decisions: readonly JobBody['type'][] = ['opened', 'planned', 'traitsLearned', 'scopeChosen', 'revisionMoved']
/** Beside the work, and resting on nothing. */
const beside: readonly JobBody['type'][] = ['noteWritten', 'photoTaken', 'passedOn', 'neighbourDecided', 'planned']
/** Only what nothing later rests on can be taken back, by who has said it, or by a lead. */
function decideUndo(state: JobState, command: Of<'stepUndone'>, { person }: Context): Decision {
  for (const id of command.reverts) {
    const index = state.effective.findIndex(event => event.id === id)
    const event = state.effective[index]
    if (!event || decisions.includes(event.body.type)) return fail({ code: 'JOB_UNDO_NOT_LAST', event: id })
    if (event.by.id !== person.id && person.role !== 'lead') return fail({ code: 'JOB_UNDO_OTHERS', by: event.by.name })
    const target = targetOf(event.body)
    const later = state.effective
      .slice(index + 1)
      .some(
        other =>
          !command.reverts.includes(other.id) &&
          !beside.includes(other.body.type) &&
          (target === undefined || targetOf(other.body) === undefined || targetOf(other.body) === target),
      )
    if (later) return fail({ code: 'JOB_UNDO_NOT_LAST', event: id })
  }
  return ok(command)
}

/** The thing an event is about: only its latest event can be undone, or the record would say impossible things. */
export function targetOf(body: JobBody): string | undefined {
  if ('joint' in body) return `joint:${body.joint}`
  if ('operation' in body) return `operation:${body.operation}`
  if ('hold' in body) return `hold:${body.hold}`
  if ('line' in body) return `line:${body.line}`
  if ('timer' in body) return `timer:${body.timer}`
  return undefined
}

function decideSignOff(state: JobState, command: Of<'signedOff'>, { resolved, person }: Context): Decision {
  const items = listDue(resolved, state)
  if (items.length > 0) return fail({ code: 'JOB_MISSING', items })
  const outside = Object.entries(state.joints)
    .filter(([, { torqued }]) => torqued?.verdict === 'under' || torqued?.verdict === 'over' || torqued?.how === 'feel')
    .map(([joint]) => joint)
  return outside.length > 0 && person.role !== 'lead' ? fail({ code: 'JOB_LEAD_SIGNS', joints: outside }) : ok(command)
}

/** The newer sheet must still know everything this job has touched: a record that points at nothing is worse than an older sheet. */
function decideRevision(state: JobState, command: Of<'revisionMoved'>, { newer, resolved }: Context): Decision {
  const { revision } = command
  if (revision <= state.revision) return fail({ code: 'JOB_REVISION', revision, why: 'not-newer' })
  if (!newer) return fail({ code: 'JOB_REVISION', revision, why: 'other-car' })
  if (newer.sheet.revision !== revision || newer.sheet.id !== resolved.sheet.id)
    return fail({ code: 'JOB_REVISION', revision, why: 'not-there' })
  const has = (items: readonly { id: Slug }[], ids: readonly Slug[]) => ids.filter(id => !items.some(item => item.id === id))
  const lost = [
    ...has(newer.lines, [...state.scope, ...Object.keys(state.lines)]),
    ...has(newer.joints, Object.keys(state.joints)),
    ...has(newer.holds, Object.keys(state.holds)),
    ...has(newer.operations, Object.keys(state.operations)),
    ...has(
      newer.sheet.levels,
      state.levels.map(reading => reading.level),
    ),
  ]
  return lost.length > 0 ? fail({ code: 'JOB_REVISION_LOST', revision, lost: [...new Set(lost)] }) : ok(command)
}
