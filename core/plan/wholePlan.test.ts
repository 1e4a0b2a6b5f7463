import type { TaskKey } from './tasks/taskKinds'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { everyDemoCar } from '../../tests/helpers/demo'
import { randomJob } from '../../tests/helpers/randomAccess'
import { liftPositions, type LiftPosition, type Needs, type Slug } from '../sheet/types'
import { scopeOf } from './goals/listGoals'
import { listTasks } from './tasks/listTasks'
import { leastStops } from './search/leastStops'
import { noBits, withBit } from './search/bits'
import { orderPricing, type KnownWay } from './search/priceOrder'
import type { OperationCost } from './types'
import { defaultMoveMinutes, moveMinutesOf, usualLift } from './liftMinutes'
import { planJob } from './planJob'

/** Every least set of operations that meets some needs, needs of needs included. */
function closures(needs: Needs, done: ReadonlySet<Slug>, needsOf: (id: Slug) => Needs): ReadonlySet<Slug>[] {
  const open = needs.find(anyOf => !anyOf.some(id => done.has(id)))
  if (!open) return [done]
  return open.flatMap(id => closures([...needs, ...needsOf(id)], new Set([...done, id]), needsOf))
}

/** What is usual, a quick one, and any: a slow climb from the ground may even be worth a stop at half height. */
const minutes = fc.integer({ min: 0, max: 12 }).map(half => half / 2)
const lifts = fc.oneof(fc.constant(usualLift), fc.record({ groundHalf: minutes, halfRaised: minutes, groundRaised: minutes }))

it('a whole plan, moves of its best order included, costs what trying every choice costs', () => {
  let priced = 0
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.constantFrom(1, 2),
      fc.constantFrom<LiftPosition>(...liftPositions),
      lifts,
      (seed, lineCount, start, lift) => {
        const resolved = randomJob(lineCount, lineCount === 1 ? 14 : 8, seed)
        const lines = resolved.lines.map(line => line.id)
        const scope = scopeOf(resolved, { lines })
        if (!scope.ok) throw new Error(scope.error.code)
        const { goals } = scope.value
        const byId = new Map(resolved.operations.map(operation => [operation.id, operation]))
        const optionsOf = goals.map(goal =>
          goal.ways.flatMap((way, i) =>
            closures(way.needs, new Set(), id => byId.get(id)!.needs).map(own => ({ i, own: [...own].sort() })),
          ),
        )
        if (optionsOf.reduce((product, options) => product * options.length, 1) > 1500) return
        let best = Infinity
        const moves = new Map<string, number>()
        // A goal is reached through one least set of operations, whatever else is off.
        const walk = (
          g: number,
          ways: Readonly<Record<string, number>>,
          through: Readonly<Record<string, readonly Slug[]>>,
          taken: ReadonlySet<Slug>,
          cost: number,
        ): void => {
          const goal = goals[g]
          if (!goal) {
            const spent = cost + [...taken].reduce((sum, id) => sum + byId.get(id)!.off + byId.get(id)!.on, 0)
            if (spent >= best) return
            const key = `${JSON.stringify([ways, through])}${[...taken].sort().join()}`
            if (!moves.has(key)) {
              const order = leastStops(listTasks(resolved.sheet, scope.value, { ways, through, operations: taken }), {
                start,
                end: 'ground',
                moveMinutes: moveMinutesOf(lift),
              })
              moves.set(key, order.ok ? order.value.cost : Infinity)
              priced++
            }
            best = Math.min(best, spent + moves.get(key)!)
            return
          }
          for (const { i, own } of optionsOf[g]!)
            walk(
              g + 1,
              { ...ways, [goal.id]: i },
              { ...through, [goal.id]: own },
              new Set([...taken, ...own]),
              cost + goal.ways[i]!.minutes,
            )
        }
        walk(0, {}, {}, new Set(), 0)
        const plan = planJob(resolved, { lines, start, lift })
        if (best === Infinity)
          expect(['ACCESS_ORDER_IMPOSSIBLE', 'ACCESS_HIDDEN_WHILE_RUNNING']).toContain(plan.ok ? 'a plan' : plan.error.code)
        else expect(plan.ok && plan.value.minutes.total).toBeCloseTo(best, 4)
      },
    ),
    { numRuns: 150 },
  )
  expect(priced).toBeGreaterThan(500)
})

const cars = everyDemoCar()

it('orders are priced as the tasks themselves are ordered; with goals open, never dearer', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.constantFrom(1, 2, 3),
      fc.constantFrom<LiftPosition>(...liftPositions),
      fc.boolean(),
      fc.infiniteStream(fc.nat(1 << 20)),
      (seed, lineCount, start, oneAtATime, stream) => {
        const draw = (below: number) => (stream.next().value as number) % below
        const resolved = draw(2) === 0 ? cars[draw(cars.length)]! : randomJob(lineCount, 16, seed)
        const some = <T>(items: readonly T[]): T => items[draw(items.length)]!
        const scope = scopeOf(resolved, {
          lines: resolved.lines.map(line => line.id),
          neighbours: resolved.sheet.neighbours.filter(() => draw(2) === 0).map(neighbour => neighbour.id),
          bleed: some(resolved.sheet.bleeding.allowed),
        })
        if (!scope.ok) throw new Error(scope.error.code)
        const { goals: every } = scope.value
        const operations = new Map(
          resolved.operations.map((operation): [Slug, OperationCost] => [
            operation.id,
            { ...operation, cost: operation.off + operation.on },
          ]),
        )
        const always = draw(2) === 0 && resolved.operations.length > 0 ? [some(resolved.operations).id] : []
        // In the middle of the work: something is done where all it waits for is, and fluid is moved and wiped up whenever somebody likes.
        const all = listTasks(resolved.sheet, scope.value, { ways: {}, operations: new Set() }, { oneAtATime })
        const done: TaskKey[] = []
        if (draw(2) === 0)
          for (const { id, kind, after } of all)
            if (kind !== 'run' && kind !== 'stop' && draw(4) > 0)
              if (['fill', 'bleed', 'wipe', 'catch'].includes(kind) || after.every(before => done.includes(before))) done.push(id)
        const standing = { off: always, done }
        const left = new Set(
          listTasks(resolved.sheet, scope.value, { ways: {}, operations: new Set() }, { oneAtATime, standing }).map(({ goal }) => goal),
        )
        const goals = every.filter(goal => goal.stages.length === 0 || left.has(goal.id))
        const travel = { start, end: 'ground' as const, moveMinutes: defaultMoveMinutes }
        const price = orderPricing(resolved.sheet, scope.value, { goals, operations }, { oneAtATime, standing }, travel)
        // A level that is read through nothing but parts the engine needs is refused before any order is asked for.
        if (goals.some(goal => goal.ways.some(way => way.needs.some(anyOf => anyOf.length === 0)))) return
        const ways = Object.fromEntries(goals.map(goal => [goal.id, draw(goal.ways.length)]))
        const needsOf = (id: Slug) => operations.get(id)!.needs
        const through = Object.fromEntries(
          goals.map(goal => [goal.id, [...some(closures(goal.ways[ways[goal.id]!]!.needs, new Set(), needsOf))]]),
        )
        const closed = new Set(Object.values(through).flat())
        const bitsOf = (ids: Iterable<Slug>) =>
          [...ids].reduce((bits, id) => withBit(bits, [...operations.keys()].indexOf(id)), noBits(operations.size))
        const known = goals.map((goal): KnownWay => ({ at: goal.ways[ways[goal.id]!]!.at, operations: bitsOf(through[goal.id]!) }))
        const order = leastStops(
          listTasks(resolved.sheet, scope.value, { ways, through, operations: new Set([...closed, ...always]) }, { oneAtATime, standing }),
          travel,
        )
        const exact = price(known, bitsOf(closed), Infinity, 0)
        expect(exact).toBe(order.ok ? order.value.cost : Infinity)
        const open = known.map((what): KnownWay =>
          draw(2) === 0 ? { at: undefined, operations: noBits(operations.size), open: true } : what,
        )
        expect(price(open, bitsOf(closed), Infinity, 0)).toBeLessThanOrEqual(exact)
        // Stops found for one question serve the next, told or not that it costs no less; a fresh start says the same.
        const other = some(goals).id
        const turned = goals.map((goal, i): KnownWay =>
          goal.id === other
            ? { at: goal.ways[0]!.at, operations: bitsOf(some(closures(goal.ways[0]!.needs, new Set(), needsOf))) }
            : known[i]!,
        )
        const afresh = orderPricing(
          resolved.sheet,
          scope.value,
          { goals, operations },
          { oneAtATime, standing },
          travel,
        )(turned, bitsOf(operations.keys()), Infinity, 0)
        expect(price(turned, bitsOf(operations.keys()), Infinity, draw(2) === 0 ? 0 : afresh)).toBe(afresh)
        if (order.ok && exact > 0) expect(price(known, bitsOf(closed), exact - 1, 0)).toBeGreaterThanOrEqual(exact - 1)
      },
    ),
    { numRuns: 1500 },
  )
})
