import type { Timeline } from '../../plan/types'
import type { LiftPosition } from '../../sheet/types'
import type { Step } from './listSteps'

/** One stand of the car: what is done there, and what is still open. */
export type PlanVisit = {
  visit: number
  at: LiftPosition
  open: readonly Step[]
  done: readonly Step[]
  /** Over; the one that work goes on in; still to come. */
  stage: 'over' | 'now' | 'ahead'
  /** Hands' minutes that are left in it. */
  left: number
  /** When it lies in the plan, minutes from its start; undefined: no task of it is in the plan. */
  clock?: { from: number; to: number }
}

/** The steps of a job by the stands of the car, in order, each with its place on the plan's clock. Minutes; our own. */
export function visitsOnClock(steps: readonly Step[], { spans }: Pick<Timeline, 'spans'>): PlanVisit[] {
  const now = steps.find(step => step.status === 'open')?.visit
  const places = new Map(spans.flatMap(span => (span.kind === 'task' ? [[span.task as string, span]] : [])))
  return [...new Set(steps.map(({ visit }) => visit))].map(visit => {
    const mine = steps.filter(step => step.visit === visit)
    const open = mine.filter(({ status }) => status === 'open')
    const placed = mine.flatMap(({ id }) => places.get(id) ?? [])
    return {
      visit,
      at: mine.at(-1)!.at,
      open,
      done: mine.filter(({ status }) => status !== 'open'),
      stage: visit === now ? 'now' : open.length === 0 ? 'over' : 'ahead',
      left: open.reduce((sum, step) => sum + step.minutes, 0),
      ...(placed.length > 0 && {
        clock: { from: Math.min(...placed.map(({ from }) => from)), to: Math.max(...placed.map(({ to }) => to)) },
      }),
    }
  })
}

/** Stands of the car that are shown as one. */
export type VisitFold = { stage: PlanVisit['stage']; visits: readonly PlanVisit[] }
/** The same stands: all that are over in one fold, of those ahead the next `apart` (a count) by themselves, the others in one. Our own. */
export function foldVisits(visits: readonly PlanVisit[], apart: number): VisitFold[] {
  const of = (stage: PlanVisit['stage']) => visits.filter(visit => visit.stage === stage)
  const ahead = of('ahead')
  // One alone takes no more room than its fold.
  const far = ahead.length > apart + 1 ? apart : ahead.length
  const folds: VisitFold[] = [
    { stage: 'over', visits: of('over') },
    ...[...of('now'), ...ahead.slice(0, far)].map(visit => ({ stage: visit.stage, visits: [visit] })),
    { stage: 'ahead', visits: ahead.slice(far) },
  ]
  return folds.filter(fold => fold.visits.length > 0)
}
