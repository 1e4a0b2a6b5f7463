import { fail, ok, type Result } from '../../result'
import { liftPositions, type LiftPosition } from '../../sheet/types'
import { leastMoves } from './leastMoves'
import type { Rest } from '../../sheet/carRests'
import type { SearchBudget } from './searchBudget'
import type { TaskKind } from '../tasks/taskKinds'
import type { AccessIssue, MoveMinutes, Task } from '../types'

export type Travel = { start: LiftPosition; end: LiftPosition; moveMinutes: MoveMinutes; budget?: SearchBudget }
/** The sequence of positions, the stop at which the engine is started (none: it never is), and the minutes spent moving the car. */
export type Stops = {
  stops: LiftPosition[]
  runs: number
  moves: number
  cost: number
  /** At each stop, what the car rests on that has come off by its end. */
  off: ReadonlySet<string>[]
}

/** Tasks in an order that keeps the arrows, as sets of bits: who waits for whom, and what can be done where. */
export type Graph = {
  words: number
  all: Int32Array
  /** For each task, the words of the tasks it waits for. */
  before: Int32Array
  /** For each position, what can be done there; and what can be done only there. */
  doable: Int32Array[]
  only: Int32Array[]
  /** The tasks of line work, of filling and of proving: one after the other in any order that keeps the arrows. */
  stages: readonly Int32Array[]
  /** Parts that hands stay away from while the engine runs. */
  still: Int32Array
  run: number
  stop: number
  /** Tasks that something before them may wait for: one look through is not enough when one of them is done. */
  backward: Int32Array
  /** What the car rests on, or is held by from the floor: its coming off (−1: it is off) and its going on, by number. */
  rests: readonly Resting[]
}
export type Resting = { off: number; on: number; rest: Rest }
type Node = { done: Int32Array; at: number; cost: number; moves: number; estimate: number; before: Node | undefined }

const has = (bits: Int32Array, i: number) => ((bits[i >> 5]! >>> (i & 31)) & 1) === 1
/** The typed twin of the one in bits.ts: an order is priced hundreds of times for a plan. */
function isWithin(a: Int32Array, b: Int32Array): boolean {
  for (let word = 0; word < a.length; word++) if ((a[word]! & ~b[word]!) !== 0) return false
  return true
}
const add = (bits: Int32Array, i: number) => {
  bits[i >> 5]! |= 1 << (i & 31)
}

/** The graph, or the tasks that wait for each other, or for what does not exist. */
function graphOf(tasks: readonly Task[]): (Graph & { rankOf: (task: Task) => number }) | readonly Task[] {
  const size = tasks.length
  const indexOf = new Map<string, number>()
  for (let i = 0; i < size; i++) indexOf.set(tasks[i]!.id, i)
  const followers: number[][] = Array.from({ length: size }, () => [])
  const left = new Int32Array(size)
  for (let i = 0; i < size; i++) {
    for (const id of tasks[i]!.after) {
      left[i]!++
      const before = indexOf.get(id)
      if (before !== undefined) followers[before]!.push(i)
    }
  }
  const order: number[] = []
  for (let i = 0; i < size; i++) if (left[i] === 0) order.push(i)
  for (let k = 0; k < order.length; k++) for (const follower of followers[order[k]!]!) if (--left[follower]! === 0) order.push(follower)
  if (order.length < size) return tasks.filter((_, i) => left[i]! > 0)
  const words = Math.ceil(size / 32)
  const rank = new Int32Array(size)
  for (let k = 0; k < size; k++) rank[order[k]!] = k
  const before = new Int32Array(size * words)
  const all = new Int32Array(words)
  const doable = liftPositions.map(() => new Int32Array(words))
  const only = liftPositions.map(() => new Int32Array(words))
  const still = new Int32Array(words)
  const stages = [0, 1, 2].map(() => new Int32Array(words))
  let [run, stop] = [-1, -1]
  for (let i = 0; i < size; i++) {
    const task = tasks[i]!
    const k = rank[i]!
    add(all, k)
    for (const follower of followers[i]!) before[rank[follower]! * words + (k >> 5)]! |= 1 << (k & 31)
    for (let p = 0; p < liftPositions.length; p++) {
      if (task.at === undefined || task.at === liftPositions[p]) add(doable[p]!, k)
      if (task.at === liftPositions[p]) add(only[p]!, k)
    }
    if (task.still) add(still, k)
    const stage = stageOf(task)
    if (stage >= 0) add(stages[stage]!, k)
    if (task.kind === 'run') run = k
    if (task.kind === 'stop') stop = k
  }
  const backward = new Int32Array(words)
  if (stop >= 0) add(backward, stop)
  const rests = tasks.flatMap((task, i): Resting[] => {
    if (task.kind !== 'on' || !task.rests) return []
    const off = tasks.findIndex(other => other.kind === 'off' && other.target === task.target)
    return [{ off: off < 0 ? -1 : rank[off]!, on: rank[i]!, rest: task.rests }]
  })
  const rankOf = (task: Task): number => rank[indexOf.get(task.id)!]!
  return { words, all, before, doable, only, stages, still, run, stop, backward, rests, rankOf }
}

/** Off, and not on again. */
const isOpen = ({ off, on }: Resting, done: Int32Array) => (off < 0 || has(done, off)) && !has(done, on)
const ground = liftPositions.indexOf('ground')
/** May the car be moved there, or its engine start there, as far as what it rests on goes? */
const mayBe = ({ rests }: Graph, done: Int32Array, at: number): boolean =>
  !rests.some(one => (one.rest === 'floor' || at === ground) && isOpen(one, done))

const isRunning = ({ run, stop }: Graph, done: Int32Array) => run >= 0 && stop >= 0 && has(done, run) && !has(done, stop)

function isReady({ words, before }: Graph, done: Int32Array, task: number): boolean {
  for (let word = 0; word < words; word++) if ((before[task * words + word]! & ~done[word]!) !== 0) return false
  return true
}

/** Does what can be done at a position, until nothing more can. */
function workOn(graph: Graph, done: Int32Array, at: number, mayRun: boolean, keepsOn = false): void {
  const { words, doable, still, run, stop, backward } = graph
  const here = doable[at]!
  let running = isRunning(graph, done)
  for (let again = true; again;) {
    again = false
    for (let word = 0; word < words; word++) {
      for (let left = here[word]! & ~done[word]!; left !== 0; left &= left - 1) {
        const bit = left & -left
        const k = word * 32 + 31 - Math.clz32(bit)
        if ((k === run && !(mayRun && mayBe(graph, done, at))) || (running && (still[word]! & bit) !== 0)) continue
        if (keepsOn && graph.rests.some(({ off }) => off === k)) continue
        if (!isReady(graph, done, k)) continue
        done[word]! |= bit
        if ((backward[word]! & bit) !== 0) again = true
        if (k === run && stop >= 0) running = true
        else if (k === stop) running = false
      }
    }
  }
}

/**
 * Everything that can be done at a position. The engine is started last; where starting it would keep hands from something, it may also be
 * left for a later stop. What the car rests on may stay on until a later stop too: off, it keeps the car from the ground.
 */
function workedAt(graph: Graph, from: Int32Array, at: number): Int32Array[] {
  const worked = workedBy(graph, from, at, false)
  const takesOff = graph.rests.some(({ off }) => off >= 0 && !has(from, off) && worked.some(done => has(done, off)))
  return takesOff ? [...worked, ...workedBy(graph, from, at, true)] : worked
}
function workedBy(graph: Graph, from: Int32Array, at: number, keepsOn: boolean): Int32Array[] {
  const { run, still, words } = graph
  const held = from.slice()
  workOn(graph, held, at, false, keepsOn)
  if (run < 0 || has(held, run) || !isReady(graph, held, run) || !mayBe(graph, held, at)) return [held]
  const started = held.slice()
  workOn(graph, started, at, true, keepsOn)
  if (!isRunning(graph, started)) return [started]
  for (let word = 0; word < words; word++) if ((still[word]! & ~started[word]!) !== 0) return [started, held]
  return [started]
}

const stageKinds: readonly (readonly TaskKind[])[] = [
  ['open', 'release', 'withdraw', 'renew', 'fit', 'seat', 'torque', 'fasten'],
  ['fill', 'bleed'],
  ['level', 'leak'],
]
/**
 * Which of the stages of leastMoves a task belongs to; −1: any. Its number, from 0. The search is best-first with an estimate that is never
 * too high (Hart, Nilsson and Raphael 1968).
 */
export const stageOf = ({ kind, phase }: Task): number =>
  kind === 'level' && phase === 'fill' ? 1 : stageKinds.findIndex(kinds => kinds.includes(kind))

const refOf = ({ kind, target }: Task) => ({ kind, target })

/**
 * The sequence of lift positions with the least minutes spent moving the car. Exact: at every stop it never hurts to do all that can be
 * done there, except perhaps to start the engine; so only the sequence of positions is searched, cheapest first (A*, with the least moves
 * between the positions still needed), and a state is passed over when another at the same position has done as much for no more. Refuses
 * tasks that wait for each other.
 */
export function leastStops(tasks: readonly Task[], travel: Travel): Result<Stops, AccessIssue> {
  const graph = graphOf(tasks)
  if (!('words' in graph)) return fail({ code: 'ACCESS_ORDER_IMPOSSIBLE', tasks: graph.map(refOf) })
  const last = searchStops(graph, travel, leastAhead(travel), new Int32Array(graph.words))
  if (!last) return fail({ code: 'ACCESS_ORDER_IMPOSSIBLE', tasks: tasks.map(refOf) })
  const { stops, runs } = trailOf(graph, last)
  const resting = tasks.filter(({ kind, rests }) => kind === 'off' && rests)
  const off: ReadonlySet<string>[] = []
  for (let node: Node | undefined = last; node; node = node.before) {
    const { done } = node
    off.push(new Set(resting.filter(task => has(done, graph.rankOf(task))).map(({ id }) => id)))
  }
  return ok({ stops: stops.map(at => liftPositions[at]!), runs, moves: last.moves, cost: last.cost, off: off.reverse() })
}

/** A sequence of stops by number, the one at which the engine is started (−1: none), and its minutes. */
export type Trail = { stops: readonly number[]; runs: number; cost: number }
/** The way to a node, from the first stop to the last. */
export function trailOf({ run }: Graph, last: Node): Trail {
  const stops: number[] = []
  let runs = -1
  for (let node: Node | undefined = last; node; node = node.before) {
    stops.push(node.at)
    if (run >= 0 && has(node.done, run)) runs = stops.length
  }
  return { stops: stops.reverse(), runs: runs < 0 ? -1 : stops.length - runs, cost: last.cost }
}

/** Does everything get done along these stops, when the engine is started at the one given, or later? */
export function isDoneAlong(graph: Graph, { stops, runs }: Trail, begun: Int32Array): boolean {
  const done = begun.slice()
  for (let i = 0; i < stops.length; i++) {
    if (i > 0 && !mayBe(graph, done, stops[i]!)) return false
    workOn(graph, done, stops[i]!, i >= runs)
  }
  return isWithin(graph.all, done)
}

/** For each position, the least minutes from there through places still needed; kept, for there are few. */
export const leastAhead = ({ end, moveMinutes }: Travel) => liftPositions.map(at => leastMoves(at, end, moveMinutes))

/**
 * The last stop of the cheapest sequence after what is done already, or, when that costs `enough`, a stop whose estimate does; undefined:
 * some tasks wait for each other. Costs in minutes.
 */
export function searchStops(
  graph: Graph,
  { start: from, end: to, moveMinutes, budget }: Travel,
  ahead: readonly ((places: number) => number)[],
  begun: Int32Array,
  enough = Infinity,
): Node | undefined {
  const { words, only, all, stages } = graph
  const cost = liftPositions.map(a => liftPositions.map(b => moveMinutes(a, b)))
  const [start, end] = [liftPositions.indexOf(from), liftPositions.indexOf(to)]
  const placesOf = (done: Int32Array) => {
    let places = 0
    for (let p = 0; p < 3; p++) {
      for (let word = 0; word < words; word++) {
        const left = only[p]![word]! & ~done[word]!
        if (left === 0) continue
        places |= 1 << (9 + p)
        for (let stage = 0; stage < 3; stage++) if ((left & stages[stage]![word]!) !== 0) places |= 1 << (3 * stage + p)
      }
    }
    return places
  }
  const nodeOf = (done: Int32Array, at: number, before: Node | undefined): Node => {
    const spent = before ? before.cost + cost[before.at]![at]! : 0
    return { done, at, cost: spent, moves: before ? before.moves + 1 : 0, estimate: spent + ahead[at]!(placesOf(done)), before }
  }
  const queue: Node[] = workedAt(graph, begun, start).map(done => nodeOf(done, start, undefined))
  const settled: Node[][] = [[], [], []]
  const isPassed = (node: Node) =>
    settled[node.at]!.some(
      other =>
        other.cost <= node.cost + 1e-9 &&
        isWithin(node.done, other.done) &&
        (isRunning(graph, node.done) || !isRunning(graph, other.done)) &&
        // Further on is no better where it has taken off what the car rests on.
        graph.rests.every(one => !isOpen(one, other.done) || isOpen(one, node.done)),
    )
  while (queue.length > 0) {
    // Each of three positions is worked at, through every task: what a node takes grows with them.
    budget?.spend(1 + (queue.length >> 4) + words)
    let first = 0
    for (let i = 1; i < queue.length; i++) {
      const [a, b] = [queue[i]!, queue[first]!]
      if (a.estimate < b.estimate - 1e-9 || (a.estimate < b.estimate + 1e-9 && a.moves < b.moves)) first = i
    }
    const node = queue[first]!
    queue[first] = queue.at(-1)!
    queue.pop()
    const finished = isWithin(all, node.done)
    if ((finished && node.at === end) || node.estimate >= enough) return node
    if (isPassed(node)) continue
    settled[node.at]!.push(node)
    if (finished) {
      queue.push(nodeOf(node.done, end, node))
      continue
    }
    for (let at = 0; at < 3; at++) {
      if (at === node.at || !mayBe(graph, node.done, at)) continue
      for (const done of workedAt(graph, node.done, at)) if (!isWithin(done, node.done)) queue.push(nodeOf(done, at, node))
    }
  }
  return undefined
}
