import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { LiftPosition } from '../../sheet/types'
import type { Step } from './draftSteps'
import { stepKey } from './stepKinds'
import { stepOfBody } from './stepOfBody'
import { stepRules } from './stepRules'
import type { JobState } from '../types'

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
    done.push({ id: stepKey(ref), ...ref, phase: stepRules[ref.kind].phase, at, visit, minutes: 0, status })
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
