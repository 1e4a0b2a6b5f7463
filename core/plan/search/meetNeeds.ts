import { eachBit, hasBit, isWithin, noBits, withBit, type Bits } from './bits'
import type { SearchBudget } from './searchBudget'

/** Needs by number: an AND of ORs of operations. */
export type NumberedNeeds = readonly (readonly number[])[]
/** Least sets, cheapest first. `least`: what the sets that were not listed cost at least; absent: all are. */
export type Meetings = { sets: Bits[]; least?: number }

/** More least sets than any car has; a sheet may say more, and then the cheapest are weighed. */
const mostSets = 256
const mostTries = 4096

/**
 * What meeting some needs costs at least: of each list the cheapest operation with what that needs in turn, and of several lists the
 * dearest alone, for they may share everything. Infinity: they cannot be met. `done`: operations that cost nothing any more; what they need
 * is asked for beside. A bound of our own, for a best-first search (Hart, Nilsson and Raphael 1968).
 */
export function leastToMeet(costs: readonly number[], needsOf: readonly NumberedNeeds[], done?: Bits): (needs: NumberedNeeds) => number {
  const known = new Map<number, number>()
  const ofOne = (i: number): number => {
    if (done && hasBit(done, i)) return 0
    const before = known.get(i)
    if (before !== undefined) return before
    // What goes round in a circle is never reached.
    known.set(i, Infinity)
    const cost = costs[i]! + ofAll(needsOf[i]!)
    known.set(i, cost)
    return cost
  }
  const ofAll = (needs: NumberedNeeds): number =>
    needs.reduce((dearest, anyOf) => Math.max(dearest, Math.min(Infinity, ...anyOf.map(ofOne))), 0)
  return ofAll
}

/** Without alternatives there is but one set. */
function onlySet(needs: NumberedNeeds, needsOf: readonly NumberedNeeds[]): Bits | undefined {
  let set = noBits(needsOf.length)
  const left = [...needs]
  for (let anyOf = left.pop(); anyOf !== undefined; anyOf = left.pop()) {
    if (anyOf.length !== 1) return undefined
    const [i] = anyOf as [number]
    if (hasBit(set, i)) continue
    set = withBit(set, i)
    left.push(...needsOf[i]!)
  }
  return set
}

function countIn(needs: NumberedNeeds, into: Float64Array): void {
  for (const anyOf of needs) anyOf.forEach((i, at) => anyOf.indexOf(i) === at && into[i]!++)
}
/** What is asked of the same operations again and again: the least of some needs, and in how many of their own lists each stands. */
export type NeedsBound = { least: (needs: NumberedNeeds) => number; inTheirs: Float64Array; canBe: readonly boolean[] }
/** A bound from below, in minutes, on what meeting the needs that are still open costs. */
export function needsBound(costs: readonly number[], needsOf: readonly NumberedNeeds[]): NeedsBound {
  const inTheirs = new Float64Array(needsOf.length)
  for (const needs of needsOf) countIn(needs, inTheirs)
  const least = leastToMeet(costs, needsOf)
  return { least, inTheirs, canBe: costs.map((_, i) => Number.isFinite(least([[i]]))) }
}

/** More ways to meet some needs than most goals have: so many are listed one by one, more are searched. */
const mostListed = 48
/** Every set that meets some needs, alternative by alternative; undefined where there are too many to list. */
function everySet(needs: NumberedNeeds, needsOf: readonly NumberedNeeds[], canBe: readonly boolean[]): Bits[] | undefined {
  const sets: Bits[] = []
  let left = mostListed
  const go = (open: NumberedNeeds, done: Bits): void => {
    let at = 0
    while (at < open.length && open[at]!.some(i => hasBit(done, i))) at++
    if (at === open.length) {
      sets.push(done)
      return
    }
    for (const i of open[at]!) {
      if (!canBe[i] || --left < 0) continue
      const further = needsOf[i]!
      go(further.length === 0 ? open : [...further, ...open], withBit(done, i))
    }
  }
  go(needs, noBits(needsOf.length))
  return left < 0 ? undefined : sets
}

/** Without those that hold another, cheapest first: of all sets, every least one is among them. */
function leastOf(sets: readonly Bits[], costs: readonly number[]): Bits[] {
  const none = sets[0]!.map(() => 0)
  const priced = sets.map(set => {
    let cost = 0
    eachBit(set, none, i => (cost += costs[i]!))
    return { set, cost }
  })
  priced.sort((a, b) => a.cost - b.cost)
  // What is dearer may hold what is cheaper, never the other way round.
  const least: Bits[] = []
  for (const { set } of priced) if (!least.some(other => isWithin(other, set))) least.push(set)
  return least
}

type Partial = { open: NumberedNeeds; done: Bits; spent: number; estimate: number }

/**
 * The least sets of operations that meet some needs, needs of needs included, cheapest first: listed where they are few, else found by
 * best-first search with the bound of leastToMeet. No set contains another. Stops after `mostSets` sets or `mostTries` partial ones and
 * says what the rest cost at least. Operations by number, costs in minutes.
 */
export function meetNeeds(
  needs: NumberedNeeds,
  needsOf: readonly NumberedNeeds[],
  costs: readonly number[],
  { least, inTheirs, canBe }: NeedsBound,
  budget?: SearchBudget,
): Meetings {
  const none = noBits(needsOf.length)
  if (needs.length === 0) return { sets: [none] }
  if (!Number.isFinite(least(needs))) return { sets: [] }
  const sure = onlySet(needs, needsOf)
  if (sure) return { sets: [sure] }
  const listed = everySet(needs, needsOf, canBe)
  if (listed && listed.length > 0) {
    budget?.spend(1 + (listed.length >> 2))
    return { sets: listed.length === 1 ? listed : leastOf(listed, costs) }
  }
  const sets: Bits[] = []
  // An operation that stands in several lists may meet them all: each may count its part of the cost, and what all lists count is no more
  // than is spent.
  const lists = inTheirs.slice()
  countIn(needs, lists)
  const shares = (open: NumberedNeeds): number =>
    open.reduce((sum, anyOf) => sum + anyOf.reduce((low, i) => Math.min(low, costs[i]! / lists[i]!), Infinity), 0)
  const estimate = (open: NumberedNeeds, done: Bits, spent: number): number =>
    spent + Math.max(shares(open), leastToMeet(costs, needsOf, done)(open))
  const unmet = (open: NumberedNeeds, done: Bits) => open.filter(anyOf => !anyOf.some(i => hasBit(done, i)))
  const withOne = ({ open, done, spent }: Partial, i: number): Partial => {
    const more = withBit(done, i)
    const left = unmet([...needsOf[i]!, ...open], more)
    const cost = spent + costs[i]!
    return { open: left, done: more, spent: cost, estimate: estimate(left, more, cost) }
  }
  const first: Partial = { open: needs, done: none, spent: 0, estimate: Math.max(shares(needs), least(needs)) }
  const queue = [first]
  for (let tries = 0; queue.length > 0; tries++) {
    budget?.spend(1 + (queue.length >> 6))
    let next = 0
    for (let i = 1; i < queue.length; i++) if (queue[i]!.estimate < queue[next]!.estimate) next = i
    const partial = queue[next]!
    if (sets.length >= mostSets || (tries >= mostTries && sets.length > 0)) return { sets, least: partial.estimate }
    if (tries >= mostTries) return { sets: [straightDown(partial, withOne)], least: partial.estimate }
    queue[next] = queue.at(-1)!
    queue.pop()
    if (sets.some(other => isWithin(other, partial.done))) continue
    const open = partial.open[0]
    if (!open) sets.push(trimmed(partial.done, needs, needsOf))
    else for (const i of open) queue.push(...[withOne(partial, i)].filter(({ estimate }) => Number.isFinite(estimate)))
  }
  return { sets }
}

/** Always the alternative that promises least: a set to go on with where there are too many to look at. */
function straightDown(from: Partial, withOne: (partial: Partial, i: number) => Partial): Bits {
  let partial = from
  while (partial.open.length > 0) {
    const { open, ...rest } = partial
    partial = open[0]!.map(i => withOne({ open, ...rest }, i)).reduce((best, other) => (other.estimate < best.estimate ? other : best))
  }
  return partial.done
}

/** Without the operations that nothing asks for any more: a later choice may have met an earlier list as well. */
function trimmed(done: Bits, needs: NumberedNeeds, needsOf: readonly NumberedNeeds[]): Bits {
  const members: number[] = []
  eachBit(done, noBits(needsOf.length), i => members.push(i))
  const isMetBy = (set: readonly number[]) =>
    [needs, ...set.map(i => needsOf[i]!)].every(lists => lists.every(anyOf => anyOf.some(i => set.includes(i))))
  let left = members
  for (const i of members) {
    const without = left.filter(other => other !== i)
    if (isMetBy(without)) left = without
  }
  return left.length === members.length ? done : left.reduce<Bits>(withBit, noBits(needsOf.length))
}
