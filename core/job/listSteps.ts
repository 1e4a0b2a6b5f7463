import { taskKinds, type Plan, type Task } from '../access/types'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition, Phase, Reach } from '../sheet/types'
import { leakDoubt } from './jointStatus'
import type { JobState } from './types'

export const stepKinds = [...taskKinds, 'move'] as const
export type StepKind = (typeof stepKinds)[number]
export const stepStatuses = ['open', 'done', 'skipped'] as const
export type StepStatus = (typeof stepStatuses)[number]
export type Step = {
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
}

/** The plan as the list a technician walks down, with the moves of the car between visits, and what is done of it. */
export function listSteps(resolved: ResolvedSheet, plan: Plan, start: LiftPosition, state: JobState | undefined): Step[] {
  const steps: Step[] = []
  let at = start
  for (const [visit, { at: position, tasks }] of plan.visits.entries()) {
    if (position !== at)
      steps.push({
        id: `move:${visit}:${position}`,
        kind: 'move',
        target: position,
        phase: tasks[0]?.phase ?? 'close',
        at: position,
        visit,
        minutes: 0,
        status: 'open',
      })
    at = position
    for (const task of tasks)
      steps.push({
        id: task.id,
        kind: task.kind,
        target: task.target,
        phase: task.phase,
        at: position,
        from: task.from,
        visit,
        minutes: task.minutes,
        ...(task.helper && { helper: true }),
        status: state ? statusOf(resolved, task, state) : 'open',
      })
  }
  if (at !== 'ground')
    steps.push({
      id: `move:${plan.visits.length}:ground`,
      kind: 'move',
      target: 'ground',
      phase: 'close',
      at: 'ground',
      visit: plan.visits.length,
      minutes: 0,
      status: 'open',
    })
  // A move nobody ticked has been made when something at its stop has been done.
  return steps.map((step): Step =>
    step.kind === 'move' &&
    (state?.steps[step.id] ||
      steps.some(other => other.kind !== 'move' && other.visit === step.visit && other.status === 'done' && needsPosition(other, plan)))
      ? { ...step, status: 'done' }
      : step,
  )
}

const needsPosition = (step: Step, plan: Plan): boolean =>
  plan.visits[step.visit]?.tasks.find(task => task.id === step.id)?.at !== undefined

function statusOf(resolved: ResolvedSheet, task: Task, state: JobState): StepStatus {
  if (state.steps[task.id]) return state.steps[task.id]!.skipped === undefined ? 'done' : 'skipped'
  return isDone(resolved, task, state) ? 'done' : 'open'
}

function isDone(resolved: ResolvedSheet, { kind, target }: Task, state: JobState): boolean {
  const joint = state.joints[target]
  const operation = state.operations[target]
  switch (kind) {
    case 'receive':
      return state.lines[target]?.received !== undefined
    case 'compare':
      return state.lines[target]?.compared !== undefined
    case 'withdraw':
      return state.lines[target]?.out !== undefined
    case 'fit':
      return state.lines[target]?.in !== undefined
    case 'off':
      return operation?.off !== undefined
    case 'on':
      return operation?.on !== undefined
    case 'open':
      return joint?.opened !== undefined
    case 'cap':
      return joint?.capped !== undefined
    case 'seals':
      return joint?.sealed !== undefined
    case 'seat':
      return joint?.seated !== undefined
    case 'torque':
      return joint?.torqued !== undefined
    case 'leak':
      return joint !== undefined && leakDoubt(joint) === undefined
    case 'release':
      return state.holds[target]?.released !== undefined
    case 'fasten':
      return state.holds[target]?.released !== undefined && state.holds[target]?.fastened !== undefined
    case 'catch':
      return state.caught.length > 0
    case 'fill':
      return state.added.length > 0
    case 'wipe':
      return state.cleaned.includes(target as LiftPosition)
    case 'run':
      return state.timers.leak !== undefined
    case 'level':
      return state.levels.findLast(reading => reading.level === target)?.reading === 'at'
    case 'road-test':
      return state.roadTest?.result === 'good'
    case 'renew':
    case 'bleed':
    case 'stop':
    case 'prepare':
      return false
  }
}

export const nextSteps = (steps: readonly Step[], count: number): Step[] => steps.filter(step => step.status === 'open').slice(0, count)
