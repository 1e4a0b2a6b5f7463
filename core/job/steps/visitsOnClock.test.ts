import { describe, expect, it } from 'vitest'
import { demoCar } from '../../../tests/helpers/demo'
import { planJob } from '../../plan/planJob'
import type { Plan } from '../../plan/types'
import { listSteps } from './listSteps'
import { foldVisits, visitsOnClock, type PlanVisit } from './visitsOnClock'

describe('the stands of the car on the clock', () => {
  const car = demoCar('one')
  const planned = planJob(car, { lines: car.lines.map(({ id }) => id), start: 'ground' })
  const plan = (planned.ok ? planned.value : undefined) as Plan
  const untouched = listSteps(car, plan, 'ground', undefined)

  it('hold every step once, in its order', () => {
    const visits = visitsOnClock(untouched, plan.timeline)
    expect(visits.flatMap(({ open }) => open.map(({ id }) => id))).toEqual(untouched.map(({ id }) => id))
    expect(visits.map(({ stage }) => stage)).toEqual(['now', ...visits.slice(1).map(() => 'ahead')])
    expect(visits.every(({ done }) => done.length === 0)).toBe(true)
  })
  it('lie one after the other, the last before the plan ends; their minutes are all of the hands’', () => {
    const visits = visitsOnClock(untouched, plan.timeline)
    for (const [i, { clock }] of visits.entries()) {
      expect(clock!.to).toBeGreaterThanOrEqual(clock!.from)
      if (i > 0) expect(clock!.from).toBeGreaterThanOrEqual(visits[i - 1]!.clock!.to)
    }
    expect(visits.at(-1)!.clock!.to).toBeLessThanOrEqual(plan.timeline.clock)
    const minutes = untouched.reduce((sum, step) => sum + step.minutes, 0)
    expect(visits.reduce((sum, { left }) => sum + left, 0)).toBeCloseTo(minutes, 6)
  })
  it('are over where nothing is open any more, and work goes on in the first that is not', () => {
    const first = untouched.filter(({ visit }) => visit === 0)
    const second = untouched.find(({ visit }) => visit === 1)!
    const isDone = (id: string) => id === second.id || first.some(step => step.id === id)
    const begun = untouched.map(step => (isDone(step.id) ? { ...step, status: 'done' as const } : step))
    const [over, now, ahead] = visitsOnClock(begun, plan.timeline)
    expect([over!.stage, now!.stage, ahead!.stage]).toEqual(['over', 'now', 'ahead'])
    expect([over!.open.length, over!.done.length, over!.left]).toEqual([0, first.length, 0])
    expect(now!.done.map(({ id }) => id)).toEqual([second.id])
    // A step that was left out is open no more.
    const skipped = untouched.map(step => (step.visit === 0 ? { ...step, status: 'skipped' as const } : step))
    expect(visitsOnClock(skipped, plan.timeline)[0]!.stage).toBe('over')
  })
  it('that are over lie in one fold, before each of the others', () => {
    const visits = visitsOnClock(untouched, plan.timeline)
    const at = visits.length - 1
    const begun = untouched.map(step => (step.visit < at ? { ...step, status: 'done' as const } : step))
    const folds = foldVisits(visitsOnClock(begun, plan.timeline), 2)
    expect(at).toBeGreaterThan(1)
    expect(folds.map(({ stage, visits: held }) => [stage, held.map(({ visit }) => visit)])).toEqual([
      ['over', visits.slice(0, at).map(({ visit }) => visit)],
      ['now', [at]],
    ])
    expect(foldVisits([], 2)).toEqual([])
  })
  it('that are far ahead lie in one fold, unless it would hold one alone', () => {
    const stand = (visit: number, stage: PlanVisit['stage']): PlanVisit => ({ visit, at: 'ground', stage, open: [], done: [], left: 0 })
    const held = (count: number, apart: number) =>
      foldVisits([stand(0, 'now'), ...Array.from({ length: count }, (_, i) => stand(i + 1, 'ahead'))], apart).map(fold =>
        fold.visits.map(({ visit }) => visit),
      )
    expect(held(3, 2)).toEqual([[0], [1], [2], [3]])
    expect(held(4, 2)).toEqual([[0], [1], [2], [3, 4]])
    expect(held(5, 1)).toEqual([[0], [1], [2, 3, 4, 5]])
    expect(held(0, 1)).toEqual([[0]])
  })
  it('of a plan that knows none of them say nothing of the clock', () => {
    expect(visitsOnClock(untouched, { spans: [] }).every(({ clock }) => clock === undefined)).toBe(true)
    expect(visitsOnClock([], plan.timeline)).toEqual([])
  })
})
