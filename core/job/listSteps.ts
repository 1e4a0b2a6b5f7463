import type { Plan } from '../access/types'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition, Sheet, Slug } from '../sheet/types'
import { circuitOpenings, countsAfterAll, disturbedAt, liftOf, runningSince } from './carState'
import { draftSteps, enginePlace, isLook, type Draft, type Step, type StepKind } from './draftSteps'
import { listDue } from './obligations'
import type { Gate, JobState, Obligation, ObligationKind, Pressure } from './types'

export { stepKinds, stepStatuses, type Step, type StepKind, type StepStatus } from './draftSteps'

/**
 * The list a technician walks down, and what is done of it. What is done is what the car says, not what was ticked: a joint opened again
 * asks for all that follows from it once more. What is due and has no step in the plan gets one, and what a step's gate waits for comes
 * before it.
 */
export function listSteps(resolved: ResolvedSheet, plan: Plan, start: LiftPosition, state: JobState | undefined): Step[] {
  const drafts = draftSteps(resolved, plan, start, state?.inputs)
  if (!state) return drafts.map(draft => ({ ...draft, status: 'open' }))
  if (state.signedOff) return drafts.map(draft => ({ ...draft, status: state.steps[draft.id]?.skipped === undefined ? 'done' : 'skipped' }))
  const due = listDue(resolved, state)
  const judged = withPressure(withStatus(drafts, resolved, state, due), resolved.sheet, state)
  const whole = withExtras(judged, resolved, state, due)
  return withStop(withMoves(hoisted(whole, due, resolved.sheet), state), resolved.sheet, state)
}

function withStatus(drafts: readonly Draft[], resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): Step[] {
  const opened = circuitOpenings(resolved, state)
  const isDue = (kind: ObligationKind, target?: string) =>
    due.some(owed => owed.kind === kind && (target === undefined || Object.values(owed).includes(target)))
  const isTightened = (target: Slug) => Object.values(state.tightened).some(said => said.target === target)
  /** The old line has left its place: what was opened for that stays as it is. */
  const hasLeft = (line: Slug) => state.lines[line]?.out !== undefined
  const isDone = ({ kind, target }: Draft): boolean => {
    const [joint, operation, hold, line] = [state.joints[target], state.operations[target], state.holds[target], state.lines[target]]
    switch (kind) {
      case 'receive':
        return line?.received?.agrees === true
      case 'compare':
        return line?.compared !== undefined
      case 'withdraw':
        return line?.out !== undefined
      case 'fit':
        return line?.in !== undefined
      case 'off':
        return operation?.off !== undefined
      case 'on':
        return operation?.on !== undefined
      case 'open': {
        const owner = resolved.sheet.joints.find(one => one.id === target)!.line
        return joint?.opened !== undefined && (joint.seated === undefined || hasLeft(owner) || !state.scope.includes(owner))
      }
      case 'cap':
        return joint?.capped !== undefined || joint?.seated !== undefined
      case 'seals':
        return joint?.sealed !== undefined && !isDue('sealed', target)
      case 'seat':
        return joint?.seated !== undefined
      case 'torque':
        return joint?.torqued !== undefined && !isDue('tight', target)
      case 'leak':
        return joint?.leak !== undefined && !isDue('leak-look', target)
      case 'release': {
        const { line: owner, with: others } = resolved.sheet.holds.find(one => one.id === target)!
        return (
          hold?.released !== undefined &&
          (hold.fastened === undefined || [owner, ...others].filter(one => state.scope.includes(one)).every(hasLeft))
        )
      }
      case 'fasten':
        return hold?.released !== undefined && hold.fastened !== undefined
      case 'catch':
        return state.caught.length > 0
      case 'fill':
        return state.added.length > 0 && !isDue('filled')
      case 'bleed':
        return state.rounds.some(round => round.bleeder === target) && !isDue('bled', target) && !isDue('primed')
      case 'wipe':
        return state.cleaned.some(entry => entry.where === target && countsAfterAll(entry, opened)) && !isDue('wiped', target)
      case 'level':
        return (
          state.levels.findLast(reading => reading.level === target)?.reading === 'at' &&
          !isDue('level', target) &&
          state.levels.some(reading => reading.level === target && countsAfterAll(reading, opened))
        )
      case 'tighten':
        return isTightened(target) && !isDue('tightened', target)
      case 'clear':
        return state.clearances[target] !== undefined && !isDue('clear', target)
      case 'renew':
        return state.renewed[target] !== undefined
      case 'test':
        return state.tests.pedal?.result === 'good' && !isDue('tested')
      case 'road-test':
        return state.roadTest?.result === 'good' && !isDue('road')
      case 'prepare':
      case 'move':
      case 'run':
      case 'press':
      case 'stop':
      case 'count':
        return false
    }
  }
  return drafts.map((draft): Step => {
    const mark = state.steps[draft.id]
    return { ...draft, status: mark?.skipped !== undefined ? 'skipped' : mark || isDone(draft) ? 'done' : 'open' }
  })
}

/** The engine (or the pedal) is needed for as long as something is to be looked at with it, and stands when all that is done. */
function withPressure(steps: readonly Step[], sheet: Sheet, state: JobState): Step[] {
  const result = [...steps]
  const since = runningSince(state)
  const lookedAt = ({ kind, target }: Step): number =>
    (kind === 'leak' ? state.joints[target]?.leak?.n : state.levels.findLast(reading => reading.level === target)?.n) ?? 0
  let stood = true
  for (const [i, step] of steps.entries()) {
    if (step.kind !== 'run' && step.kind !== 'press') continue
    const end = steps.findIndex((other, j) => j > i && other.kind === 'stop')
    const looks = steps.slice(i + 1, end < 0 ? undefined : end).filter(other => isLook(other, sheet))
    const done = state.pressures.length > 0 && looks.every(look => look.status !== 'open')
    const isUp =
      step.kind === 'press'
        ? state.pressures.some(pressure => pressure.by === 'pedal' && !pressure.to && isAfterWork(pressure, state))
        : since !== undefined
    result[i] = { ...step, status: done || (stood && isUp) ? 'done' : 'open' }
    if (end < 0) continue
    // Running again since the last of its looks, it runs for the looks of a later stop.
    stood = done && (since === undefined || since.n > Math.max(0, ...looks.map(lookedAt)))
    result[end] = { ...steps[end]!, status: stood ? 'done' : 'open' }
  }
  return result
}
const isAfterWork = ({ from }: Pressure, state: JobState): boolean =>
  Object.values(state.joints).every(record => (disturbedAt(record)?.n ?? 0) < from.n)

/** The step that does what is owed. */
function stepFor(owed: Obligation, sheet: Sheet): { kind: StepKind; target: Slug } {
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
      return { kind: 'fill', target: sheet.fills[0]?.id ?? sheet.id }
    case 'primed':
      return { kind: 'bleed', target: sheet.id }
    case 'bled':
      return { kind: 'bleed', target: owed.bleeder }
    case 'level':
      return { kind: 'level', target: owed.level }
    case 'wiped':
      return { kind: 'wipe', target: owed.at }
    case 'leak-look':
      return { kind: 'leak', target: owed.joint }
    case 'tested':
      return { kind: 'test', target: 'pedal' }
    case 'road':
      return { kind: 'road-test', target: sheet.id }
    case 'stopped':
      return { kind: 'stop', target: sheet.id }
    case 'down':
      return { kind: 'move', target: 'ground' }
  }
}
/** Any fill point serves as well as another. */
const isAnyOf: readonly StepKind[] = ['fill', 'stop', 'road-test']
const meets = (step: Pick<Step, 'kind' | 'target'>, wanted: { kind: StepKind; target: Slug }): boolean =>
  step.kind === wanted.kind && (step.target === wanted.target || isAnyOf.includes(step.kind))

/** What is due and nothing in the plan is still to do about it: done before the drive, or last. */
function withExtras(steps: readonly Step[], resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): Step[] {
  const { sheet } = resolved
  const extras: Step[] = []
  for (const owed of due) {
    const wanted = stepFor(owed, sheet)
    if (wanted.kind === 'move' || wanted.kind === 'stop' || wanted.kind === 'prepare') continue
    if ([...steps, ...extras].some(step => step.status === 'open' && meets(step, wanted))) continue
    const at =
      owed.kind === 'wiped'
        ? owed.at
        : (sheet.operations.find(({ id }) => id === wanted.target)?.at ?? steps.find(step => meets(step, wanted))?.at ?? liftOf(state))
    const from = steps.find(step => meets(step, wanted))?.from
    extras.push({
      ...wanted,
      id: `again:${wanted.kind}:${wanted.target}`,
      phase: 'close',
      at,
      ...(from && { from }),
      visit: steps.at(-1)?.visit ?? 0,
      minutes: 0,
      status: 'open',
    })
  }
  const drive = steps.findIndex(step => step.kind === 'road-test' && step.status === 'open')
  return drive < 0 ? [...steps, ...extras] : [...steps.slice(0, drive), ...extras, ...steps.slice(drive)]
}

/** Which gate a step has to pass. */
function gateOf({ kind }: Step): Gate | undefined {
  if (kind === 'run') return 'run'
  if (kind === 'press' || kind === 'bleed' || kind === 'test') return 'pressure'
  if (kind === 'open') return 'open'
  return kind === 'road-test' ? 'drive' : undefined
}

/** What the next step's gate waits for comes before it, in the order of the plan. */
function hoisted(steps: readonly Step[], due: readonly Obligation[], sheet: Sheet): Step[] {
  let list = [...steps]
  for (let guard = 0; guard < steps.length; guard++) {
    const next = list.findIndex(step => step.status === 'open' && step.kind !== 'move')
    const gate = list[next] && gateOf(list[next])
    if (!gate) return list
    const wanted = due.filter(owed => owed.gates.includes(gate)).map(owed => stepFor(owed, sheet))
    const first = list.findIndex((step, i) => i > next && step.status === 'open' && wanted.some(one => meets(step, one)))
    if (first < 0) return list
    const step = list[first]!
    list = [...list.slice(0, next), step, ...list.slice(next, first), ...list.slice(first + 1)]
  }
  return list
}

/** Where hands and eyes need the car to stand; the rest is done wherever it is. */
const anywhere: readonly StepKind[] = ['receive', 'prepare', 'catch', 'compare', 'seals', 'cap', 'press', 'stop', 'count', 'move']
const isPlaced = ({ kind }: Step): boolean => !anywhere.includes(kind)

/**
 * The moves of the car, from where it stands now through what is still to do to the ground; of the moves that were planned, those count as
 * made that nothing is left to do before.
 */
function withMoves(steps: readonly Step[], state: JobState): Step[] {
  const result: Step[] = []
  const seen = new Map<string, number>()
  let at = liftOf(state)
  let visit = 0
  let ahead = false
  const begun = state.moves.length > 0
  const move = (to: LiftPosition, before: Pick<Step, 'phase' | 'visit'>) => {
    const id = `move:${before.visit}:${to}`
    const times = seen.get(id) ?? 0
    seen.set(id, times + 1)
    result.push({ id: times === 0 ? id : `${id}:${times}`, kind: 'move', target: to, ...before, at: to, minutes: 0, status: 'open' })
    at = to
  }
  for (const [i, step] of steps.entries()) {
    visit = Math.max(visit, step.visit)
    if (step.kind === 'move') {
      const wasMade = liftOf(state) === step.at || steps.slice(i + 1).some(other => other.status === 'done' && isPlaced(other))
      if (!ahead && wasMade && begun) result.push({ ...step, status: 'done' })
      continue
    }
    if (step.status === 'open' && isPlaced(step)) {
      if (step.at !== at) move(step.at, { phase: step.phase, visit: step.visit })
      ahead = true
    }
    result.push(step)
  }
  if (at !== 'ground') move('ground', { phase: 'close', visit: visit + 1 })
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

export const nextSteps = (steps: readonly Step[], count: number): Step[] => steps.filter(step => step.status === 'open').slice(0, count)
