import type { Plan } from '../../plan/types'
import { holdsLine } from '../../sheet/holdsLine'
import { carriersOf, chosenPart, withCovered } from '../../sheet/chosenPart'
import { isOn } from '../../sheet/jointLines'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { LiftPosition, Phase, Reach, Sheet, Slug } from '../../sheet/types'
import { bleedPlaces, hasTorque, pressureSourceOf, tightenedAt } from '../state/carState'
import { levelsOf } from '../../sheet/levelsOf'
import { carTestOf } from '../owed/carTests'
import { stepKey, type StepKind, type StepStatus } from './stepKinds'
import { plugWaitsFor } from './plugWaitsFor'
import { plugsOf } from '../owed/torquesAsked'
import type { JobState } from '../types'

export type Step = {
  /** Tells it from the other rows of its list; what it is, kind and target say. */
  id: string
  kind: StepKind
  target: string
  phase: Phase
  at: LiftPosition
  from?: Reach
  visit: number
  minutes: number
  status: StepStatus
  /** Takes a second person. */
  helper?: boolean
  /** The part somebody chose for its line. */
  part?: Slug
}

export type Draft = Omit<Step, 'status'>

/**
 * A plan as the steps of a whole job on an untouched car: the planner's tasks, the moves of the car between its visits, the engine started
 * and stopped for the looks of each stop, and what stands beside a task and takes no way of its own.
 */
export function draftSteps(resolved: ResolvedSheet, plan: Plan, start: LiftPosition, inputs: JobState['inputs']): readonly Draft[] {
  // Asked after every event, and the same until the plan is another.
  const key = `${start} ${inputs?.bleed ?? ''} ${JSON.stringify(inputs?.parts ?? {})}`
  const known = drafted.get(plan) ?? new Map<string, readonly Draft[]>()
  drafted.set(plan, known)
  const drafts = known.get(key) ?? makeDrafts(resolved, plan, start, inputs)
  known.set(key, drafts)
  return drafts
}
const drafted = new WeakMap<Plan, Map<string, readonly Draft[]>>()

function makeDrafts(resolved: ResolvedSheet, plan: Plan, start: LiftPosition, inputs: JobState['inputs']): Draft[] {
  const { sheet } = resolved
  const planned = plan.visits.map(({ at, tasks }, visit): Draft[] =>
    tasks.map(({ id, kind, target, phase, from, minutes, helper }) => ({
      id,
      kind: kind === 'run' && pressureSourceOf(sheet) === 'pedal' ? 'press' : kind,
      target,
      phase,
      at,
      ...(from && { from }),
      visit,
      minutes,
      ...(helper && { helper }),
    })),
  )
  return withEngine(withMoves(withCompanions(planned.map(marksFirst), resolved, inputs, plan.begun), start), sheet)
}

/** Common practice, no source: the marks of a reservoir are read with the pedal up, so not while it is held down for the looks. */
function marksFirst(visit: readonly Draft[]): Draft[] {
  const [held, last] = [visit.findIndex(({ kind }) => kind === 'press'), visit.findLastIndex(({ kind }) => kind === 'leak')]
  const isWhile = ({ kind }: Draft, i: number) => kind === 'level' && held >= 0 && i > held && (last < 0 || i < last)
  return [...visit.slice(0, Math.max(0, held)), ...visit.filter(isWhile), ...visit.filter((step, i) => i >= held && !isWhile(step, i))]
}

/**
 * What has to be done beside the planned tasks and takes no way of its own: what has a torque is tightened where it was put on (a wheel on
 * the ground), the new line is felt along once it is held, a circuit is primed once it is filled, the pedal is tried before the drive.
 */
function withCompanions(visits: readonly Draft[][], { sheet }: ResolvedSheet, inputs: JobState['inputs'], begun: boolean): Draft[][] {
  const result = visits.map(visit => [...visit])
  const lastVisit = result.length - 1
  const all = () => result.flat()
  const beside = (step: Draft, kind: StepKind, target: Slug, more: Partial<Draft> = {}): Draft => {
    const { helper: _helper, ...rest } = step
    return { ...rest, id: stepKey({ kind, target }), kind, target, minutes: 0, ...more }
  }
  const after = (step: Draft, added: Draft) => {
    const visit = result[step.visit]!
    visit.splice(visit.indexOf(step) + 1, 0, added)
  }
  /** Before the drive, on the ground, at the very end. */
  const atTheEnd = (from: Draft, kind: StepKind, target: Slug) => {
    const last = result[lastVisit]!
    const ground = last[0]?.at === 'ground' ? lastVisit : result.push([]) - 1
    const visit = result[ground]!
    const drive = visit.findIndex(step => step.kind === 'road-test')
    const { from: _from, ...added } = beside(from, kind, target, { at: 'ground', phase: 'close', visit: ground })
    visit.splice(drive < 0 ? visit.length : drive, 0, added)
  }
  for (const operation of sheet.operations.filter(hasTorque)) {
    const on = all().find(step => step.kind === 'on' && step.target === operation.id)
    if (!on) continue
    const elsewhere = tightenedAt(operation)
    if (elsewhere === 'ground') atTheEnd(on, 'tighten', operation.id)
    else after(on, beside(on, 'tighten', operation.id, elsewhere && { at: elsewhere }))
  }
  for (const [kind, things] of [
    ['fasten', sheet.holds],
    ['bleed', sheet.bleeders],
    ['level', levelsOf(sheet)],
  ] as const)
    for (const thing of things) {
      const done = thing.torque === undefined ? undefined : all().find(step => step.kind === kind && step.target === thing.id)
      if (done) after(done, beside(done, 'tighten', thing.id))
    }
  for (const plug of plugsOf(sheet)) {
    const filled = plug.torque === undefined ? undefined : all().find(step => step.kind === 'fill' && step.target === plug.id)
    if (!filled) continue
    // Whoever has yet to read the level there, and to add to it, leaves the plug turned in by hand until then.
    const last = plugWaitsFor(all(), { kind: 'tighten', target: plug.id }, filled.at, sheet) ?? filled
    after(last, beside(filled, 'tighten', plug.id, { visit: last.visit }))
  }
  const wanted = withCovered(sheet.lines, inputs?.lines ?? [], inputs?.parts)
  const carried = carriersOf(
    sheet.lines.filter(({ id }) => wanted.includes(id)),
    inputs?.parts,
  )
  for (const line of sheet.lines) {
    const isOfLine = (step: Draft) =>
      ((step.kind === 'seat' || step.kind === 'torque') && sheet.joints.some(joint => joint.id === step.target && isOn(joint, line.id))) ||
      ((step.kind === 'fasten' || step.kind === 'tighten') && sheet.holds.some(hold => hold.id === step.target && holdsLine(hold, line.id)))
    const last = all().findLast(isOfLine)
    // Of a job that is under way the line may lie in already; what came out for another's piece is felt along with that.
    if (last && ((begun && !carried.has(line.id)) || all().some(step => step.kind === 'fit' && step.target === line.id)))
      after(last, beside(last, 'clear', line.id))
  }
  for (const line of sheet.lines) {
    // Made against the old one, before the two are laid side by side.
    const held = all().find(step => (step.kind === 'compare' || step.kind === 'fit') && step.target === line.id)
    if (held && chosenPart(line, inputs?.parts)?.bent) {
      const visit = result[held.visit]!
      visit.splice(visit.indexOf(held), 0, beside(held, 'make', line.id))
    }
    const fit = all().find(step => step.kind === 'fit' && step.target === line.id)
    if (fit && chosenPart(line, inputs?.parts)?.carryOver?.length) {
      const visit = result[fit.visit]!
      visit.splice(visit.indexOf(fit), 0, beside(fit, 'carry', line.id))
    }
  }
  if (bleedPlaces(sheet, inputs).priming) {
    const fill = all().find(step => step.kind === 'fill')
    if (fill) after(fill, beside(fill, 'bleed', sheet.id))
  }
  const drive = all().find(step => step.kind === 'road-test')
  const test = carTestOf(sheet)
  if (drive && test !== undefined) atTheEnd(drive, 'test', test)
  return result.filter(visit => visit.length > 0).map((visit, i) => visit.map(step => ({ ...step, visit: i })))
}

function withMoves(visits: readonly Draft[][], start: LiftPosition): Draft[] {
  const steps: Draft[] = []
  let at = start
  const move = (to: LiftPosition, visit: number, phase: Phase) => {
    if (to !== at) steps.push({ id: `move:${visit}:${to}`, kind: 'move', target: to, phase, at: to, visit, minutes: 0 })
    at = to
  }
  for (const [visit, tasks] of visits.entries()) {
    move(tasks[0]!.at, visit, tasks[0]!.phase)
    steps.push(...tasks)
  }
  move('ground', visits.length, 'close')
  return steps
}

/**
 * The engine runs only while something is looked at with it: started for the looks of one stop of the car, stopped before anything else is
 * touched and before the lift moves, and started again where another stop has looks of its own.
 */
function withEngine(steps: readonly Draft[], sheet: Sheet): Draft[] {
  if (!steps.some(step => step.kind === 'run')) return [...steps]
  const result: Draft[] = []
  let [starts, stops, running] = [0, 0, false]
  const around = ({ at, visit, phase }: Draft): Omit<Draft, 'id' | 'kind'> => ({
    target: sheet.id,
    phase,
    at,
    visit,
    minutes: 0,
    ...(at === 'raised' && { helper: true }),
  })
  const start = (step: Draft) => {
    result.push({ ...around(step), id: starts++ === 0 ? 'run' : `run:${step.visit}`, kind: 'run' })
    running = true
  }
  const stop = (step: Draft) => {
    result.push({ ...around(step), id: stops++ === 0 ? 'stop' : `stop:${step.visit}`, kind: 'stop' })
    running = false
  }
  for (const step of steps) {
    if (step.kind === 'run' || step.kind === 'stop') continue
    const needs = enginePlace(step, sheet)
    if (needs === 'running' && !running) start(step)
    else if (needs === 'off' && running) stop(result.at(-1)!)
    result.push(step)
  }
  if (running) stop(result.at(-1)!)
  return result
}
/** Whether a step wants the engine running, off, or does not ask. */
export function enginePlace(step: Draft, sheet: Sheet): 'running' | 'off' | 'either' {
  if (isLook(step, sheet)) return 'running'
  const plugs = [...levelsOf(sheet).filter(({ engine }) => engine === 'idling'), ...sheet.fills]
  const isPlug = step.kind === 'tighten' && plugs.some(({ id }) => id === step.target)
  return isPlug || step.kind === 'wipe' ? 'either' : 'off'
}
/** Looked at or read under pressure, or with the engine idling. */
export const isLook = ({ kind, target }: Draft, sheet: Sheet): boolean =>
  kind === 'leak' ||
  kind === 'look' ||
  kind === 'turn' ||
  (kind === 'level' && levelsOf(sheet).some(level => level.id === target && level.engine === 'idling'))
