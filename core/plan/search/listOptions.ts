import type { LiftPosition, Needs, Slug } from '../../sheet/types'
import { isWithin, unionOf, type Bits } from './bits'
import { placeBit } from './leastMoves'
import { leastToMeet, meetNeeds, needsBound, type NumberedNeeds } from './meetNeeds'
import type { SearchBudget } from './searchBudget'
import type { Goal, OperationCost } from '../types'

/** A way with its needs met in one particular manner: every operation it takes, needs of needs included. */
export type Option = {
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
export type Open = { goal: number; options: readonly Option[]; used: Bits }

/** Ties go to fewer operations, then to the sheet's order: worked in as minutes too few to matter. */
export const perOperation = 1e-6
export const perWay = 1e-9

/** The operations of a choice by number, with what each costs. */
export type Numbered = {
  list: readonly OperationCost[]
  indexOf: ReadonlyMap<Slug, number>
  costs: readonly number[]
  numbered: (needs: Needs) => NumberedNeeds
  needsOf: readonly NumberedNeeds[]
}
/** Operations by index, with what each needs off, as sets of bits. */
export function numberOperations(operations: ReadonlyMap<Slug, OperationCost>): Numbered {
  const list = [...operations.values()]
  const indexOf = new Map(list.map((operation, i) => [operation.id, i]))
  // An operation the car does not have, or that is ruled out, is no alternative.
  const numbered = (needs: Needs): NumberedNeeds =>
    needs.map(anyOf => {
      const numbers: number[] = []
      for (const id of anyOf) {
        const i = indexOf.get(id)
        if (i !== undefined) numbers.push(i)
      }
      return numbers
    })
  return {
    list,
    indexOf,
    costs: list.map(operation => operation.cost + perOperation),
    numbered,
    needsOf: list.map(operation => numbered(operation.needs)),
  }
}

/**
 * For each goal its ways with their needs met, without those that another covers. `isWhole`: nothing was left out for being too much to
 * look at.
 */
export function listOptions(
  goals: readonly Goal[],
  { list, costs, numbered, needsOf }: Numbered,
  budget?: SearchBudget,
): { optionsOf: Option[][]; isWhole: boolean } {
  const opPlaces = list.map(operation => placeBit('sometime', operation.at))
  const placesOf = (wanted: Bits) => {
    let places = 0
    for (let word = 0; word < wanted.length; word++)
      for (let left = wanted[word]!; left !== 0; left &= left - 1) places |= opPlaces[word * 32 + 31 - Math.clz32(left & -left)]!
    return places
  }
  const bound = needsBound(costs, needsOf)
  let isWhole = true
  const optionsOf = goals.map(goal => {
    const options: Option[] = []
    for (const [i, way] of goal.ways.entries()) {
      const met = meetNeeds(numbered(way.needs), needsOf, costs, bound, budget)
      if (met.least !== undefined) isWhole = false
      const places = goal.stages.reduce((bits, stage) => bits | placeBit(stage, way.at), 0)
      for (const set of met.sets)
        options.push({
          way: i,
          at: way.at,
          minutes: way.minutes + i * perWay,
          operations: set,
          places: placesOf(set) | places,
          firm: 0,
          asked: false,
        })
    }
    return undominated(options)
  })
  return { optionsOf, isWhole }
}

/**
 * What all goals cost together at least, whatever is looked at: each operation's cost is split evenly among the goals that could use it, so
 * that no sharing makes the sum too high. In minutes. A bound of our own.
 */
export function leastOfAll(goals: readonly Goal[], { list, costs, numbered, needsOf }: Numbered): number {
  const users = list.map(() => 0)
  for (const goal of goals) {
    const used = new Set<number>(goal.ways.flatMap(way => numbered(way.needs).flat()))
    // A set visits what is added while it is walked.
    for (const i of used) for (const further of needsOf[i]!.flat()) used.add(further)
    for (const i of used) users[i]!++
  }
  const least = leastToMeet(
    costs.map((cost, i) => cost / Math.max(1, users[i]!)),
    needsOf,
  )
  return goals.reduce((sum, goal) => sum + Math.min(...goal.ways.map(way => way.minutes + least(numbered(way.needs)))), 0)
}

/** Every operation that any of the options takes; `none` is the empty set of their size. */
export const unionOfAll = (options: readonly Option[], none: Bits): Bits =>
  options.reduce<Bits>((any, option) => unionOf(any, option.operations), none)

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
