import { describe, expect, it } from 'vitest'
import { randomJob } from '../../tests/helpers/randomAccess'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Needs, Operation } from '../sheet/types'
import { minutes } from '../units/types'
import { planJob } from './planJob'

/** A sheet that offers more alternatives than any car has. */
function carWith(operations: readonly { id: string; needs: Needs; minutes: number }[], needs: Needs): ResolvedSheet {
  const drawn = randomJob(1, 1, 1)
  const all = operations.map(({ id, needs: own, minutes: both }): Operation => ({
    ...drawn.operations[0]!,
    id,
    name: id,
    at: 'ground',
    needs: own,
    off: minutes(both / 2),
    on: minutes(both / 2),
    engineMayRun: true,
  }))
  const open = [{ at: 'ground' as const, from: 'above' as const, needs, minutes: minutes(2) }]
  const easy = [{ ...open[0]!, needs: [] }]
  const joints = drawn.joints.map((joint, i) => ({ ...joint, ways: i === 0 ? open : easy }))
  const sheet = {
    ...drawn.sheet,
    operations: all,
    joints,
    lines: drawn.lines.map(line => ({ ...line, withdraw: easy })),
    holds: [],
    fills: [],
    levels: [],
  }
  return { ...drawn, sheet, operations: all, joints, lines: sheet.lines, holds: [] }
}
const many = (lists: number, each: number, cost: (list: number, i: number) => number) =>
  carWith(
    Array.from({ length: lists * each }, (_, i) => ({ id: `o${i}`, needs: [] as Needs, minutes: cost(Math.floor(i / each), i % each) })),
    Array.from({ length: lists }, (_, list) => Array.from({ length: each }, (_, i) => `o${list * each + i}`)),
  )
/** Every part lies behind any one of the layer outside it, or, `all`, behind one of each of two halves of that layer. */
const layers = (deep: number, wide: number, all: boolean) => {
  const layer = (n: number) => Array.from({ length: wide }, (_, i) => `o${n * wide + i}`)
  const halves = (ids: readonly string[]) => (all ? [ids.slice(0, wide / 2), ids.slice(wide / 2)] : [ids])
  return carWith(
    Array.from({ length: deep * wide }, (_, i) => ({
      id: `o${i}`,
      needs: i < wide ? [] : halves(layer(Math.floor(i / wide) - 1)),
      minutes: 2 + ((i * 7) % 5),
    })),
    halves(layer(deep - 1)),
  )
}

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

  it('an ordinary sheet is planned to the least', () => {
    const plan = planJob(randomJob(2, 16, 5), { lines: ['l0', 'l1'], start: 'ground' })
    expect(plan.ok && plan.value.atMostFromLeast).toBe(0)
  })
})
