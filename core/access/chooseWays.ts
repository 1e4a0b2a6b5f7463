import { fail, ok, type Result } from '../result'
import type { LiftPosition, Needs, Slug } from '../sheet/types'
import { eachBit, hasBit, isWithin, noBits, unionOf, withBit, type Bits } from './bits'
import { placeBit } from './leastMoves'
import type { AccessIssue, Goal, OperationCost } from './types'

export type WayChoice = { ways: Record<string, number>; operations: ReadonlySet<Slug>; cost: number }
export type MovePricing = {
  /** A lower bound for what any order costs that touches these places (bits of placeBit). */
  least: (places: number) => number;
  /** A better lower bound for a choice with some goals still open; dearer to work out, so asked only where the others let a branch live. */
  partial?: (choice: { ways: Readonly<Record<string, number>>; operations: ReadonlySet<Slug> }) => number;
  /** What the best order of a finished choice costs; not below `least` of its places. */
  exact: (choice: WayChoice) => number
}
/** A way with its needs met in one particular manner: every operation it takes, needs of needs included. */
type Option = { way: number; at: LiftPosition; minutes: number; operations: Bits; places: number }

/** Ties go to fewer operations, then to the sheet's order: worked in as minutes too few to matter. */
const perOperation = 1e-6
const perWay = 1e-9
const slack = 1e-10

/**
 * One way for each goal and the operations they need, at least total cost: operation costs, way minutes and the moves of the car. Exact: branch and bound over the
 * goals' options. The bound prices every operation not yet taken in shares among the goals that may use it (a dual of the covering problem, so never too high), and the moves by the
 * places touched so far. Costs must not be negative. Refuses a goal that no way leads to.
 */
export function chooseWays(goals: readonly Goal[], operations: ReadonlyMap<Slug, OperationCost>, moves: MovePricing): Result<WayChoice, AccessIssue> {
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
  const takenOf = (done: Bits): Set<Slug> => {
    const taken = new Set<Slug>()
    eachBit(done, none, i => taken.add(list[i]!.id))
    return taken
  }
  const optionsOf = goals.map(goal => undominated(goal.ways.flatMap((way, i) => meetings(way.needs, none, list, indexOf).map((met): Option =>
    ({ way: i, at: way.at, minutes: way.minutes + i * perWay, operations: met, places: placesOf(met) | goal.stages.reduce((bits, stage) => bits | placeBit(stage, way.at), 0) })))))
  const shut = optionsOf.findIndex(options => options.length === 0)
  if (shut >= 0) return fail({ code: 'ACCESS_NO_WAY', goal: goals[shut]!.id })

  let best: { cost: number; choice: WayChoice } | undefined
  const chosen = new Int32Array(goals.length)
  const shares = new Float64Array(list.length)
  const usedBy = optionsOf.map(options => options.reduce<Bits>((any, option) => unionOf(any, option.operations), none))
  // `firm`: moves known to be needed further up; deciding more never takes any back.
  const search = (undecided: readonly number[], done: Bits, cost: number, places: number, firm: number): void => {
    // What is free already, or has no alternative, is settled first.
    let open = undecided
    for (let settled = true; settled;) {
      settled = false
      const left: number[] = []
      for (const goal of open) {
        const options = optionsOf[goal]!
        const sure = options.length === 1 ? options[0] : freeOption(options, done, places)
        if (!sure) {
          left.push(goal)
          continue
        }
        chosen[goal] = sure.way
        cost += sure.minutes + priceOf(sure.operations, done)
        done = unionOf(done, sure.operations)
        places |= sure.places
        settled = true
      }
      open = left
    }
    const paid = cost + Math.max(firm, moves.least(places))
    if (best && paid >= best.cost - slack) return
    if (open.length === 0) {
      const choice: WayChoice = { ways: Object.fromEntries(goals.map((goal, i) => [goal.id, chosen[i]!])), operations: takenOf(done), cost }
      const total = cost + moves.exact(choice)
      if (!best || total < best.cost - slack) best = { cost: total, choice: { ...choice, cost: total } }
      return
    }
    const { bound, at } = shareBound(open, optionsOf, usedBy, done, costs, shares)
    if (best && paid + bound >= best.cost - slack) return
    let known = firm
    if (best && moves.partial) {
      const settled = Object.fromEntries(goals.flatMap((goal, i) => open.includes(i) ? [] : [[goal.id, chosen[i]!]]))
      known = Math.max(firm, moves.partial({ ways: settled, operations: takenOf(done) }))
      if (cost + bound + known >= best.cost - slack) return
    }
    const goal = at
    const rest = open.filter(other => other !== goal)
    const branches = optionsOf[goal]!.map(option => ({ option, price: option.minutes + priceOf(option.operations, done) })).sort((a, b) => a.price - b.price)
    const kept = branches.filter(({ option }, i) => !branches.some((other, j) => j < i && other.option.at === option.at && other.option.minutes <= option.minutes && isCovered(other.option.operations, option.operations, done)))
    for (const { option, price } of kept) {
      chosen[goal] = option.way
      search(rest, unionOf(done, option.operations), cost + price, places | option.places, known)
    }
  }
  search(goals.map((_, i) => i), none, 0, 0, 0)
  // The search always comes to a leaf: its bounds cut nothing before there is one. A cost of Infinity says that no order keeps the rules.
  const { choice } = best as unknown as { choice: WayChoice }
  const trifles = choice.operations.size * perOperation + Object.values(choice.ways).reduce((sum, way) => sum + way * perWay, 0)
  return ok({ ...choice, cost: Math.round((choice.cost - trifles) * 1e5) / 1e5 })
}

const isCovered = (fewer: Bits, more: Bits, done: Bits): boolean => fewer.every((word, i) => (word & ~done[i]! & ~more[i]!) === 0)

/** An option that takes nothing more and touches no new place, and that no other beats. */
function freeOption(options: readonly Option[], done: Bits, places: number): Option | undefined {
  let free: Option | undefined
  for (const option of options) if (isWithin(option.operations, done) && (option.places & ~places) === 0 && (!free || option.minutes < free.minutes)) free = option
  return free && options.every(option => option.minutes >= free.minutes) ? free : undefined
}

/** Drops options that another one covers: same position, no more operations, no more minutes. */
function undominated(options: readonly Option[]): Option[] {
  return options.filter((option, i) => !options.some((other, j) => i !== j && other.at === option.at && other.minutes <= option.minutes && isWithin(other.operations, option.operations)
    && (other.minutes < option.minutes || !isWithin(option.operations, other.operations) || j < i)))
}

/** Every least set of operations that meets the needs, needs of needs included. An operation the car does not have, or that is ruled out, is no alternative. */
function meetings(needs: Needs, taken: Bits, list: readonly OperationCost[], indexOf: ReadonlyMap<Slug, number>): Bits[] {
  const found: Bits[] = []
  const meet = (open: Needs, done: Bits): void => {
    const next = open.find(anyOf => !anyOf.some(id => indexOf.has(id) && hasBit(done, indexOf.get(id)!)))
    if (!next) {
      if (!found.some(other => isWithin(other, done))) found.push(done)
      return
    }
    const rest = open.filter(anyOf => anyOf !== next)
    for (const id of next) {
      const i = indexOf.get(id)
      if (i !== undefined) meet([...list[i]!.needs, ...rest], withBit(done, i))
    }
  }
  meet(needs, taken)
  return found
}

/**
 * Least extra cost of the undecided goals, each paying an equal share of what it may take: no operation is paid more than once, so the sum is never too high. Also the goal to
 * branch on: the one whose second-best option costs most more than its best. The innermost loop of a plan, so without closures.
 */
function shareBound(open: readonly number[], optionsOf: readonly (readonly Option[])[], usedBy: readonly Bits[], done: Bits, costs: readonly number[], shares: Float64Array): { bound: number; at: number } {
  shares.fill(0)
  for (const goal of open) {
    const used = usedBy[goal]!
    for (let word = 0; word < used.length; word++) {
      for (let left = used[word]! & ~done[word]!; left !== 0; left &= left - 1) shares[word * 32 + 31 - Math.clz32(left & -left)]!++
    }
  }
  for (let i = 0; i < shares.length; i++) if (shares[i]! > 0) shares[i] = costs[i]! / shares[i]!
  let bound = 0
  let at = open[0]!
  let regret = -1
  for (const goal of open) {
    let first = Infinity
    let second = Infinity
    for (const option of optionsOf[goal]!) {
      let price = option.minutes
      const { operations } = option
      for (let word = 0; word < operations.length; word++) {
        for (let left = operations[word]! & ~done[word]!; left !== 0; left &= left - 1) price += shares[word * 32 + 31 - Math.clz32(left & -left)]!
      }
      if (price < first) {
        second = first
        first = price
      } else if (price < second) second = price
    }
    bound += first
    if (second - first > regret) {
      regret = second - first
      at = goal
    }
  }
  return { bound, at }
}
