import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { eachBit, noBits } from './bits'
import { leastToMeet, meetNeeds, needsBound, type NumberedNeeds } from './meetNeeds'

const membersOf = (bits: Parameters<typeof eachBit>[0], count: number): number[] => {
  const members: number[] = []
  eachBit(bits, noBits(count), i => members.push(i))
  return members
}
const isMet = (needs: NumberedNeeds, set: readonly number[]) => needs.every(anyOf => anyOf.some(i => set.includes(i)))
/** All sets that meet some needs and their own, tried one by one; of those, the ones that hold no other. */
function everyLeastSet(needs: NumberedNeeds, needsOf: readonly NumberedNeeds[]): number[][] {
  const sets = Array.from({ length: 1 << needsOf.length }, (_, word) => needsOf.flatMap((_one, i) => ((word >> i) & 1 ? [i] : [])))
  const good = sets.filter(set => isMet(needs, set) && set.every(i => isMet(needsOf[i]!, set)))
  return good.filter(set => !good.some(other => other.length < set.length && other.every(i => set.includes(i))))
}
const run = (needs: NumberedNeeds, needsOf: readonly NumberedNeeds[], costs: readonly number[]) => {
  const { sets, least } = meetNeeds(needs, needsOf, costs, needsBound(costs, needsOf))
  return { sets: sets.map(set => membersOf(set, needsOf.length)), least }
}

describe('the least sets of operations that meet some needs', () => {
  const count = 6
  const anyOf = (below: number) => fc.array(fc.integer({ min: 0, max: below - 1 }), { minLength: 1, maxLength: 3 })
  // Needs point backwards only: no circles.
  const drawn = fc.record({
    needsOf: fc.tuple(...Array.from({ length: count }, (_, i) => (i === 0 ? fc.constant([]) : fc.array(anyOf(i), { maxLength: 2 })))),
    needs: fc.array(anyOf(count), { maxLength: 3 }),
    costs: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: count, maxLength: count }),
  })
  it('are those that trying everything finds, cheapest first, none within another', () => {
    fc.assert(
      fc.property(drawn, ({ needs, needsOf, costs }) => {
        const { sets, least } = run(needs, needsOf, costs)
        const price = (set: readonly number[]) => set.reduce((sum, i) => sum + costs[i]!, 0)
        const key = (set: readonly number[]) => set.toSorted((a, b) => a - b).join()
        expect(least).toBeUndefined()
        expect(sets.map(key).sort()).toEqual(everyLeastSet(needs, needsOf).map(key).sort())
        expect(sets.map(price)).toEqual(sets.map(price).toSorted((a, b) => a - b))
      }),
      { numRuns: 300 },
    )
  })
  it('cost no less than the bound says, whatever is drawn', () => {
    fc.assert(
      fc.property(drawn, ({ needs, needsOf, costs }) => {
        const dearest = Math.min(...everyLeastSet(needs, needsOf).map(set => set.reduce((sum, i) => sum + costs[i]!, 0)))
        expect(leastToMeet(costs, needsOf)(needs)).toBeLessThanOrEqual(dearest)
      }),
      { numRuns: 300 },
    )
  })
  it('of nothing are nothing; of what cannot be had there are none', () => {
    expect(run([], [[]], [1])).toEqual({ sets: [[]], least: undefined })
    expect(run([[]], [[]], [1]).sets).toEqual([])
    expect(run([[0]], [[[]]], [1]).sets).toEqual([])
    // Round in a circle, neither is reached.
    expect(run([[0]], [[[1]], [[0]]], [1, 1]).sets).toEqual([])
    expect(leastToMeet([1, 1], [[[1]], [[0]]])([[0]])).toBe(Infinity)
  })
  it('beyond what anybody can look at are the cheapest, with what the rest cost at least', () => {
    // Nine needs with three alternatives each: 19,683 sets.
    const costs = Array.from({ length: 27 }, (_, i) => 1 + (i % 3))
    const needs = Array.from({ length: 9 }, (_, i) => [3 * i, 3 * i + 1, 3 * i + 2])
    const { sets, least } = run(
      needs,
      costs.map(() => []),
      costs,
    )
    const prices = sets.map(set => set.reduce((sum, i) => sum + costs[i]!, 0))
    expect(sets.length).toBeGreaterThan(0)
    expect(sets.length).toBeLessThanOrEqual(256)
    expect(prices[0]).toBe(9)
    expect(least).toBeGreaterThanOrEqual(prices.at(-1)! - 1e-9)
    for (const set of sets) expect(isMet(needs, set)).toBe(true)
  })
  it('where there are too many even to begin with, one that is straight down', () => {
    // Layers of four behind layers of four: each asks for one of the next.
    const layers = 9
    const needsOf = Array.from({ length: 4 * layers }, (_, i) =>
      Math.floor(i / 4) < layers - 1 ? [0, 1].map(() => [0, 1, 2, 3].map(k => 4 * (Math.floor(i / 4) + 1) + k)) : [],
    )
    const costs = needsOf.map((_, i) => 2 + (i % 4))
    const { sets } = run([[0, 1, 2, 3]], needsOf, costs)
    expect(sets.length).toBeGreaterThan(0)
    for (const set of sets) {
      expect(isMet([[0, 1, 2, 3]], set)).toBe(true)
      for (const i of set) expect(isMet(needsOf[i]!, set), String(i)).toBe(true)
    }
  })
})
