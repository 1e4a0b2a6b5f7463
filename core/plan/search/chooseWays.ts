import { fail, ok, type Result } from '../../result'
import type { Slug } from '../../sheet/types'
import { eachBit, isWithin, noBits, sharedOf, unionOf, type Bits } from './bits'
import {
  leastOfAll,
  listOptions,
  numberOperations,
  perOperation,
  perWay,
  unionOfAll,
  type Numbered,
  type Open,
  type Option,
} from './listOptions'
import type { KnownWay, OrderPrice } from './priceOrder'
import { BudgetSpent, type SearchBudget } from './searchBudget'
import { ShareBound } from './shareBound'
import type { AccessIssue, Goal, OperationCost } from '../types'

/** A way for each goal, by index, and the operations on it, needs of needs included; the operations all of them take together. */
export type WayChoice = {
  ways: Record<string, number>
  through: Record<string, readonly Slug[]>
  operations: ReadonlySet<Slug>
  cost: number
  /** Minutes by which the least can lie below this cost: 0, where it is proven to be the least. */
  atMostFromLeast: number
}
export type MovePricing = {
  /** A lower bound for what any order costs that touches these places (bits of placeBit); where no order is priced, what the moves cost. */
  least: (places: number) => number
  /**
   * What the best order costs, and a lower bound for it while goals are open; the bits are those of the operations as given. Dearer to
   * work out, so asked only where the others let a branch live.
   */
  order?: OrderPrice
  /** Shared by everything a plan searches; absent: no bound. */
  budget?: SearchBudget
}
const slack = 1e-10

type Best = { cost: number; moves: number; done: Bits; options: readonly Option[] }
/** A place in the search: what is decided above it, what is still open; `known`: moves needed whatever comes below. */
type Node = { open: readonly Open[]; done: Bits; cost: number; places: number; known: number }
type Branch = { goal: number; option: Option }

const priceOf = (costs: ArrayLike<number>, wanted: Bits, done: Bits) => {
  let sum = 0
  eachBit(wanted, done, i => (sum += costs[i]!))
  return sum
}

/** Branch and bound over the goals' options: settled, bounded, branched, and finished at a leaf. */
class WaySearch {
  best: Best | undefined
  private readonly none: Bits
  private readonly chosen: Option[] = []
  private readonly undecided: readonly Open[]
  private readonly bounds: ShareBound
  /** What everything costs at least but for the moves. */
  private base: number | undefined

  constructor(
    private readonly goals: readonly Goal[],
    private readonly costs: Numbered['costs'],
    private readonly moves: MovePricing,
    private readonly optionsOf: readonly (readonly Option[])[],
  ) {
    this.none = noBits(costs.length)
    this.bounds = new ShareBound(costs, optionsOf, moves.order ? 5 : 0)
    this.undecided = optionsOf.map((options, goal): Open => ({ goal, options, used: unionOfAll(options, this.none) }))
  }

  /** Where the order is priced: straight down once, for something to beat; then everything that may beat it. */
  run(): void {
    const root: Node = { open: this.undecided, done: this.none, cost: 0, places: 0, known: 0 }
    if (this.moves.order) {
      this.search(root, 0, undefined, true)
      this.improve()
    }
    this.search(root, 0)
  }

  private search(node: Node, depth: number, by?: Branch, once = false): void {
    // What a node takes grows with the options it weighs.
    this.moves.budget?.spend(1 + (node.open.reduce((sum, { options }) => sum + options.length, 0) >> 5))
    this.bounds.enter(node.open, depth)
    const left = this.narrow(node, depth, by)
    if (left) this.branch(left, depth, once)
  }

  /** What is left to decide here, once nothing more follows from the bounds. Nothing: none of it can beat the best, or it was a leaf. */
  private narrow(given: Node, depth: number, by: Branch | undefined): Node | undefined {
    const node = { ...given }
    for (let asked = false; ;) {
      this.settle(node)
      node.known = Math.max(node.known, this.moves.least(node.places))
      const { best } = this
      if (best && node.cost + node.known >= best.cost - slack) return undefined
      if (node.open.length === 0) {
        this.finish(node.cost, node.done, node.places, node.known)
        return undefined
      }
      const bound = this.bounds.of(node.open, node.done, depth, best ? best.cost - slack - node.cost - node.known : 0)
      if (!best) return node
      if (node.cost + node.known + bound >= best.cost - slack) return undefined
      // What alone would cost as much as the best so far is out of the question, and what is left may say more about the moves.
      const kept = this.bounds.within(node.open, best.cost - slack - node.cost - bound, node.known)
      if (kept.some(({ options }) => options.length === 0)) return undefined
      if (kept !== node.open) {
        node.open = kept
        continue
      }
      if (asked || !this.moves.order) return node
      asked = true
      node.known = Math.max(node.known, this.orderBound(node, bound, best, by))
    }
  }

  /** What is free already, or has no alternative, is settled first. */
  private settle(node: Node): void {
    for (let settled = true; settled;) {
      settled = false
      let left: Open[] | undefined
      for (let i = 0; i < node.open.length; i++) {
        const candidate = node.open[i]!
        // Where the order is priced, even what is free already may stand in the way of something.
        const sure =
          candidate.options.length === 1
            ? candidate.options[0]
            : this.moves.order
              ? undefined
              : freeOption(candidate.options, node.done, node.places)
        if (!sure) {
          left?.push(candidate)
          continue
        }
        left ??= node.open.slice(0, i)
        this.chosen[candidate.goal] = sure
        node.cost += sure.minutes + priceOf(this.costs, sure.operations, node.done)
        node.done = unionOf(node.done, sure.operations)
        node.places |= sure.places
        settled = true
      }
      node.open = left ?? node.open
    }
  }

  /** What the moves cost at least, by the order; and whether that lies in the last option alone. */
  private orderBound({ open, done, cost, known }: Node, bound: number, best: Best, by: Branch | undefined): number {
    this.base ??= cost + bound
    const least = this.priceOrder(open, done, best.cost - slack - cost - bound, known)
    // Then it need not be found out again wherever it is tried.
    if (least > known && by && !by.option.asked) {
      by.option.asked = true
      by.option.firm = this.priceOrder(
        this.undecided.map(other => (other.goal === by.goal ? { ...other, options: [by.option] } : other)),
        this.none,
        best.cost - slack - this.base,
        this.moves.least(by.option.places),
      )
    }
    return least
  }

  private priceOrder(open: readonly Open[], done: Bits, enough: number, least: number): number {
    const known: KnownWay[] = this.goals.map((_, i) => this.chosen[i]!)
    let taken = done
    for (const { goal, options } of open) {
      const shared = options.reduce((common, option) => sharedOf(common, option.operations), options[0]!.operations)
      known[goal] = {
        at: options.every(option => option.at === options[0]!.at) ? options[0]!.at : undefined,
        operations: shared,
        open: true,
      }
      taken = unionOf(taken, shared)
    }
    return this.moves.order!(known, taken, enough, least)
  }

  /** The options of the goal that the bounds name, cheapest first; `once`: the cheapest only. */
  private branch({ open, done, cost, places, known }: Node, depth: number, once: boolean): void {
    const { at: next } = this.bounds
    const rest = open.filter(other => other !== next)
    const branches = next.options
      .map(option => ({
        option,
        price: option.minutes + priceOf(this.costs, option.operations, done),
        way: this.moves.least(places | option.places),
      }))
      .sort((a, b) => a.price + a.way - b.price - b.way)
    const distinct = this.moves.order ? branches : branches.filter(branch => !branches.some(other => isBeaten(branch, other, done)))
    for (const { option, price } of once ? distinct.slice(0, 1) : distinct) {
      this.chosen[next.goal] = option
      this.search(
        {
          open: rest,
          done: unionOf(done, option.operations),
          cost: cost + price,
          places: places | option.places,
          known: Math.max(known, option.firm),
        },
        depth + 1,
        { goal: next.goal, option },
        once,
      )
    }
  }

  private finish(cost: number, done: Bits, places: number, least: number): boolean {
    const { order } = this.moves
    const enough = this.best ? this.best.cost - slack - cost : Infinity
    const total = cost + (order ? this.priceOrder([], done, enough, least) : this.moves.least(places))
    if (this.best && total >= this.best.cost - slack) return false
    this.best = { cost: total, moves: total - cost, done, options: [...this.chosen] }
    return true
  }

  /**
   * Another option for one goal at a time, while that makes the best so far better: the sooner something good is known, the less is left
   * to search.
   */
  private improve(): void {
    for (let better = true; better;) {
      better = false
      for (const [goal, options] of this.optionsOf.entries())
        for (const option of options.length > 1 ? options : []) if (this.swap(goal, option)) better = true
    }
  }

  private swap(goal: number, option: Option): boolean {
    const { chosen, none, moves } = this
    const best = this.best!
    if (option === best.options[goal]) return false
    best.options.forEach((own, i) => (chosen[i] = i === goal ? option : own))
    const done = chosen.reduce((all, { operations: own }) => unionOf(all, own), none)
    const cost = chosen.reduce((sum, { minutes }) => sum + minutes, priceOf(this.costs, done, none))
    const places = chosen.reduce((all, own) => all | own.places, 0)
    // Its moves are not known yet; what is no cheaper without them is hardly worth asking.
    return cost + Math.max(moves.least(places), best.moves) < best.cost - slack && this.finish(cost, done, places, moves.least(places))
  }
}

/**
 * One way for each goal and the operations they need, at least total cost: operation costs, way minutes and the moves of the car. Exact:
 * branch and bound over the goals' options. The bound prices every operation not yet taken in shares among the goals that may use it (a
 * dual of the covering problem, so never too high), and the moves by the places touched so far. Costs must not be negative. Refuses a goal
 * that no way leads to.
 */
export function chooseWays(
  goals: readonly Goal[],
  operations: ReadonlyMap<Slug, OperationCost>,
  moves: MovePricing,
): Result<WayChoice, AccessIssue> {
  const numbers = numberOperations(operations)
  const { list, costs } = numbers
  const { budget } = moves
  const { optionsOf, isWhole } = listOptions(goals, numbers, budget)
  const shut = optionsOf.findIndex(options => options.length === 0)
  if (shut >= 0) return fail({ code: 'ACCESS_NO_WAY', goal: { kind: goals[shut]!.kind, target: goals[shut]!.target } })

  const search = new WaySearch(goals, costs, moves, optionsOf)
  let isProven = isWhole
  try {
    search.run()
  } catch (error) {
    // Out of search: the best so far is an answer, if not the last word; an order that nobody has found yet may still be there.
    if (!(error instanceof BudgetSpent) || !search.best || !Number.isFinite(search.best.cost)) throw error
    isProven = false
  }
  // The search always comes to a leaf: its bounds cut nothing before there is one. A cost of Infinity says that no order keeps the rules.
  const { cost, done, options } = search.best!
  if (!isWhole && !Number.isFinite(cost)) throw new BudgetSpent(budget?.most ?? 0)
  const idsOf = (bits: Bits): Slug[] => {
    const ids: Slug[] = []
    eachBit(bits, noBits(list.length), i => ids.push(list[i]!.id))
    return ids
  }
  const ways = Object.fromEntries(goals.map((goal, i) => [goal.id, options[i]!.way]))
  const through = Object.fromEntries(goals.map((goal, i) => [goal.id, idsOf(options[i]!.operations)]))
  const taken = new Set(idsOf(done))
  const trifles = taken.size * perOperation + options.reduce((sum, { way }) => sum + way * perWay, 0)
  // Nothing is nothing, not a little less.
  const rounded = Math.round((cost - trifles) * 1e5) / 1e5 + 0
  return ok({
    ways,
    through,
    operations: taken,
    cost: rounded,
    atMostFromLeast: isProven ? 0 : Math.max(0, Math.round((rounded - leastOfAll(goals, numbers) - moves.least(0)) * 1e5) / 1e5),
  })
}

const isCovered = (fewer: Bits, more: Bits, done: Bits): boolean => fewer.every((word, i) => (word & ~done[i]! & ~more[i]!) === 0)

type Priced = { option: Option; price: number; way: number }
/** Another option of the same goal does as much for no more. */
const isBeaten = ({ option, way }: Priced, { option: other, way: otherWay }: Priced, done: Bits): boolean =>
  other !== option &&
  other.at === option.at &&
  other.minutes <= option.minutes &&
  isCovered(other.operations, option.operations, done) &&
  (other.minutes < option.minutes || !isCovered(option.operations, other.operations, done) || otherWay < way)

/** An option that takes nothing more and touches no new place, and that no other beats. */
function freeOption(options: readonly Option[], done: Bits, places: number): Option | undefined {
  let free: Option | undefined
  for (const option of options)
    if (isWithin(option.operations, done) && (option.places & ~places) === 0 && (!free || option.minutes < free.minutes)) free = option
  return free && options.every(option => option.minutes >= free.minutes) ? free : undefined
}
