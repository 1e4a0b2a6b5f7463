import { systemRules } from '../../sheet/systemRules'
import type { Plan } from '../../plan/types'
import { holdsLine } from '../../sheet/holdsLine'
import type { ChosenParts } from '../../sheet/chosenPart'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { isOn } from '../../sheet/jointLines'
import { liftPositions, type LiftPosition, type Reach, type Sheet } from '../../sheet/types'
import { sitsIn } from '../../bleed/bleedMethodsFor'
import { restOf } from '../../sheet/carRests'
import { isSealedSheet } from '../../sheet/sealing'
import {
  bleedMethodOf,
  isHeldSince,
  isOff,
  latest,
  liftOf,
  openingsOfLevel,
  pressureSourceOf,
  restsOff,
  runningSince,
  tightenedAt,
} from '../state/carState'
import { readCold } from '../../plan/goals/listGoals'
import { levelsOf } from '../../sheet/levelsOf'
import { carTestGate, carTestOf } from '../owed/carTests'
import { isStepDone } from './isStepDone'
import { listDone } from './listDone'
import { draftSteps, enginePlace, isLook, type Draft, type Step } from './draftSteps'
import { listDue } from '../owed/obligations'
import { stepKey, type StepRef } from './stepKinds'
import { plugWaitsFor } from './plugWaitsFor'
import { stepRules } from './stepRules'
import type { Gate, JobState, Obligation } from '../types'

export type { Step } from './draftSteps'
export type { StepKind, StepRef, StepStatus } from './stepKinds'

/**
 * The list a technician walks down, and what is done of it. What is done is what the car says, not what was ticked: a joint opened again
 * asks for all that follows from it once more. What is due and has no step in the plan gets one, and what a step's gate waits for comes
 * before it.
 */
export function listSteps(resolved: ResolvedSheet, plan: Plan, start: LiftPosition, state: JobState | undefined): Step[] {
  const drafts = draftSteps(resolved, plan, start, state?.inputs)
  if (!state) return drafts.map(draft => ({ ...draft, status: 'open' }))
  const { parts } = state.inputs ?? {}
  if (state.signedOff) return listDone(resolved, state, new Set()).map(step => withPart(step, parts))
  const { sheet } = resolved
  const due = listDue(resolved, state)
  const judged = withPressure(withStatus(drafts, plan, resolved, state, due), sheet, state)
  const whole = withExtras(judged, resolved, state, due).filter(step => step.status === 'open' && step.kind !== 'move')
  const ahead = withStop(
    withMoves(withRun(onItsWheels(coldLast(hoisted(whole, due, sheet), resolved, state), sheet, state), sheet, state), sheet, state),
    sheet,
    state,
  )
  const done = listDone(resolved, state, new Set(ahead.map(({ id }) => id)))
  // Where the car stands already, the visit goes on.
  const before = visitsOf(done) - (done.at(-1)?.at === ahead[0]?.at && ahead[0]?.kind !== 'move' ? 1 : 0)
  return [...done, ...ahead.map(step => ({ ...step, visit: before + step.visit }))].map(step => withPart(step, parts))
}
/** A step about a new line is about the part that was chosen for it. */
function withPart(step: Step, parts: ChosenParts | undefined): Step {
  const part = stepRules[step.kind].newLine ? parts?.[step.target] : undefined
  return part === undefined ? step : { ...step, part }
}

const visitsOf = (done: readonly Step[]): number => (done.at(-1)?.visit ?? -1) + 1

/** The first visit of the car that still has something to do. By its number, from 0. Our own. */
export const visitNow = (steps: readonly Step[]): number => steps.find(step => step.status === 'open')?.visit ?? 0

function withStatus(
  drafts: readonly Draft[],
  { begun }: Plan,
  resolved: ResolvedSheet,
  state: JobState,
  due: readonly Obligation[],
): Step[] {
  // A plan for what is left names a part only where it must come off, or go back, from here on.
  const isOver = ({ kind, target }: Draft): boolean | undefined => {
    if (!begun || (kind !== 'off' && kind !== 'on')) return undefined
    const comesOff = drafts.some(draft => draft.kind === 'off' && draft.target === target)
    return kind === 'off' ? isOff(state, target) : !isOff(state, target) && !comesOff
  }
  return drafts.map((draft): Step => {
    const mark = state.steps[stepKey(draft)]
    const isDone = mark !== undefined || (isOver(draft) ?? isStepDone(draft, resolved, state, due))
    return { ...draft, status: isDone ? 'done' : 'open' }
  })
}

/** The engine (or the pedal) is needed for as long as something is to be looked at with it, and stands when all that is done. */
function withPressure(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const result = [...steps]
  const since = runningSince(state)
  const lookedAt = ({ kind, target }: Step): number =>
    (kind === 'leak'
      ? state.joints[target]?.leak?.n
      : kind === 'look'
        ? state.operations[target]?.looked?.n
        : kind === 'turn'
          ? state.rounds.findLast(({ running }) => running)?.n
          : state.levels.findLast(reading => reading.level === target)?.n) ?? 0
  let stood = true
  for (const [i, step] of steps.entries()) {
    if (step.kind !== 'run' && step.kind !== 'press') continue
    const end = steps.findIndex((other, j) => j > i && other.kind === 'stop')
    const looks = steps.slice(i + 1, end < 0 ? undefined : end).filter(other => isLook(other, sheet))
    const done = state.pressures.length > 0 && looks.every(look => look.status !== 'open')
    const isUp = step.kind === 'press' ? isHeldSince(state) : since !== undefined
    result[i] = { ...step, status: done || (stood && isUp) ? 'done' : 'open' }
    if (end < 0) continue
    // Running again since the last of its looks, it runs for the looks of a later stop.
    stood = done && (since === undefined || since.n > Math.max(0, ...looks.map(lookedAt)))
    result[end] = { ...steps[end]!, status: stood ? 'done' : 'open' }
  }
  return result
}
/** The step that does what is owed. */
function stepFor(owed: Obligation, sheet: Sheet): StepRef | undefined {
  switch (owed.kind) {
    case 'plan':
      return { kind: 'prepare', target: sheet.id }
    case 'part':
      return { kind: 'receive', target: owed.line }
    case 'line':
      return { kind: owed.needs === 'out' ? 'withdraw' : 'fit', target: owed.line }
    case 'sealed':
      return { kind: 'seals', target: owed.joint }
    case 'seated':
      return { kind: 'seat', target: owed.joint }
    case 'tight':
      return { kind: 'torque', target: owed.joint }
    case 'tightened':
      return { kind: 'tighten', target: owed.target }
    case 'held':
      return { kind: 'fasten', target: owed.hold }
    case 'back-on':
      return { kind: 'on', target: owed.operation }
    case 'counted':
      return { kind: 'count', target: owed.operation }
    case 'clear':
      return { kind: 'clear', target: owed.line }
    case 'renewed':
      return { kind: 'renew', target: owed.neighbour }
    case 'filled':
      return owed.circuit === undefined
        ? { kind: 'fill', target: sheet.fills[0]?.id ?? sheet.id }
        : { kind: 'refill', target: owed.circuit }
    case 'primed':
      return { kind: 'bleed', target: sheet.id }
    case 'bled':
      return { kind: owed.running ? 'turn' : 'bleed', target: owed.bleeder }
    case 'level':
      return { kind: 'level', target: owed.level }
    case 'wiped':
      return { kind: 'wipe', target: owed.at }
    case 'leak-look':
      return { kind: 'leak', target: owed.joint }
    case 'compared':
      return { kind: 'compare', target: owed.line }
    case 'made':
      return { kind: 'make', target: owed.line }
    case 'carried-over':
      return { kind: 'carry', target: owed.line }
    case 'capped':
      return { kind: 'cap', target: owed.joint }
    case 'leak-source':
      return { kind: 'mend', target: owed.joint }
    case 'part-look':
      return { kind: 'look', target: owed.operation }
    case 'cold-again':
    case 'foam':
      return { kind: 'level', target: owed.level }
    case 'air-source':
      return { kind: 'trace', target: sheet.id }
    case 'tested':
      return { kind: 'test', target: owed.test }
    case 'road':
      return { kind: 'road-test', target: sheet.id }
    case 'propped':
      return { kind: 'let', target: sheet.id }
    case 'stopped':
      return { kind: 'stop', target: sheet.id }
    case 'down':
      return { kind: 'move', target: 'ground' }
    // Settled at the desk: nothing on the car does it.
    case 'to-settle':
      return undefined
  }
}
const meets = (step: StepRef, wanted: StepRef): boolean =>
  step.kind === wanted.kind && (step.target === wanted.target || stepRules[step.kind].anyTarget === true)

/**
 * What is due and nothing in the plan is still to do about it: what belongs to work just done comes next, where the car stands; the rest
 * before the drive, or last.
 */
function withExtras(steps: readonly Step[], resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): Step[] {
  const { sheet } = resolved
  const now: Step[] = []
  const later: Step[] = []
  const last: Step[] = []
  const beside: [Step, Step][] = []
  for (const owed of due) {
    const wanted = stepFor(owed, sheet)
    // Read once before it runs, and once more when all is done and it has stood: the step at hand is not the last.
    const isCold = owed.kind === 'level' && isReadWhenCold(resolved, state, owed.level)
    const isLast = owed.kind === 'cold-again' || isCold
    if (!wanted || wanted.kind === 'move' || wanted.kind === 'stop' || wanted.kind === 'prepare') continue
    const isAhead = (step: Step) => step.status === 'open' && meets(step, wanted)
    if ((isLast ? last : [...steps, ...now, ...later]).some(isAhead) || (isCold && steps.some(isAhead))) continue
    const { at, from } = placeFor(wanted, resolved, state)
    const tightened = wanted.kind === 'tighten' ? sheet.operations.find(({ id }) => id === wanted.target) : undefined
    // What is still to be looked at under pressure is looked at first.
    const isHeldFor = wanted.kind === 'let' && steps.some(({ kind, status }) => kind === 'leak' && status === 'open')
    // Nobody presses a pedal again on a joint that was seen to leak: it is mended first, wherever it is.
    const isMended = wanted.kind === 'mend' && pressureSourceOf(sheet) === 'pedal'
    const elsewhere = tightened && tightenedAt(tightened)
    const extra: Step = {
      ...wanted,
      id: stepKey(wanted),
      phase: stepRules[wanted.kind].phase,
      at: elsewhere ?? at,
      ...(from && { from }),
      visit: steps.at(-1)?.visit ?? 0,
      minutes: 0,
      status: 'open',
    }
    const read = plugWaitsFor(steps, wanted, extra.at, sheet)
    if (read) beside.push([read, extra])
    else if (isLast) last.push({ ...extra, id: `${extra.id}:again`, phase: 'close' })
    else if (isMended || (stepRules[wanted.kind].atOnce && !isHeldFor && elsewhere === undefined && at === liftOf(state)))
      now.push({ ...extra, phase: steps[0]?.phase ?? 'close', visit: steps[0]?.visit ?? 0 })
    else later.push(extra)
  }
  // Nothing else makes it run any more: it is made hot for its own sake.
  const isCold = due.some(owed => owed.kind === 'cold-again' && owed.because === 'not-run')
  if (isCold && ![...steps, ...now, ...later].some(({ kind, status }) => kind === 'run' && status === 'open')) {
    const run = { kind: 'run', target: sheet.id } as const
    const { at } = placeFor(run, resolved, state)
    later.push({ ...run, id: stepKey(run), phase: stepRules.run.phase, at, visit: steps.at(-1)?.visit ?? 0, minutes: 0, status: 'open' })
  }
  const before = (isOne: (step: Step) => boolean) => {
    const first = steps.findIndex(step => isOne(step) && step.status === 'open')
    return first < 0 ? steps.length : first
  }
  const proving = before(({ kind }) => stepRules[kind].afterFluid === true)
  const drive = Math.max(
    proving,
    before(({ kind }) => kind === 'test' || kind === 'road-test'),
  )
  const isFluid = ({ kind }: Step) => kind === 'fill' || kind === 'refill' || kind === 'bleed'
  const end = steps.slice(proving, drive)
  for (const step of later.filter(one => !isFluid(one))) {
    // While the car still stands there; else last.
    const there = end.findLastIndex(one => one.status === 'open' && one.at === step.at)
    end.splice(there < 0 ? end.length : there + 1, 0, step)
  }
  const all = [...now, ...steps.slice(0, proving), ...later.filter(isFluid), ...end, ...steps.slice(drive), ...last]
  return all.flatMap(step => [step, ...beside.filter(([other]) => other === step).map(([, extra]) => extra)])
}

/** It has run since it was opened, and this is read cold: whatever else there is to do is done while it cools. */
function isReadWhenCold(resolved: ResolvedSheet, state: JobState, id: string): boolean {
  const { sheet } = resolved
  const level = levelsOf(sheet).find(one => one.id === id)
  if (!level || systemRules[sheet.system].staysCool || !readCold(level)) return false
  const opened = latest(openingsOfLevel(resolved, state, id))?.n ?? 0
  return [...state.pressures.flatMap(({ by, from }) => (by === 'engine' ? [from] : [])), state.roadTest].some(
    mark => (mark?.n ?? 0) > opened,
  )
}

/** What is read cold, and reached with nothing off, is read when all else is done. */
function coldLast(steps: readonly Step[], resolved: ResolvedSheet, state: JobState): Step[] {
  const isLate = ({ kind, target, at }: Step) =>
    kind === 'level' &&
    isReadWhenCold(resolved, state, target) &&
    levelsOf(resolved.sheet).some(({ id, ways }) => id === target && ways.some(way => way.at === at && way.needs.length === 0))
  return [...steps.filter(step => !isLate(step)), ...steps.filter(isLate)]
}

/** Where what is owed is done: where the sheet says, as near as may be to where the car stands. */
function placeFor({ kind, target }: StepRef, { sheet }: ResolvedSheet, state: JobState): { at: LiftPosition; from?: Reach } {
  const operation = sheet.operations.find(({ id }) => id === target)
  if (operation) return operation
  // The car is driven, and tried before that, on its wheels.
  if (kind === 'test' || kind === 'road-test' || kind === 'press' || kind === 'let') return { at: 'ground' }
  const here = liftOf(state)
  if (liftPositions.some(at => at === target)) return { at: target as LiftPosition }
  const isSat = kind === 'bleed' && sitsIn(bleedMethodOf(sheet, state.inputs))
  if (target === sheet.id && (kind === 'bleed' || kind === 'turn')) return { at: isSat ? 'ground' : (sheet.bleeding.parameters.at ?? here) }
  const circuit = sheet.circuits?.find(({ id }) => id === target)
  if (circuit) return circuit.fill
  const line = sheet.lines.find(({ id }) => id === target)
  const things = [...sheet.joints, ...sheet.holds, ...sheet.bleeders, ...levelsOf(sheet), ...sheet.fills]
  const ways = line?.withdraw ?? things.find(({ id }) => id === target)?.ways ?? sheet.neighbours.find(({ id }) => id === target)?.ways
  // A line is felt along where hands are at it already: at one of its ends, or at a hold.
  const ends =
    line && kind === 'clear'
      ? [...sheet.joints.filter(joint => isOn(joint, line.id)), ...sheet.holds.filter(hold => holdsLine(hold, line.id))]
      : []
  const own = isSat ? ways?.filter(({ at }) => at === 'ground') : ways
  const way = [...(own ?? []), ...ends.flatMap(end => end.ways)].find(({ at }) => at === here) ?? own?.[0]
  return way ? { at: way.at, from: way.from } : { at: here }
}

/** Which gate a step has to pass. */
function gateOf({ kind }: Step, sheet: Sheet): Gate | undefined {
  if (kind === 'run') return 'run'
  if (kind === 'test' && carTestOf(sheet)) return carTestGate
  if (kind === 'press' || kind === 'bleed') return 'pressure'
  if (kind === 'open' || kind === 'mend') return 'open'
  if (kind === 'fit') return 'fit'
  return kind === 'road-test' ? 'drive' : undefined
}

/** What the next step's gate waits for comes before it, in the order of the plan. */
function hoisted(steps: readonly Step[], due: readonly Obligation[], sheet: Sheet): Step[] {
  let list = [...steps]
  for (let guard = 0; guard < steps.length; guard++) {
    const next = list.findIndex(step => step.status === 'open' && step.kind !== 'move')
    const gate = list[next] && gateOf(list[next], sheet)
    // How a pedal moves is felt with the prop out.
    const isFelt = list[next]?.kind === 'level' && isSealedSheet(sheet)
    if (!gate && !isFelt) return list
    const isMeant = (owed: Obligation) => (isFelt ? owed.kind === 'propped' : owed.gates.includes(gate!))
    const wanted = due.filter(isMeant).flatMap(owed => stepFor(owed, sheet) ?? [])
    const first = list.findIndex((step, i) => i > next && step.status === 'open' && wanted.some(one => meets(step, one)))
    if (first < 0) return list
    const step = list[first]!
    list = [...list.slice(0, next), step, ...list.slice(next, first), ...list.slice(first + 1)]
  }
  return list
}

/** Where hands and eyes need the car to stand; the rest is done wherever it is. */
const isPlaced = ({ kind }: Step): boolean => !stepRules[kind].anywhere

/** What is to be done on the ground waits for what the car rests on; what something on the floor holds is put back where it is. */
function onItsWheels(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const open = new Map(restsOff(sheet, state).map(({ operation, rest }) => [operation.id, rest]))
  const rests = new Map(sheet.operations.flatMap(operation => (restOf(operation) ? [[operation.id, restOf(operation)!] as const] : [])))
  if (rests.size === 0) return [...steps]
  const result: Step[] = []
  let waiting: Step[] = []
  const take = (step: Step) => {
    result.push(step)
    if (step.kind === 'off' && rests.has(step.target)) open.set(step.target, rests.get(step.target)!)
    if (step.kind === 'on') open.delete(step.target)
  }
  for (const step of steps) {
    const isGround = isPlaced(step) && step.at === 'ground'
    if (open.size > 0 && (isGround || waiting.some(one => one.kind === 'run' && step.kind === 'stop'))) waiting.push(step)
    else take(step)
    if (open.size > 0 || waiting.length === 0) continue
    for (const one of waiting) take(one)
    waiting = []
  }
  return [...result, ...waiting]
}

/** The moves of the car, from where it stands now through what is still to do to the ground. */
function withMoves(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const result: Step[] = []
  const seen = new Map<string, number>()
  let at = liftOf(state)
  let visit = 0
  const move = (to: LiftPosition, before: Pick<Step, 'phase' | 'visit'>) => {
    const id = `move:${before.visit}:${to}`
    const times = seen.get(id) ?? 0
    seen.set(id, times + 1)
    const { phase } = before
    result.push({
      id: times === 0 ? id : `${id}:${times}`,
      kind: 'move',
      target: to,
      phase,
      visit: before.visit,
      at: to,
      minutes: 0,
      status: 'open',
    })
    at = to
  }
  for (const step of steps) {
    visit = Math.max(visit, step.visit)
    if (isPlaced(step) && step.at !== at) move(step.at, step)
    result.push(step)
  }
  if (at !== 'ground') move('ground', { phase: 'close', visit: visit + 1 })
  return result
}

/** What is due beside the plan may need an engine that idles: it is started for that, and stopped again. */
function withRun(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const result: Step[] = []
  let isRunning = runningSince(state) !== undefined
  let isOwn = false
  const needsEngine = (step: Step) =>
    step.status === 'open' && isLook(step, sheet) && (step.kind !== 'leak' || pressureSourceOf(sheet) === 'engine')
  const put = (kind: 'run' | 'stop', { phase, at, visit }: Step) =>
    result.push({
      id: `${kind}:due:${result.length}`,
      kind,
      target: sheet.id,
      phase,
      at,
      visit,
      minutes: 0,
      status: 'open',
      ...(at === 'raised' && { helper: true }),
    })
  for (const step of steps) {
    if (step.kind === 'run' || step.kind === 'stop') isOwn = false
    if (needsEngine(step) && !isRunning) {
      put('run', step)
      isRunning = true
      isOwn = true
    } else if (isOwn && step.kind !== 'stop' && (enginePlace(step, sheet) === 'off' || step.at !== result.at(-1)!.at)) {
      put('stop', result.at(-1)!)
      isRunning = false
      isOwn = false
      if (needsEngine(step)) {
        put('run', step)
        isRunning = true
        isOwn = true
      }
    }
    if (step.kind === 'run') isRunning = true
    if (step.kind === 'stop') isRunning = false
    result.push(step)
  }
  if (isOwn) put('stop', result.at(-1)!)
  return result
}

/** The engine may be found running where hands are to go next (a leak seen, a joint to open again): then it is stopped first. */
function withStop(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const next = steps.findIndex(step => step.status === 'open')
  const step = steps[next]
  if (!runningSince(state) || step?.kind === 'stop' || (step && enginePlace(step, sheet) !== 'off')) return [...steps]
  const { phase, visit } = step ?? steps.at(-1) ?? { phase: 'close' as const, visit: 0 }
  const stop: Step = {
    id: `stop:now:${state.seq}`,
    kind: 'stop',
    target: sheet.id,
    phase,
    at: liftOf(state),
    visit,
    minutes: 0,
    status: 'open',
  }
  return step ? [...steps.slice(0, next), stop, ...steps.slice(next)] : [...steps, stop]
}

/** The first steps that are open. `count`: how many at most. */
export const nextSteps = (steps: readonly Step[], count: number): Step[] => steps.filter(step => step.status === 'open').slice(0, count)
