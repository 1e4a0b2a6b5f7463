import { liftPositions, type LiftPosition, type Sheet, type Slug } from '../../sheet/types'
import { fillGoal, type Scope } from '../goals/listGoals'
import { waysIn } from '../goals/waysIn'
import { taskKey } from '../tasks/taskKinds'
import type { TaskOptions } from '../tasks/taskList'
import type { Goal, OperationCost } from '../types'
import { hasBit, unionOf, type Bits } from './bits'
import { isDoneAlong, leastAhead, searchStops, trailOf, type Graph, type Trail, type Travel } from './leastStops'
import { addWaits, layArrows, layGoals, layOnlyWith, layOperations, layPlaces, numberTasks, setBit, waitsOf } from './orderRules'

/**
 * What is known of a goal: where one stands for it and what lies on the way, needs of needs included; before it is decided, what all its
 * ways still in question share.
 */
export type KnownWay = {
  at: LiftPosition | undefined
  operations: Bits
  /** Not decided: another way may turn out to be the best. */
  open?: true
}
/**
 * Minutes of the best order of a job in which so much is decided: exact when all is, a lower bound before. Infinity: no order keeps the
 * rules. Once it is `enough`, how much more does not matter; `least` is what it is known to cost at least.
 */
export type OrderPrice = (known: readonly KnownWay[], taken: Bits, enough: number, least: number) => number

/** Trying more trails than this finds too few that serve to pay for itself. */
const mostTries = 6

type Ways = { needs: readonly Bits[]; late: readonly boolean[] }

/**
 * Prices orders of one job by the hundred: a choice only says where each goal is, what lies on the way to it, and which operations are not
 * needed after all; the rules stand.
 */
class OrderPricer {
  private readonly numbers
  private readonly arrows
  private readonly places
  private readonly goals
  private readonly operations
  private readonly onlyWith
  /** At which goal, if at any, fluid is filled in. */
  private readonly fill: number
  private readonly fillBegunAt: LiftPosition | undefined
  private readonly isWiped: readonly boolean[]
  private readonly ahead
  // Filled anew for every question.
  private readonly after: Int32Array
  /** For each operation taken, what lies on the way to it: itself, its needs and theirs, as far as they are taken. */
  private readonly reached: Int32Array
  private readonly through: Int32Array
  private readonly only: Int32Array[]
  private readonly doable: Int32Array[]
  /** Stops that some choice could be done along, cheapest first. */
  private readonly trails: Trail[] = []
  private readonly answers = new Map<string, { price: number; exact: boolean }>()

  constructor(
    sheet: Sheet,
    scope: Scope,
    { goals, operations }: { goals: readonly Goal[]; operations: ReadonlyMap<Slug, OperationCost> },
    options: TaskOptions,
    private readonly travel: Travel,
  ) {
    const { standing } = options
    const numbers = numberTasks(sheet, scope, operations, options)
    this.numbers = numbers
    this.arrows = layArrows(numbers)
    this.places = layPlaces(numbers, this.arrows.implied)
    this.goals = layGoals(numbers, scope, goals, this.arrows.implied)
    this.operations = layOperations(sheet, scope, numbers, standing?.off ?? [])
    this.onlyWith = layOnlyWith(sheet, numbers, options)
    this.fill = goals.findIndex(goal => goal.kind === 'fill')
    this.fillBegunAt = standing?.begunAt?.[fillGoal(scope)]
    this.isWiped = liftPositions.map(at => standing?.done.includes(taskKey('wipe', at)) ?? false)
    this.ahead = leastAhead(travel)
    this.after = this.arrows.arrows.slice()
    this.reached = new Int32Array(numbers.list.length * numbers.opWords)
    this.through = new Int32Array(numbers.opWords)
    this.only = this.places.placed.map(set => set.slice())
    this.doable = this.places.placed.map(set => set.slice())
  }

  /** An `OrderPrice`; what was asked before is not worked out again. */
  price(known: readonly KnownWay[], chosen: Bits, enough: number, least: number): number {
    const { answers, travel, numbers } = this
    // To ask again costs too, though less.
    travel.budget?.spend(1 + (known.length >> 2))
    let key = `${chosen.join()}|`
    for (const { at, operations: way, open } of known) {
      key += `${at ?? ''}${open ? '?' : ''}`
      for (let word = 0; word < way.length; word++) key += `,${way[word]}`
    }
    const before = answers.get(key)
    if (before && (before.exact || before.price >= enough)) return before.price
    // The rules are laid out anew for each question, goal by goal.
    travel.budget?.spend((known.length * numbers.words) >> 2)
    const { graph, begun } = this.layOut(known, chosen)
    const price = this.leastStops(graph, begun, enough, least)
    answers.set(key, { price, exact: price < enough })
    return price
  }

  /** The tasks of one choice, and what of them is as good as done. */
  private layOut(known: readonly KnownWay[], chosen: Bits): { graph: Graph; begun: Int32Array } {
    const { numbers, arrows, places, operations, after, only, doable } = this
    const { run, stop, bitOf, words } = numbers
    const taken = unionOf(chosen, operations.begunWith)
    after.set(arrows.arrows)
    for (let p = 0; p < liftPositions.length; p++) {
      only[p]!.set(places.placed[p]!)
      for (let word = 0; word < words; word++) doable[p]![word] = places.placed[p]![word]! | places.anywhere[word]!
    }
    const begun = this.notTaken(taken)
    const ways = operations.branched.length > 0 && known.every(({ open }) => !open) ? this.decided(known, taken) : operations.certain
    this.reachAll(ways, taken)
    const wiped = this.layWays(known, ways, taken)
    wiped.forEach((isAsked, p) => isAsked || setBit(begun, numbers.wipes[p]!))
    const graph: Graph = {
      words,
      all: places.all,
      before: after,
      doable,
      only,
      stages: places.stages,
      still: places.still,
      run: run ? bitOf(run) : -1,
      stop: stop ? bitOf(stop) : -1,
      backward: arrows.backward,
      rests: operations.rests,
    }
    return { graph, begun }
  }

  /** What is not taken is as good as done, and so is what hangs on it alone. */
  private notTaken(taken: Bits): Int32Array {
    const { opWords, onWord, words } = this.numbers
    const { all } = this.places
    const begun = new Int32Array(words)
    for (let word = 0; word < opWords; word++) {
      begun[word] = ~taken[word]! & all[word]!
      begun[onWord + word] = ~taken[word]! & all[onWord + word]!
    }
    for (const { bit, parts } of this.onlyWith)
      if (parts.every((word, i) => (word & taken[i]!) === 0)) begun[bit >> 5]! |= all[bit >> 5]! & (1 << (bit & 31))
    // What is off already was taken off by somebody.
    for (let word = 0; word < opWords; word++) begun[word]! |= this.operations.free[word]!
    return begun
  }

  /** All goals decided, so are the ways in; the arrows that hang on them are added. */
  private decided(known: readonly KnownWay[], taken: Bits): Ways {
    const { numbers, operations, after } = this
    const { run, bitOf, onWord, opWords, words } = numbers
    const ins = waysIn<number>({
      ...operations.certainly,
      isTaken: i => hasBit(taken, i),
      isThrough: (i, other) => known.some(({ operations: way }) => hasBit(way, i) && hasBit(way, other)),
    })
    const needs = [...operations.certain.needs]
    const late = [...operations.certain.late]
    for (const i of operations.branched) {
      if (!hasBit(taken, i)) continue
      const wayIn = ins.wayIn(i)
      needs[i] = operations.setFrom(wayIn)
      late[i] = ins.mayStay(i) === true
      for (let word = 0; word < opWords; word++) after[i * words + word]! |= needs[i]![word]!
      for (const outer of wayIn) setBit(waitsOf(after, words, onWord * 32 + outer), onWord * 32 + i)
      if (run && !late[i]) setBit(waitsOf(after, words, bitOf(run)), onWord * 32 + i)
    }
    return { needs, late }
  }

  private reachAll({ needs }: Ways, taken: Bits): void {
    const { opWords } = this.numbers
    for (const i of this.operations.inward) {
      const own = i * opWords
      for (let word = 0; word < opWords; word++) this.reached[own + word] = 0
      if (!hasBit(taken, i)) continue
      this.reached[own + (i >> 5)]! |= 1 << (i & 31)
      this.reachThrough(needs[i]!, taken, this.reached, own)
    }
  }

  /** Adds what lies on the way to some operations, as far as they are taken. */
  private reachThrough(first: Bits, taken: Bits, into: Int32Array, at: number): void {
    const { reached } = this
    const { opWords } = this.numbers
    for (let word = 0; word < opWords; word++) {
      for (let left = first[word]! & taken[word]!; left !== 0; left &= left - 1) {
        const from = (word * 32 + 31 - Math.clz32(left & -left)) * opWords
        for (let w = 0; w < opWords; w++) into[at + w]! |= reached[from + w]!
      }
    }
  }

  /** Goal by goal: where it may be done, what it waits for, what waits for it. Gives at which height the joints are wiped. */
  private layWays(known: readonly KnownWay[], { late }: Ways, taken: Bits): boolean[] {
    const { numbers, after, through, only, doable } = this
    const { opWords, onWord, words, wipes } = numbers
    const fillAt = this.fill < 0 ? this.fillBegunAt : known[this.fill]!.at
    const wiped = liftPositions.map(() => false)
    for (let g = 0; g < known.length; g++) {
      const { at, operations: first } = known[g]!
      const goal = this.goals[g]!
      for (let p = 0; p < liftPositions.length; p++) {
        if (at !== undefined && liftPositions[p] !== at) continue
        for (let word = 0; word < words; word++) {
          doable[p]![word]! |= goal.tasks[word]!
          if (at !== undefined) only[p]![word]! |= goal.tasks[word]!
        }
      }
      for (const bit of goal.bits) for (let word = 0; word < opWords; word++) after[bit * words + word]! |= first[word]!
      through.fill(0)
      this.reachThrough(first, taken, through, 0)
      for (let word = 0; word < opWords; word++) {
        for (let left = through[word]!; left !== 0; left &= left - 1) {
          const i = word * 32 + 31 - Math.clz32(left & -left)
          addWaits(after, words, onWord * 32 + i, late[i] || hasBit(goal.hidden, i) ? goal.tasks : goal.finished)
        }
      }
      if (goal.isJoint && at !== undefined) {
        const p = liftPositions.indexOf(at)
        wiped[p] ||= !this.isWiped[p]! || goal.tight.some(word => word !== 0)
        addWaits(after, words, wipes[p]!, fillAt === at ? this.arrows.filled : goal.tight)
      }
    }
    return wiped
  }

  /**
   * Stops that served another choice often serve this one: no cheaper ones than `least` need then be looked for, and no dearer ones in any
   * case.
   */
  private leastStops(graph: Graph, begun: Int32Array, enough: number, least: number): number {
    const { trails, travel, ahead } = this
    let served: Trail | undefined
    for (let i = 0, tries = 0; i < trails.length && tries < mostTries && !served; i++) {
      const trail = trails[i]!
      if (trail.cost >= enough) break
      if (trail.cost < least) continue
      tries++
      if (!isDoneAlong(graph, trail, begun)) continue
      served = trail
      trails.splice(i, 1)
      this.keep(trail)
    }
    if (served && served.cost <= least) return served.cost
    const last = searchStops(graph, travel, ahead, begun, Math.min(enough, served?.cost ?? Infinity))
    if (!last) return Infinity
    if (served && last.estimate >= served.cost) return served.cost
    if (last.estimate < enough) this.keep(trailOf(graph, last))
    return last.estimate
  }

  private keep(trail: Trail): void {
    const at = this.trails.findIndex(other => other.cost >= trail.cost)
    this.trails.splice(at < 0 ? this.trails.length : at, 0, trail)
  }
}

/**
 * Prices orders of one job by the hundred. `goals` and `operations`: those a choice may name, in the order of their bits. `travel`: where
 * the car stands and what moving it costs, in minutes.
 */
export function orderPricing(
  sheet: Sheet,
  scope: Scope,
  of: { goals: readonly Goal[]; operations: ReadonlyMap<Slug, OperationCost> },
  options: TaskOptions,
  travel: Travel,
): OrderPrice {
  const pricer = new OrderPricer(sheet, scope, of, options, travel)
  return (known, taken, enough, least) => pricer.price(known, taken, enough, least)
}
