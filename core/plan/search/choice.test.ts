import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { randomAccess } from '../../../tests/helpers/randomAccess'
import { modelText, placePrice, solveWithHighs } from '../../../tests/helpers/solveWithHighs'
import { liftPositions, type LiftPosition } from '../../sheet/types'
import { eachBit, hasBit, isWithin, noBits, unionOf, withBit } from './bits'
import { chooseWays, type MovePricing } from './chooseWays'
import { leastMoves, placeBit } from './leastMoves'
import { defaultMoveMinutes } from '../liftMinutes'
import type { Goal, OperationCost, PlaceStage } from '../types'

describe('bits', () => {
  const members = fc.uniqueArray(fc.integer({ min: 0, max: 99 }), { maxLength: 30 })
  const setOf = (list: readonly number[]) => list.reduce((bits, i) => withBit(bits, i), noBits(100))
  it('are sets', () => {
    fc.assert(
      fc.property(members, members, (a, b) => {
        const [left, right] = [setOf(a), setOf(b)]
        expect(isWithin(left, right)).toBe(a.every(i => b.includes(i)))
        expect(Array.from({ length: 100 }, (_, i) => i).filter(i => hasBit(unionOf(left, right), i))).toEqual(
          [...new Set([...a, ...b])].sort((x, y) => x - y),
        )
        const seen: number[] = []
        eachBit(left, right, i => seen.push(i))
        expect(seen.sort((x, y) => x - y)).toEqual(a.filter(i => !b.includes(i)).sort((x, y) => x - y))
      }),
    )
  })
})

/** Prices a choice by the places it touches: additive, so that brute force and the integer program can price it as well. */
const byPlaces: MovePricing = { least: placePrice }
const placesOf = (
  goals: readonly Goal[],
  operations: ReadonlyMap<string, OperationCost>,
  ways: Readonly<Record<string, number>>,
  taken: Iterable<string>,
) =>
  goals.reduce(
    (bits, goal) => goal.stages.reduce((inner, stage) => inner | placeBit(stage, goal.ways[ways[goal.id]!]!.at), bits),
    [...taken].reduce((bits, id) => bits | placeBit('sometime', operations.get(id)!.at), 0),
  )

describe('chooseWays', () => {
  it('with moves priced in, costs what brute force over all ways and operations costs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), seed => {
        const { goals, operations } = randomAccess(4, 6, seed)
        const list = [...operations.values()]
        let best = Infinity
        for (let mask = 0; mask < 1 << list.length; mask++) {
          const taken = new Set(list.filter((_, i) => (mask >> i) & 1).map(operation => operation.id))
          const met = (needs: readonly (readonly string[])[]) => needs.every(anyOf => anyOf.some(id => taken.has(id)))
          if (!list.every(operation => !taken.has(operation.id) || met(operation.needs))) continue
          const spent = [...taken].reduce((sum, id) => sum + operations.get(id)!.cost, 0)
          const walk = (g: number, ways: Record<string, number>, cost: number): void => {
            const goal = goals[g]
            if (!goal) best = Math.min(best, cost + placePrice(placesOf(goals, operations, ways, taken)))
            else goal.ways.forEach((way, i) => met(way.needs) && walk(g + 1, { ...ways, [goal.id]: i }, cost + way.minutes))
          }
          walk(0, {}, spent)
        }
        const choice = chooseWays(goals, operations, byPlaces)
        expect(choice.ok && choice.value.cost).toBeCloseTo(best, 5)
      }),
      { numRuns: 150 },
    )
  })

  it.each([
    [12, 20, 40],
    [20, 40, 25],
    [30, 60, 15],
  ])('%i goals over %i operations cost what the HiGHS solver finds', (goalCount, operationCount, runs) => {
    for (let seed = 1; seed <= runs; seed++) {
      const { goals, operations } = randomAccess(goalCount, operationCount, seed * 7919)
      const choice = chooseWays(goals, operations, byPlaces)
      if (!choice.ok) throw new Error(choice.error.code)
      expect(choice.value.cost, `seed ${seed}`).toBeCloseTo(solveWithHighs(modelText(goals, operations)), 4)
      // What it says it costs is what it costs, and every need is met.
      const { ways, operations: taken } = choice.value
      const met = (needs: readonly (readonly string[])[]) => needs.every(anyOf => anyOf.some(id => taken.has(id)))
      expect(goals.every(goal => met(goal.ways[ways[goal.id]!]!.needs)) && [...taken].every(id => met(operations.get(id)!.needs))).toBe(
        true,
      )
      const counted =
        goals.reduce((sum, goal) => sum + goal.ways[ways[goal.id]!]!.minutes, 0) +
        [...taken].reduce((sum, id) => sum + operations.get(id)!.cost, 0) +
        placePrice(placesOf(goals, operations, ways, taken))
      expect(choice.value.cost).toBeCloseTo(counted, 4)
    }
  })

  it('ties go to fewer operations, then to the sheet’s order', () => {
    const operations = new Map([['cover', { id: 'cover', at: 'ground' as const, cost: 2, needs: [] }]])
    const goal = (...ways: [number, string[][]][]): Goal => ({
      id: 'joint:g',
      kind: 'joint',
      target: 'g',
      stages: ['work'],
      ways: ways.map(([minutes, needs]) => ({ at: 'ground', from: 'above', needs, minutes: minutes as never })),
    })
    const standing: MovePricing = { least: () => 0 }
    expect(chooseWays([goal([1, [['cover']]], [3, []])], operations, standing)).toMatchObject({
      value: { ways: { 'joint:g': 1 }, cost: 3 },
    })
    expect(chooseWays([goal([3, []], [3, []])], operations, standing)).toMatchObject({ value: { ways: { 'joint:g': 0 }, cost: 3 } })
  })
})

describe('leastMoves', () => {
  const stages: readonly PlaceStage[] = ['work', 'fill', 'prove']
  it('is the cheapest walk through the stages, by exhaustive search', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4095 }), fc.constantFrom(...liftPositions), (places, start) => {
        const needed = (stage: PlaceStage) => liftPositions.filter(at => places & placeBit(stage, at))
        // Every order of positions within each stage, every place to slip in what is needed some time.
        let best = Infinity
        const walk = (
          stage: number,
          at: LiftPosition,
          seen: readonly LiftPosition[],
          ever: readonly LiftPosition[],
          cost: number,
          steps: number,
        ): void => {
          if (cost >= best || steps > 10) return
          const wanted = stages[stage] ? needed(stages[stage]) : []
          if (stage === 3) {
            if (at === 'ground' && needed('sometime').every(place => ever.includes(place))) best = Math.min(best, cost)
          } else if (wanted.every(place => seen.includes(place))) walk(stage + 1, at, [at], ever, cost, steps)
          for (const to of liftPositions)
            if (to !== at) walk(stage, to, [...seen, to], [...ever, to], cost + defaultMoveMinutes(at, to), steps + 1)
        }
        walk(0, start, [start], [start], 0, 0)
        expect(leastMoves(start, 'ground', defaultMoveMinutes)(places)).toBe(best)
      }),
      { numRuns: 40 },
    )
  })
})
