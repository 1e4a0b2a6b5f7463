import { scopeOf, type ScopeInputs } from '../access/listGoals'
import { siblingOf } from '../access/siblings'
import { wholeInputs } from '../access/wholeInputs'
import { assertNever, fail, ok } from '../result'
import { chosenPart } from '../sheet/chosenPart'
import { restOf } from '../sheet/carRests'
import { traitsImplied } from '../sheet/evaluatePredicate'
import { dueBehind } from './behind'
import { isOff, leakMinutesOf, liftOf, pressureSourceOf, proppedSince, restsOff, runningSince } from './carState'
import { decideEnded, decideRevision, decideSignOff, decideUndo } from './decideEnd'
import { judgeHold } from '../bleed/judgeHold'
import { decideMaking } from './decideMaking'
import { decideLeaked, decideLevel, decideMeasured, decideRound, resting } from './decideFluid'
import { decideLeaflet, decideObserved, decidePartLooked } from './decideFound'
import { decideJoint, decideSeized, decideTraced } from './decideJoint'
import { decideSealing } from './decideSealing'
import { decideCarried, decideHold, decideLine, decidePart } from './decideLine'
import { decideTightened } from './decideTightened'
import { guarded, unknown, withReason, type Context, type Decision, type Of } from './decision'
import { carTestGate, carTestOf } from './carTests'
import { isOfColdReading } from './readCold'
import { eventsPerJob, hasRoom } from './roomLeft'
import { secondsLeft } from './timer'
import type { JobCommand, JobState, Role } from './types'
import { endsByHeat, waitBefore, waitsOf } from './waits'
import { toSi } from '../units/convertUnit'
import { outOfReason } from './outOfReason'
import { stepRules } from './stepRules'

export type { Context } from './decision'

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
  partAccepted: ['lead', 'admin'],
  // Whoever counts short may not excuse it.
  fastenerLost: ['lead', 'admin'],
  sealingSaid: ['lead', 'admin'],
  fillSpared: ['lead', 'admin'],
}
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
/** Not while the pedal is propped: what stands under pressure is not opened, nor bled, nor felt. */
const underProp: readonly JobCommand['type'][] = ['jointOpened', 'roundBled', 'tested', 'pressureHeld']
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
  if (!hasRoom(state.seq, command.type, context.seen)) return fail({ code: 'JOB_FULL', most: eventsPerJob })
  if (state.signedOff && !afterSignOff.includes(command.type) && !isOfColdReading(state, command, context))
    return fail({ code: 'JOB_SIGNED_OFF' })
  if (state.paused && !whilePaused.includes(command.type)) return fail({ code: 'JOB_PAUSED' })
  if (runningSince(state) && handsOn.includes(command.type)) return fail({ code: 'JOB_ENGINE', is: 'running' })
  if (underProp.includes(command.type) && proppedSince(state)) return fail({ code: 'JOB_PROPPED' })
  const wait = state.signedOff ? undefined : waitBefore(context.resolved, state, command, context)
  if (wait) return fail({ code: 'JOB_WAIT', ...wait })

  switch (command.type) {
    case 'traitsLearned':
      return decideTraits(command, context)
    case 'scopeChosen':
      return decideScope(state, command, context) ?? ok(command)
    case 'planned':
      return decidePlan(state, command, context)
    case 'revisionMoved':
      return decideRevision(state, command, context)
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
    case 'prepared':
    case 'timerStarted':
    case 'photoTaken':
    case 'ranDry':
      return ok(command)
    case 'vacuumHeld':
      return ok({ ...command, verdict: judgeHold(command) })
    case 'sealingSaid':
    case 'fillSpared':
      return decideSealing(state, command, context)
    case 'leakedBefore':
      return decideLeaked(command, context)
    case 'airTraced':
      return withReason(command, 'cause')
    case 'leakTraced':
      return decideTraced(state, command, context)
    case 'waitCut':
      return decideWaitCut(state, command, context)
    case 'passedOn':
      return command.to.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'to' })
    case 'stepSkipped':
      if (!stepRules[command.step.kind].skippable) return fail({ code: 'JOB_STEP_NOT_SKIPPABLE', step: command.step })
      return command.reason.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'reason' })
    case 'stepUndone':
      return decideUndo(state, command, context)
    case 'makingSaid':
    case 'makeActDone':
    case 'rebent':
    case 'endCutOff':
    case 'lineMade':
      return decideMaking(state, command, context)
    case 'carriedOver':
      return decideCarried(state, command, context)
    case 'partReceived':
    case 'partAccepted':
      return decidePart(state, command, context)
    case 'operationOff':
    case 'operationOn':
    case 'fastenersCounted':
    case 'fastenerLost':
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
    case 'holdFastened':
      return decideHold(state, command, context)
    case 'lineOut':
    case 'lineIn':
    case 'lineCalledOut':
      return decideLine(state, command, context)
    case 'fluidCaught':
    case 'fluidAdded':
    case 'fluidExtracted':
      return decideMeasured(state, command, context)
    case 'partLooked':
      return decidePartLooked(state, command, context)
    case 'leafletRead':
      return decideLeaflet(command, context)
    case 'observed':
      return decideObserved(command, context)
    case 'wayHung':
      return decideHung(state, command, context)
    case 'levelRead':
      return decideLevel(state, command, context)
    case 'carMoved':
      if (liftOf(state) === command.to && state.moves.length > 0) return fail({ code: 'JOB_LIFT', needs: command.to, is: 'there' })
      return restingOn(state, context, command.to === 'ground') ?? ok(command)
    case 'engineStarted':
      if (runningSince(state)) return fail({ code: 'JOB_ENGINE', is: 'running' })
      return (
        resting(state, context) ??
        restingOn(state, context, liftOf(state) === 'ground') ??
        guarded('run', state, context) ??
        ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })
      )
    case 'engineStopped':
      return runningSince(state) ? ok(command) : fail({ code: 'JOB_ENGINE', is: 'off' })
    case 'pressureHeld':
      if (pressureSourceOf(context.resolved.sheet) !== 'pedal') return fail({ code: 'JOB_NO_PRESSURE', by: 'engine' })
      // A seat is entered and left on the ground only.
      if (liftOf(state) !== 'ground') return fail({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
      return guarded('pressure', state, context) ?? ok({ ...command, minutes: leakMinutesOf(context.resolved.sheet) })
    case 'pressureLet':
      if (!state.pressures.some(({ by, to }) => by === 'pedal' && !to)) return fail({ code: 'JOB_NO_PRESSURE', by: 'pedal' })
      return liftOf(state) === 'ground' ? ok(command) : fail({ code: 'JOB_LIFT', needs: 'ground', is: 'elsewhere' })
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
      if (carTestOf(context.resolved.sheet) !== command.test) return unknown('test', command.test)
      if (command.result === 'not-good') return command.note?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'note' })
      return guarded(carTestGate, state, context) ?? ok(command)
    case 'timerEnded':
      return decideTimerEnded(state, command, context)
    case 'roadTested':
      return (
        guarded('drive', state, context) ??
        (command.result === 'good' || command.note?.trim() ? ok(command) : fail({ code: 'JOB_REASON_NEEDED', field: 'note' }))
      )
    case 'noteWritten':
      return withReason(command, 'text')
    case 'resumed':
      return state.paused ? ok(command) : fail({ code: 'JOB_NOT_PAUSED' })
    case 'cleaned':
      return liftOf(state) === command.at ? ok(command) : fail({ code: 'JOB_LIFT', needs: command.at, is: 'elsewhere' })
    case 'paused':
      return guarded('pause', state, context) ?? ok(command)
    case 'handedOver':
      return state.signedOff ? ok(command) : fail({ code: 'JOB_NOT_SIGNED_OFF' })
    case 'reopened':
      if (!state.signedOff) return fail({ code: 'JOB_NOT_SIGNED_OFF' })
      return withReason(command, 'why')
    case 'signedOff':
      return decideSignOff(state, command, context)
    case 'ended':
      return decideEnded(state, command, context)
    default:
      return assertNever(command)
  }
}

function decideTraits(command: Of<'traitsLearned'>, { resolved }: Context): Decision {
  const question = resolved.sheet.questions.find(candidate => candidate.id === command.question)
  if (!question) return unknown('question', command.question)
  const answer = question.answers.find(candidate => candidate.id === command.answer)
  if (!answer) return unknown('answer', command.answer)
  return ok({ ...command, traits: traitsImplied(answer.implies) })
}

function decideScope(state: JobState, inputs: ScopeInputs, { resolved }: Context): Decision | undefined {
  const scope = scopeOf(resolved, inputs)
  if (!scope.ok) return fail({ code: 'JOB_ACCESS', issue: scope.error })
  // What is begun may be left for another day: the old line goes back, and all that was opened is closed again. What is in is in.
  const replaced = state.scope.find(line => {
    const { in: laidIn, which } = state.lines[line] ?? {}
    return !inputs.lines.includes(line) && laidIn !== undefined && which !== 'old'
  })
  if (replaced !== undefined) return fail({ code: 'JOB_LINE_REPLACED', line: replaced })
  const renamed = resolved.lines.find(line => {
    const { in: laidIn, which } = state.lines[line.id] ?? {}
    return laidIn && which !== 'old' && chosenPart(line, inputs.parts)?.id !== chosenPart(line, state.inputs?.parts)?.id
  })
  return renamed && fail({ code: 'JOB_PART_IN', line: renamed.id })
}

function decidePlan(state: JobState, command: Of<'planned'>, context: Context): Decision {
  const inputs = wholeInputs(context.resolved, command.inputs)
  const refused = decideScope(state, inputs, context)
  if (refused) return refused
  const plan = context.plan(context.resolved, inputs)
  return plan.ok ? ok({ ...command, inputs, planner: plan.value.planner }) : fail({ code: 'JOB_ACCESS', issue: plan.error })
}

function decideOperation(
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

/** Refused while something on the floor holds the car; on the ground also while what it stands or rolls on is off. */
function restingOn(state: JobState, { resolved }: Context, isGround: boolean): Decision | undefined {
  const found = restsOff(resolved.sheet, state).find(({ rest }) => rest === 'floor' || isGround)
  return found && fail({ code: 'JOB_CAR_RESTS', operation: found.operation.id, why: found.rest })
}

/** The way that was to be tried first hangs: it is ruled out, and the rest is planned by another. */
function decideHung(state: JobState, command: Of<'wayHung'>, { resolved }: Context): Decision {
  if (!state.inputs) return fail({ code: 'JOB_NOT_PLANNED' })
  const scope = scopeOf(resolved, state.inputs)
  if (!scope.ok) return fail({ code: 'JOB_ACCESS', issue: scope.error })
  const goal = scope.value.goals.find(({ kind, target }) => kind === command.goal.kind && target === command.goal.target)
  return goal?.ways[command.way]?.tryFirst ? ok(command) : unknown('way', `${command.goal.target} ${command.way}`)
}

/** Common practice, no source: °C at which metal can be held and a cooling system opened. */
const bareHand = 40

/** Soaking, dripping, resting may be cut short; what has to cool or warm up ends by time, or by a temperature somebody measured. */
function decideWaitCut(state: JobState, command: Of<'waitCut'>, { resolved }: Context): Decision {
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

function decideTimerEnded(state: JobState, command: Of<'timerEnded'>, context: Context): Decision {
  const left = secondsLeft(state, command.timer, context)
  if (left === undefined) return fail({ code: 'JOB_TIMER_NOT_STARTED', timer: command.timer })
  return command.timer === 'rest' && left > 0 ? withReason({ ...command, reason: command.reason ?? '' }, 'reason') : ok(command)
}
