import { fail, ok, type Result } from '../../result'
import type { Slug } from '../../sheet/types'
import { eachBit, isWithin, noBits, sharedOf, unionOf, type Bits } from './bits'
import { leastOfAll, listOptions, numberOperations, perOperation, perWay, unionOfAll, type Open, type Option } from './listOptions'
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
  const none = noBits(list.length)
  const priceOf = (wanted: Bits, done: Bits) => {
    let sum = 0
    eachBit(wanted, done, i => (sum += costs[i]!))
    return sum
  }
  const idsOf = (bits: Bits): Slug[] => {
    const ids: Slug[] = []
    eachBit(bits, none, i => ids.push(list[i]!.id))
    return ids
  }
  const { order, budget } = moves
  const { optionsOf, isWhole } = listOptions(goals, numbers, budget)
  const shut = optionsOf.findIndex(options => options.length === 0)
  if (shut >= 0) return fail({ code: 'ACCESS_NO_WAY', goal: { kind: goals[shut]!.kind, target: goals[shut]!.target } })

  let best: { cost: number; moves: number; done: Bits; options: readonly Option[] } | undefined
  const chosen: Option[] = []
  const bounds = new ShareBound(costs, optionsOf, order ? 5 : 0)
  const undecided = optionsOf.map((options, goal): Open => ({ goal, options, used: unionOfAll(options, none) }))
  const orderOf = (open: readonly Open[], done: Bits, order: OrderPrice, enough: number, least: number): number => {
    const known: KnownWay[] = goals.map((_, i) => chosen[i]!)
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
    return order(known, taken, enough, least)
  }
  const finish = (cost: number, done: Bits, places: number, least: number): boolean => {
    const total = cost + (order ? orderOf([], done, order, best ? best.cost - slack - cost : Infinity, least) : moves.least(places))
    if (best && total >= best.cost - slack) return false
    best = { cost: total, moves: total - cost, done, options: [...chosen] }
    return true
  }
  /**
   * Another option for one goal at a time, while that makes the best so far better: the sooner something good is known, the less is left
   * to search.
   */
  const improve = (): void => {
    for (let better = true; better;) {
      better = false
      for (const [goal, options] of optionsOf.entries()) {
        for (const option of options.length > 1 ? options : []) {
          if (option === best!.options[goal]) continue
          best!.options.forEach((own, i) => (chosen[i] = i === goal ? option : own))
          const done = chosen.reduce((all, { operations: own }) => unionOf(all, own), none)
          const cost = chosen.reduce((sum, { minutes }) => sum + minutes, priceOf(done, none))
          const places = chosen.reduce((all, own) => all | own.places, 0)
          // Its moves are not known yet; what is no cheaper without them is hardly worth asking.
          if (cost + Math.max(moves.least(places), best!.moves) < best!.cost - slack && finish(cost, done, places, moves.least(places)))
            better = true
        }
      }
    }
  }
  /** What everything costs at least but for the moves. */
  let base: number | undefined
  // `firm`: moves known to be needed further up; deciding more never takes any back.
  const search = (
    given: readonly Open[],
    done: Bits,
    cost: number,
    places: number,
    firm: number,
    depth: number,
    by?: { goal: number; option: Option },
    once = false,
  ): void => {
    // What a node takes grows with the options it weighs.
    budget?.spend(1 + (given.reduce((sum, { options }) => sum + options.length, 0) >> 5))
    bounds.enter(given, depth)
    // What is free already, or has no alternative, is settled first.
    let open = given
    const settle = () => {
      for (let settled = true; settled;) {
        settled = false
        let left: Open[] | undefined
        for (let i = 0; i < open.length; i++) {
          const candidate = open[i]!
          // Where the order is priced, even what is free already may stand in the way of something.
          const sure =
            candidate.options.length === 1 ? candidate.options[0] : order ? undefined : freeOption(candidate.options, done, places)
          if (!sure) {
            left?.push(candidate)
            continue
          }
          left ??= open.slice(0, i)
          chosen[candidate.goal] = sure
          cost += sure.minutes + priceOf(sure.operations, done)
          done = unionOf(done, sure.operations)
          places |= sure.places
          settled = true
        }
        open = left ?? open
      }
    }
    let [known, asked] = [firm, false]
    for (;;) {
      settle()
      known = Math.max(known, moves.least(places))
      if (best && cost + known >= best.cost - slack) return
      if (open.length === 0) {
        finish(cost, done, places, known)
        return
      }
      const bound = bounds.of(open, done, depth, best ? best.cost - slack - cost - known : 0)
      if (!best) break
      if (cost + known + bound >= best.cost - slack) return
      // What alone would cost as much as the best so far is out of the question, and what is left may say more about the moves.
      const kept = bounds.within(open, best.cost - slack - cost - bound, known)
      if (kept.some(({ options }) => options.length === 0)) return
      if (kept !== open) {
        open = kept
        continue
      }
      if (asked || !order) break
      asked = true
      base ??= cost + bound
      const least = orderOf(open, done, order, best.cost - slack - cost - bound, known)
      if (least > known && by && !by.option.asked) {
        // Does that lie in this option alone? Then it need not be found out again wherever it is tried.
        by.option.asked = true
        by.option.firm = orderOf(
          undecided.map(other => (other.goal === by.goal ? { ...other, options: [by.option] } : other)),
          none,
          order,
          best.cost - slack - base,
          moves.least(by.option.places),
        )
      }
      known = Math.max(known, least)
    }
    const { at: next } = bounds
    const rest = open.filter(other => other !== next)
    const branches = next.options
      .map(option => ({ option, price: option.minutes + priceOf(option.operations, done), way: moves.least(places | option.places) }))
      .sort((a, b) => a.price + a.way - b.price - b.way)
    const distinct = order
      ? branches
      : branches.filter(
          ({ option }) =>
            !branches.some(
              ({ option: other }) =>
                other !== option &&
                other.at === option.at &&
                other.minutes <= option.minutes &&
                isCovered(other.operations, option.operations, done) &&
                (other.minutes < option.minutes || !isCovered(option.operations, other.operations, done) || other.way < option.way),
            ),
        )
    for (const { option, price } of once ? distinct.slice(0, 1) : distinct) {
      chosen[next.goal] = option
      search(
        rest,
        unionOf(done, option.operations),
        cost + price,
        places | option.places,
        Math.max(known, option.firm),
        depth + 1,
        { goal: next.goal, option },
        once,
      )
    }
  }
  // Where the order is priced: straight down once, for something to beat; then everything that may beat it.
  let isProven = isWhole
  try {
    if (order) {
      search(undecided, none, 0, 0, 0, 0, undefined, true)
      improve()
    }
    search(undecided, none, 0, 0, 0, 0)
  } catch (error) {
    // Out of search: the best so far is an answer, if not the last word; an order that nobody has found yet may still be there.
    if (!(error instanceof BudgetSpent) || !best || !Number.isFinite(best.cost)) throw error
    isProven = false
  }
  // The search always comes to a leaf: its bounds cut nothing before there is one. A cost of Infinity says that no order keeps the rules.
  const { cost, done, options } = best as unknown as NonNullable<typeof best>
  if (!isWhole && !Number.isFinite(cost)) throw new BudgetSpent(budget?.most ?? 0)
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

/** An option that takes nothing more and touches no new place, and that no other beats. */
function freeOption(options: readonly Option[], done: Bits, places: number): Option | undefined {
  let free: Option | undefined
  for (const option of options)
    if (isWithin(option.operations, done) && (option.places & ~places) === 0 && (!free || option.minutes < free.minutes)) free = option
  return free && options.every(option => option.minutes >= free.minutes) ? free : undefined
}
