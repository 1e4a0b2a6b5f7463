import { fail, ok, type Result } from '../result'
import type { LiftPosition, Needs, Slug } from '../sheet/types'
import { eachBit, hasBit, isWithin, noBits, sharedOf, unionOf, withBit, type Bits } from './bits'
import { placeBit } from './leastMoves'
import type { KnownWay, OrderPrice } from './priceOrder'
import type { SearchBudget } from './searchBudget'
import type { AccessIssue, Goal, OperationCost } from './types'

/** A way for each goal, by index, and the operations on it, needs of needs included; the operations all of them take together. */
export type WayChoice = {
  ways: Record<string, number>
  through: Record<string, readonly Slug[]>
  operations: ReadonlySet<Slug>
  cost: number
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
/** A way with its needs met in one particular manner: every operation it takes, needs of needs included. */
type Option = {
  way: number
  at: LiftPosition
  minutes: number
  operations: Bits
  places: number
  /** Moves that any choice with it takes, as far as anybody has asked. */
  firm: number
  asked: boolean
}

/** A goal not decided yet, the options still in question, and all the operations any of them takes. */
type Open = { goal: number; options: readonly Option[]; used: Bits }

/** Ties go to fewer operations, then to the sheet's order: worked in as minutes too few to matter. */
const perOperation = 1e-6
const perWay = 1e-9
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
  const list = [...operations.values()]
  const indexOf = new Map(list.map((operation, i) => [operation.id, i]))
  const costs = list.map(operation => operation.cost + perOperation)
  const opPlaces = list.map(operation => placeBit('sometime', operation.at))
  const priceOf = (wanted: Bits, done: Bits) => {
    let sum = 0
    eachBit(wanted, done, i => (sum += costs[i]!))
    return sum
  }
  const placesOf = (wanted: Bits) => {
    let places = 0
    eachBit(wanted, none, i => (places |= opPlaces[i]!))
    return places
  }
  const none = noBits(list.length)
  const idsOf = (bits: Bits): Slug[] => {
    const ids: Slug[] = []
    eachBit(bits, none, i => ids.push(list[i]!.id))
    return ids
  }
  // An operation the car does not have, or that is ruled out, is no alternative.
  const numbered = (needs: Needs): NumberedNeeds => needs.map(anyOf => anyOf.flatMap(id => indexOf.get(id) ?? []))
  const needsOf = list.map(operation => numbered(operation.needs))
  const { order, budget } = moves
  const optionsOf = goals.map(goal =>
    undominated(
      goal.ways.flatMap((way, i) => {
        const needs = numbered(way.needs)
        const places = goal.stages.reduce((bits, stage) => bits | placeBit(stage, way.at), 0)
        return meetings(needs, none, needsOf, budget).map((met): Option => ({
          way: i,
          at: way.at,
          minutes: way.minutes + i * perWay,
          operations: met,
          places: placesOf(met) | places,
          firm: 0,
          asked: false,
        }))
      }),
    ),
  )
  const shut = optionsOf.findIndex(options => options.length === 0)
  if (shut >= 0) return fail({ code: 'ACCESS_NO_WAY', goal: goals[shut]!.id })

  let best: { cost: number; moves: number; done: Bits; options: readonly Option[] } | undefined
  const chosen: Option[] = []
  const bounds = new ShareBound(costs, optionsOf, order ? 5 : 0)
  const undecided = optionsOf.map((options, goal): Open => ({ goal, options, used: unionOfAll(options, none) }))
  const orderOf = (open: readonly Open[], done: Bits, order: OrderPrice, enough: number, least: number): number => {
    const known: KnownWay[] = goals.map((_, i) => chosen[i]!)
    let taken = done
    for (const { goal, options } of open) {
      const shared = options.reduce((common, option) => sharedOf(common, option.operations), options[0]!.operations)
      known[goal] = { at: options.every(option => option.at === options[0]!.at) ? options[0]!.at : undefined, operations: shared }
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
  if (order) {
    search(undecided, none, 0, 0, 0, 0, undefined, true)
    improve()
  }
  search(undecided, none, 0, 0, 0, 0)
  // The search always comes to a leaf: its bounds cut nothing before there is one. A cost of Infinity says that no order keeps the rules.
  const { cost, done, options } = best as unknown as NonNullable<typeof best>
  const ways = Object.fromEntries(goals.map((goal, i) => [goal.id, options[i]!.way]))
  const through = Object.fromEntries(goals.map((goal, i) => [goal.id, idsOf(options[i]!.operations)]))
  const taken = new Set(idsOf(done))
  const trifles = taken.size * perOperation + options.reduce((sum, { way }) => sum + way * perWay, 0)
  return ok({ ways, through, operations: taken, cost: Math.round((cost - trifles) * 1e5) / 1e5 })
}

const isCovered = (fewer: Bits, more: Bits, done: Bits): boolean => fewer.every((word, i) => (word & ~done[i]! & ~more[i]!) === 0)

/** An option that takes nothing more and touches no new place, and that no other beats. */
function freeOption(options: readonly Option[], done: Bits, places: number): Option | undefined {
  let free: Option | undefined
  for (const option of options)
    if (isWithin(option.operations, done) && (option.places & ~places) === 0 && (!free || option.minutes < free.minutes)) free = option
  return free && options.every(option => option.minutes >= free.minutes) ? free : undefined
}

/** Drops options that another one covers: same position, no more operations taken, no more minutes. */
const undominated = (options: readonly Option[]): Option[] =>
  options.filter(
    (option, i) =>
      !options.some(
        (other, j) =>
          i !== j &&
          other.at === option.at &&
          other.minutes <= option.minutes &&
          isWithin(other.operations, option.operations) &&
          (other.minutes < option.minutes || !isWithin(option.operations, other.operations) || j < i),
      ),
  )

type NumberedNeeds = readonly (readonly number[])[]

/** Every least set of operations that meets the needs, needs of needs included. */
function meetings(needs: NumberedNeeds, taken: Bits, needsOf: readonly NumberedNeeds[], budget?: SearchBudget): Bits[] {
  const found: Bits[] = []
  const meet = (open: NumberedNeeds, done: Bits): void => {
    budget?.spend(1 + (found.length >> 4))
    let met = 0
    while (met < open.length && open[met]!.some(i => hasBit(done, i))) met++
    if (met === open.length) {
      if (!found.some(other => isWithin(other, done))) found.push(done)
      return
    }
    const rest = open.slice(met + 1)
    for (const i of open[met]!) meet(needsOf[i]!.length > 0 ? [...needsOf[i]!, ...rest] : rest, withBit(done, i))
  }
  meet(needs, taken)
  return found
}

const unionOfAll = (options: readonly Option[], none: Bits): Bits =>
  options.reduce<Bits>((any, option) => unionOf(any, option.operations), none)

/**
 * Least extra cost of the open goals: each operation's cost is split among the goals that may take it, each goal takes its cheapest option
 * at those prices, and whatever the split the sum is never too high (a dual of the covering problem). It begins with equal shares; then
 * what a goal does not need of its shares goes to those it would make dearer, in rounds, while that raises the sum. Also the goal to branch
 * on: the one whose second-best option costs most more than its best. The innermost loop of a plan, so without closures.
 */
class ShareBound {
  at!: Open
  readonly #costs: readonly number[]
  /** What is left of an operation's cost for anybody who can use it. */
  readonly #pool: Float64Array
  /** A row of shares for each goal. */
  #shares: readonly Float64Array[] = []
  /** Shares as each level of the search left them. */
  readonly #levels: Float64Array[][] = []
  readonly #prices: Float64Array[]
  #done: Bits = []

  /** More than five rounds tighten the bound by less than they cost; where moves are cheap to price, each does. */
  constructor(
    costs: readonly number[],
    optionsOf: readonly (readonly Option[])[],
    readonly rounds: number,
  ) {
    this.#costs = costs
    this.#pool = new Float64Array(costs.length)
    this.#prices = optionsOf.map(options => new Float64Array(options.length))
  }

  /** Another level of the search: it begins with the shares as the level above left them. */
  enter(open: readonly Open[], depth: number): void {
    if (this.rounds === 0) return
    while (this.#levels.length <= depth) this.#levels.push(this.#prices.map(() => new Float64Array(this.#costs.length)))
    const rows = this.#levels[depth]!
    if (depth > 0) for (const { goal } of open) rows[goal]!.set(this.#levels[depth - 1]![goal]!)
    else this.#split(open, [], rows)
  }

  /** Equal shares for all goals that may use an operation. */
  #split(open: readonly Open[], done: Bits, rows?: readonly Float64Array[]): void {
    const pool = this.#pool
    pool.fill(0)
    for (const { used } of open)
      for (let word = 0; word < used.length; word++)
        for (let left = used[word]! & ~(done[word] ?? 0); left !== 0; left &= left - 1) pool[word * 32 + 31 - Math.clz32(left & -left)]!++
    for (let i = 0; i < pool.length; i++) if (pool[i]! > 0) pool[i] = this.#costs[i]! / pool[i]!
    if (rows) for (const { goal } of open) rows[goal]!.set(pool)
  }

  /** The bound; no better than `enough`, once it is that good. */
  of(open: readonly Open[], done: Bits, depth: number, enough: number): number {
    this.#done = done
    const pool = this.#pool
    if (this.rounds === 0) this.#split(open, done)
    else {
      this.#shares = this.#levels[depth]!
      // What nobody has a share of, or had who is settled by now, is anybody's.
      pool.set(this.#costs)
      for (const { goal, used } of open) {
        const shares = this.#shares[goal]!
        for (let word = 0; word < used.length; word++) {
          for (let left = used[word]! & ~done[word]!; left !== 0; left &= left - 1) {
            const i = word * 32 + 31 - Math.clz32(left & -left)
            pool[i]! -= shares[i]!
          }
        }
      }
      for (let i = 0; i < pool.length; i++) if (pool[i]! < 0) pool[i] = 0
    }
    let bound = 0
    let regret = -1
    for (const candidate of open) {
      const { goal, options } = candidate
      this.#price(goal, options, this.rounds === 0 ? pool : this.#shares[goal]!)
      let [least, second] = [Infinity, Infinity]
      for (let k = 0; k < options.length; k++) {
        const price = this.#prices[goal]![k]!
        if (price < least) {
          second = least
          least = price
        } else if (price < second) second = price
      }
      bound += least
      if (second - least > regret) {
        regret = second - least
        this.at = candidate
      }
    }
    for (let round = 0; round < this.rounds && bound < enough; round++) {
      for (const candidate of open) this.#release(candidate)
      let raised = 0
      for (const candidate of open) raised += this.#take(candidate)
      bound += raised
      if (raised < 1e-3) break
    }
    return bound
  }

  /**
   * Without the options that, dearer than the cheapest of their goal and with the moves they take, leave no room; the same list when there
   * are none.
   */
  within(open: readonly Open[], room: number, moves: number): readonly Open[] {
    let changed = false
    const kept = open.map((candidate): Open => {
      const { goal, options } = candidate
      const prices = this.#prices[goal]!
      const first = leastOf(prices, options.length)
      const left = options.filter((option, k) => prices[k]! - first + Math.max(moves, option.firm) < room)
      if (left.length === options.length) return candidate
      changed = true
      return {
        goal,
        options: left,
        used: unionOfAll(
          left,
          this.#done.map(() => 0),
        ),
      }
    })
    return changed ? kept : open
  }

  /** Prices a goal's options by shares. */
  #price(goal: number, options: readonly Option[], shares: Float64Array): void {
    const [done, prices] = [this.#done, this.#prices[goal]!]
    for (let k = 0; k < options.length; k++) {
      const { minutes, operations } = options[k]!
      let price = minutes
      for (let word = 0; word < operations.length; word++)
        for (let left = operations[word]! & ~done[word]!; left !== 0; left &= left - 1)
          price += shares[word * 32 + 31 - Math.clz32(left & -left)]!
      prices[k] = price
    }
  }

  /** Gives to the pool what a goal's options are dearer than its cheapest. */
  #release({ goal, options, used }: Open): void {
    const [done, shares, prices, pool] = [this.#done, this.#shares[goal]!, this.#prices[goal]!, this.#pool]
    const first = leastOf(prices, options.length)
    for (let word = 0; word < used.length; word++) {
      for (let left = used[word]! & ~done[word]!; left !== 0; left &= left - 1) {
        const bit = left & -left
        const i = word * 32 + 31 - Math.clz32(bit)
        let spare = shares[i]!
        for (let k = 0; k < options.length && spare > 0; k++)
          if ((options[k]!.operations[word]! & bit) !== 0 && prices[k]! - first < spare) spare = prices[k]! - first
        if (spare <= 0) continue
        shares[i]! -= spare
        pool[i]! += spare
        for (let k = 0; k < options.length; k++) if ((options[k]!.operations[word]! & bit) !== 0) prices[k]! -= spare
      }
    }
  }

  /** Takes from the pool what makes a goal's cheapest option dearer, step by step; gives the minutes gained. */
  #take({ goal, options }: Open): number {
    const [done, shares, prices, pool] = [this.#done, this.#shares[goal]!, this.#prices[goal]!, this.#pool]
    const before = leastOf(prices, options.length)
    for (let step = 0; step < 2 * options.length; step++) {
      let [cheapest, second] = [0, Infinity]
      for (let k = 1; k < options.length; k++) {
        if (prices[k]! < prices[cheapest]!) {
          second = prices[cheapest]!
          cheapest = k
        } else if (prices[k]! < second) second = prices[k]!
      }
      // Among equals a little is taken at a time, so that they rise together.
      let wanted = Math.max(second - prices[cheapest]!, 0.5)
      const { operations } = options[cheapest]!
      let taken = false
      for (let word = 0; word < operations.length && wanted > 0; word++) {
        for (let left = operations[word]! & ~done[word]!; left !== 0 && wanted > 0; left &= left - 1) {
          const bit = left & -left
          const i = word * 32 + 31 - Math.clz32(bit)
          const part = Math.min(pool[i]!, wanted)
          if (part <= 0) continue
          pool[i]! -= part
          shares[i]! += part
          wanted -= part
          taken = true
          for (let k = 0; k < options.length; k++) if ((options[k]!.operations[word]! & bit) !== 0) prices[k]! += part
        }
      }
      if (!taken) break
    }
    return leastOf(prices, options.length) - before
  }
}

function leastOf(prices: Float64Array, count: number): number {
  let least = prices[0]!
  for (let k = 1; k < count; k++) if (prices[k]! < least) least = prices[k]!
  return least
}
