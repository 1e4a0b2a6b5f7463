import type { Phase } from '../../sheet/types'
import { nextSteps, type Step } from '../steps/listSteps'
import { isToReadCold } from '../owed/readCold'
import type { Stage } from '../steps/stages'
import { runningTimers, type RunningTimer } from '../state/timer'
import type { BodyOf, JobState, Obligation } from '../types'
import type { JobWait } from '../state/waits'

export type { Stage }

export type Summary = {
  stage: Stage
  paused: boolean
  /** What it waits for; a row written before this was kept does not say. */
  pausedFor?: BodyOf<'paused'>['reason']
  step: { done: number; of: number; next?: Step }
  missing: number
  timers: RunningTimer[]
}

const stageOf: Record<Phase, Stage> = {
  before: 'planned',
  open: 'opening-up',
  line: 'line-work',
  fill: 'filling',
  engine: 'proving',
  prove: 'proving',
  close: 'closing-up',
}

/** What the Floor needs of a job, computed once per change and stored beside it. `steps` is empty until there is a plan. */
export function summarise(
  state: JobState,
  steps: readonly Step[],
  missing: readonly Obligation[],
  waits: readonly JobWait[] = [],
): Summary {
  const [next] = nextSteps(steps, 1)
  const stage: Stage = isToReadCold(state)
    ? 'to-read-cold'
    : state.handedOver
      ? 'handed-over'
      : state.ended && !state.ended.read
        ? 'ended'
        : state.signedOff
          ? 'signed-off'
          : !state.inputs
            ? 'opened'
            : next
              ? stageOf[next.phase]
              : missing.length === 0
                ? 'to-sign-off'
                : // Nothing to do next, and something due: its plan cannot be made, or holds it no more.
                  'opened'
  return {
    stage,
    paused: state.paused !== undefined,
    ...(state.paused && { pausedFor: state.paused.reason }),
    step: { done: steps.filter(step => step.status !== 'open').length, of: steps.length, next },
    missing: missing.length,
    timers: runningTimers(state, steps, waits),
  }
}
