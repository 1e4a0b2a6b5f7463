import { describe, expect, it } from 'vitest'
import { hardestJobs, layers, many } from '../../../tests/helpers/hardSheets'
import { randomJob } from '../../../tests/helpers/randomAccess'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Needs } from '../../sheet/types'
import { planJob } from '../planJob'
import { planBudget, SearchBudget } from './searchBudget'

describe('a sheet with more alternatives than anybody can look at', () => {
  const cases: [string, ResolvedSheet, number | undefined][] = [
    // One of each list, whatever else: the cheapest of each can be read off.
    ['nine lists of three parts', many(9, 3, (list, i) => 2 + ((list + i) % 3)), 9 * 2],
    ['ten lists of three parts', many(10, 3, (list, i) => 2 + ((list * 2 + i) % 3)), 10 * 2],
    ['eight layers of four', layers(8, 4, false), undefined],
    ['twelve layers of four, one of each half', layers(12, 4, true), undefined],
  ]
  it.each(cases)('%s: a plan, and how far it can be from the least', (_, car, least) => {
    const plan = planJob(car, { lines: ['l0'], start: 'ground' })
    if (!plan.ok) throw new Error(plan.error.code)
    const { operations, atMostFromLeast } = plan.value
    const met = (needs: Needs) => needs.every(anyOf => anyOf.some(id => operations.includes(id)))
    expect(operations.every(id => met(car.operations.find(operation => operation.id === id)!.needs))).toBe(true)
    expect(met(car.joints[0]!.ways[0]!.needs)).toBe(true)
    const spent = plan.value.minutes.operations
    expect(spent - atMostFromLeast).toBeGreaterThanOrEqual(0)
    if (least !== undefined) {
      expect(spent).toBe(least)
      expect(atMostFromLeast).toBeGreaterThan(0)
    }
  })

  it('takes no more than its count of work, and gives the same plan at every try', () => {
    for (const [name, car] of hardestJobs()) {
      const inputs = { lines: car.lines.map(({ id }) => id), start: 'ground' as const }
      const budget = new SearchBudget(planBudget)
      const plan = planJob(car, inputs, undefined, budget)
      expect(plan.ok, name).toBe(true)
      // The node that spends the last of it is the last.
      expect(budget.spent, name).toBeLessThan(1.01 * planBudget)
      expect(planJob(car, inputs)).toEqual(plan)
    }
  })

  it('an ordinary sheet is planned to the least', () => {
    const plan = planJob(randomJob(2, 16, 5), { lines: ['l0', 'l1'], start: 'ground' })
    expect(plan.ok && plan.value.atMostFromLeast).toBe(0)
  })
})
