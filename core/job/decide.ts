import { seatingProofs } from '../fittings/seating'
import { seizedPath } from '../fittings/seizedPath'
import { scopeOf, type ScopeInputs } from '../access/listGoals'
import { planOnce } from '../access/planOnce'
import { siblingOf } from '../access/weighNeighbours'
import { assertNever, fail, ok, type Result } from '../result'
import { traitsImplied } from '../sheet/evaluatePredicate'
import { settleValue, settleWindow } from '../sheet/settleContested'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Joint, Slug } from '../sheet/types'
import { checkTorque } from '../torque/checkTorque'
import { torqueFromSetting } from '../torque/correctForAdapter'
import { toSi } from '../units/convertUnit'
import type { Entered, Millilitres } from '../units/types'
import { isTight } from './jointStatus'
import { listMissing } from './listMissing'
import { secondsLeft } from './timer'
import type { BodyOf, JobBody, JobCommand, JobState, Person, Refusal, Role } from './types'

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

/** Beyond these nothing on a car is meant: a slipped finger, or the wrong unit. */
const reason = { torque: [0.5, 400], volume: [1, 40_000], temperature: [-40, 160] } as const

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
  if (state.paused && !['resumed', 'noteWritten'].includes(command.type)) return fail({ code: 'JOB_PAUSED' })

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
      return ok(command)
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
      return decideUndo(state, command)
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
      return decideLevel(command, context)
    case 'timerStarted':
      return command.timer === 'leak' ? decideEngineRun(state, command, context) : ok(command)
    case 'timerEnded':
      return state.timers[command.timer] ? ok(command) : fail({ code: 'JOB_TIMER_NOT_STARTED', timer: command.timer })
    case 'roadTested':
      return command.result === 'good' || command.note?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'note' })
    case 'noteWritten':
      return command.text.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'text' })
    case 'resumed':
      return state.paused ? ok(command) : fail({ code: 'JOB_NOT_PAUSED' })
    case 'cleaned':
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

function outOfReason(dimension: keyof typeof reason, value: number): Refusal | undefined {
  const [low, high] = reason[dimension]
  return value >= low && value <= high ? undefined : { code: 'JOB_QUANTITY_RANGE', dimension, value, low, high }
}

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
  const isOff = record?.off !== undefined && record.on === undefined
  if (command.type === 'operationOff' && isOff) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'off' })
  if (command.type === 'operationOn' && !isOff) return fail({ code: 'JOB_OPERATION_STATE', operation: operation.id, is: 'on' })
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
  if (command.type === 'jointOpened') return record.opened && !record.seated ? needs('closed') : ok(command)
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
      if (oneTime.some(id => !record.sealed?.seals.includes(id))) return needs('seals')
      const missing = seatingProofs(
        joint,
        context.resolved.lines.find(line => line.id === joint.line),
      ).filter(proof => !command.proofs.includes(proof))
      return missing.length > 0 ? fail({ code: 'JOB_PROOF_MISSING', joint: joint.id, proofs: missing }) : ok(command)
    }
    case 'jointTorqued':
      return record.seated ? decideTorque(joint, command, context) : needs('seated')
    case 'leakChecked':
      return decideLeak(state, joint, command, context)
    default:
      return assertNever(command)
  }
}

function decideTorque(joint: Joint, command: Of<'jointTorqued'>, { person }: Context): Decision {
  if (command.how === 'turn' || command.how === 'feel') return ok({ ...command, verdict: 'not-measured' })
  if (!command.entered) return fail({ code: 'JOB_TORQUE_NEEDED', joint: joint.id })
  const setting = toSi('torque', command.entered)
  const torque = command.how === 'adapter' && command.adapter ? torqueFromSetting(setting, command.adapter) : setting
  const absurd = outOfReason('torque', torque)
  if (absurd) return fail(absurd)
  const settled = settleWindow(joint.torque ?? 'unknown')
  if (settled.kind === 'unknown') return ok({ ...command, torque, verdict: 'not-measured' })
  const window = settled.value
  const { verdict } = checkTorque(torque, window)
  const body: BodyOf<'jointTorqued'> = { ...command, torque, window, verdict }
  if (verdict === 'inside') return ok(body)
  if (person.role !== 'lead') return fail({ code: 'JOB_TORQUE_OUTSIDE', joint: joint.id, torque, window, verdict })
  return command.reason?.trim() ? ok(body) : fail({ code: 'JOB_REASON_NEEDED', field: 'reason' })
}

function decideLeak(state: JobState, joint: Joint, command: Of<'leakChecked'>, { at, recordedAt, device }: Context): Decision {
  const record = state.joints[joint.id]!
  if (!record.seated) return fail({ code: 'JOB_JOINT_STATE', joint: joint.id, needs: 'seated' })
  const left = secondsLeft(state, 'leak', { at, recordedAt, device })
  if (left === undefined) return fail({ code: 'JOB_TIMER_NOT_STARTED', timer: 'leak' })
  // A leak seen is a leak, however short the engine has run; dry takes the whole time.
  if (command.result === 'dry' && left > 0) return fail({ code: 'JOB_TIMER_RUNNING', timer: 'leak', secondsLeft: left })
  return ok(command)
}

function decideLine(state: JobState, command: Of<'lineOut'> | Of<'lineIn'>, { resolved }: Context): Decision {
  const line = resolved.lines.find(candidate => candidate.id === command.line)
  if (!line) return unknown('line', command.line)
  const needs = (what: 'in' | 'out' | 'ends-open' | 'holds-released'): Decision =>
    fail({ code: 'JOB_LINE_STATE', line: line.id, needs: what })
  const record = state.lines[line.id]
  const isOut = record?.out !== undefined && record.in === undefined
  if (command.type === 'lineIn') return isOut ? ok(command) : needs('out')
  if (isOut) return needs('in')
  if (resolved.joints.some(joint => joint.line === line.id && !state.joints[joint.id]?.opened)) return needs('ends-open')
  const held = resolved.holds.some(hold => {
    const held = state.holds[hold.id]
    return (hold.line === line.id || hold.with.includes(line.id)) && !(held?.released && !held.fastened)
  })
  return held ? needs('holds-released') : ok(command)
}

/** The engine may run when every opened joint is tight, the joints are wiped and everything it needs is back on. */
function decideEngineRun(state: JobState, command: Of<'timerStarted'>, { resolved }: Context): Decision {
  const off = resolved.operations.filter(
    operation => !operation.engineMayRun && state.operations[operation.id]?.off && !state.operations[operation.id]?.on,
  )
  if (off.length > 0) return fail({ code: 'JOB_ENGINE_NEEDS', operations: off.map(operation => operation.id) })
  const loose = resolved.joints.filter(joint => {
    const record = state.joints[joint.id]
    return record?.opened && !isTight(joint, record)
  })
  if (loose.length > 0) return fail({ code: 'JOB_NOT_TIGHT', joints: loose.map(joint => joint.id) })
  if (state.cleaned.length === 0) return fail({ code: 'JOB_NOT_CLEANED' })
  const stated = settleValue(resolved.sheet.proving.leakMinutes)
  return ok({ ...command, minutes: stated.kind === 'unknown' ? command.minutes : Math.max(command.minutes, stated.value) })
}

function decideLevel(command: Of<'levelRead'>, { resolved }: Context): Decision {
  const level = resolved.sheet.levels.find(candidate => candidate.id === command.level)
  if (!level) return unknown('level', command.level)
  const celsius = toSi('temperature', command.temperature)
  const absurd = outOfReason('temperature', celsius)
  if (absurd) return fail(absurd)
  if (command.engine !== level.engine) return fail({ code: 'JOB_LEVEL_ENGINE', needs: level.engine })
  const window = settleWindow(level.temperature)
  if (window.kind !== 'unknown' && (celsius < window.value.low || celsius > window.value.high))
    return fail({ code: 'JOB_LEVEL_TEMPERATURE', celsius, window: window.value })
  return ok({ ...command, celsius })
}

function decideUndo(state: JobState, command: Of<'stepUndone'>): Decision {
  for (const id of command.reverts) {
    const index = state.effective.findIndex(event => event.id === id)
    const event = state.effective[index]
    if (!event || event.body.type === 'opened') return fail({ code: 'JOB_UNDO_NOT_LAST', event: id })
    const target = targetOf(event.body)
    const later = state.effective
      .slice(index + 1)
      .some(other => !command.reverts.includes(other.id) && target !== undefined && targetOf(other.body) === target)
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
  const items = listMissing(resolved, state)
  if (items.length > 0) return fail({ code: 'JOB_MISSING', items })
  const outside = Object.entries(state.joints)
    .filter(([, record]) => record.torqued?.verdict === 'under' || record.torqued?.verdict === 'over')
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
