import { taskId } from '../access/listTasks'
import { taskKinds, type TaskKind } from '../access/types'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { LiftPosition, Phase } from '../sheet/types'
import type { Step, StepKind } from './draftSteps'
import type { StepRef } from './isStepDone'
import { stepOfBody } from './stepOfBody'
import type { JobState } from './types'

/** Which part of a job an act belongs to, whenever it was done. */
const phaseOf: Record<StepKind, Phase> = {
  receive: 'before',
  prepare: 'before',
  off: 'open',
  open: 'line',
  cap: 'line',
  release: 'line',
  withdraw: 'line',
  catch: 'line',
  drain: 'open',
  compare: 'line',
  renew: 'line',
  seals: 'line',
  fit: 'line',
  seat: 'line',
  torque: 'line',
  fasten: 'line',
  clear: 'line',
  refill: 'fill',
  fill: 'fill',
  bleed: 'fill',
  wipe: 'prove',
  run: 'engine',
  press: 'prove',
  level: 'prove',
  leak: 'prove',
  look: 'prove',
  turn: 'prove',
  stop: 'prove',
  on: 'close',
  tighten: 'close',
  count: 'close',
  carry: 'line',
  mend: 'prove',
  trace: 'prove',
  test: 'close',
  move: 'open',
  'road-test': 'close',
}

export const isTaskKind = (kind: StepKind): kind is TaskKind => (taskKinds as readonly StepKind[]).includes(kind)
export const stepId = ({ kind, target }: StepRef): string => (isTaskKind(kind) ? taskId(kind, target) : `${kind}:${target}`)

/**
 * What has been done, in the order it was done, with the moves of the car in between; an act that is repeated at once is one step. `taken`
 * are the ids of steps still to come: what is done a second time goes by another.
 */
export function listDone({ sheet }: ResolvedSheet, state: JobState, taken: ReadonlySet<string>): Step[] {
  const done: Step[] = []
  const used = new Set(taken)
  let at: LiftPosition = state.inputs?.start ?? 'ground'
  let visit = 0
  for (const { body, seq } of state.effective) {
    if (body.type === 'carMoved') {
      if (done.some(step => step.visit === visit)) visit++
      at = body.to
      done.push({ id: `moved:${seq}`, kind: 'move', target: at, phase: 'open', at, visit, minutes: 0, status: 'done' })
      continue
    }
    const ref = stepOfBody(body, sheet)
    const last = done.at(-1)
    if (!ref || (last?.kind === ref.kind && last.target === ref.target)) continue
    const status = body.type === 'stepSkipped' ? 'skipped' : 'done'
    done.push({ id: stepId(ref), ...ref, phase: phaseOf[ref.kind], at, visit, minutes: 0, status })
  }
  // The latest goes by the plain id: an earlier one of the same was undone by what came between.
  return done
    .toReversed()
    .map((step, i) => {
      const id = used.has(step.id) ? `${step.id}:${done.length - i}` : step.id
      used.add(id)
      return { ...step, id }
    })
    .reverse()
}
