import { restOf } from '../../sheet/carRests'
import { liftPositions, type Sheet, type Slug } from '../../sheet/types'
import { goalKey } from '../goals/goalKinds'
import { staysOff, type Scope } from '../goals/listGoals'
import { waysIn } from '../goals/waysIn'
import { listTasks } from '../tasks/listTasks'
import { taskKey } from '../tasks/taskKinds'
import type { TaskOptions } from '../tasks/taskList'
import type { Goal, OperationCost, Task } from '../types'
import { eachBit, noBits, unionOf, withBit, type Bits } from './bits'
import { stageOf, type Resting } from './leastStops'
import type { NumberedNeeds } from './meetNeeds'

// The rules of listTasks for one job, as sets of bits: asked once with every operation taken and every way open. Our own.

/** Puts member `i`, by its number from 0, into a set of 32-bit words. */
export const setBit = (words: Int32Array, i: number): void => {
  words[i >> 5]! |= 1 << (i & 31)
}
/** What a task waits for: a view of `arrows`, not a copy. `words`: 32-bit words of a set; `task`: its number, from 0. */
export const waitsOf = (arrows: Int32Array, words: number, task: number): Int32Array => arrows.subarray(task * words, (task + 1) * words)
/** A task waits for these too. `words`: 32-bit words of a set; `task`: its number, from 0. */
export function addWaits(arrows: Int32Array, words: number, task: number, waitsFor: Int32Array): void {
  for (let word = 0; word < words; word++) arrows[task * words + word]! |= waitsFor[word]!
}

/** Which bit stands for what: operations off, the tasks of the job, the wiping at each height of the car, operations on. */
export type TaskNumbers = ReturnType<typeof numberTasks>
/** `operations`: each is numbered in their order. One pass over the tasks, besides listing them. */
export function numberTasks(sheet: Sheet, scope: Scope, operations: ReadonlyMap<Slug, OperationCost>, options: TaskOptions) {
  const list = [...operations.keys()]
  const indexOf = new Map(list.map((id, i) => [id, i]))
  const tasks = listTasks(sheet, scope, { ways: {}, operations: new Set(list) }, options)
  const rest = tasks.filter(task => task.kind !== 'off' && task.kind !== 'on').sort((a, b) => a.priority - b.priority)
  const opWords = Math.max(1, Math.ceil(list.length / 32))
  const firstRest = opWords * 32
  const wipes = liftPositions.map((_, p) => firstRest + rest.length + p)
  const onWord = opWords + Math.ceil((rest.length + liftPositions.length) / 32)
  const words = onWord + opWords
  const bits = new Map<string, number>(rest.map((task, i) => [task.id, firstRest + i]))
  list.forEach((id, i) => {
    bits.set(taskKey('off', id), i)
    bits.set(taskKey('on', id), onWord * 32 + i)
  })
  const setOf = (ids: readonly string[]): Int32Array => {
    const set = new Int32Array(words)
    for (const id of ids) if (bits.has(id)) setBit(set, bits.get(id)!)
    return set
  }
  const nothing = noBits(list.length)
  return {
    list,
    indexOf,
    tasks,
    rest,
    opWords,
    onWord,
    words,
    wipes,
    setOf,
    bitOf: (task: Task): number => bits.get(task.id)!,
    run: tasks.find(task => task.kind === 'run'),
    stop: tasks.find(task => task.kind === 'stop'),
    setOfTasks: (which: (task: Task) => boolean) => setOf(tasks.filter(which).map(({ id }) => id)),
    /** Operations by name, as those of a way are kept. */
    operationBits: (ids: readonly Slug[]) => ids.reduce((set, id) => (indexOf.has(id) ? withBit(set, indexOf.get(id)!) : set), nothing),
  }
}

/** What waits for what. */
export function layArrows({ tasks, rest, words, wipes, run, bitOf, setOf, setOfTasks }: TaskNumbers) {
  const arrows = new Int32Array(words * 32 * words)
  const backward = new Int32Array(words)
  const byId = new Map(tasks.map(task => [task.id, task]))
  for (const task of tasks) {
    addWaits(arrows, words, bitOf(task), setOf(task.after))
    for (const id of task.after) {
      const before = byId.get(id)
      if (before && bitOf(before) > bitOf(task)) setBit(backward, bitOf(before))
    }
  }
  // What can be done anywhere, or at the same goal as the one thing it waits for, is done with what it waits for: it needs no place of its
  // own.
  const implied = rest.filter(
    task =>
      task.kind !== 'run' &&
      task.kind !== 'stop' &&
      task.at === undefined &&
      (task.goal === undefined || (task.after.length === 1 && byId.get(task.after[0]!)?.goal === task.goal)),
  )
  const impliedBits = implied.map(bitOf)
  const plain = (set: Int32Array): Int32Array => {
    for (let again = true; again;) {
      again = false
      for (const bit of impliedBits) {
        if (((set[bit >> 5]! >>> (bit & 31)) & 1) === 0) continue
        set[bit >> 5]! &= ~(1 << (bit & 31))
        addWaits(set, words, 0, waitsOf(arrows, words, bit))
        again = true
      }
    }
    return set
  }
  for (const task of tasks) plain(waitsOf(arrows, words, bitOf(task)))
  // The engine waits for the wiping, wherever there is any.
  for (const wipe of wipes) setBit(backward, wipe)
  if (run) for (const wipe of wipes) setBit(waitsOf(arrows, words, bitOf(run)), wipe)
  const besideFluid = setOfTasks(({ kind }) => kind === 'on' || kind === 'wipe' || kind === 'level')
  const filled = plain(setOf(run?.after ?? []).map((word, i) => word & ~besideFluid[i]!))
  return { arrows, backward, implied: new Set(implied), filled }
}

/** Where each may be done, and in which part of the job. */
export function layPlaces({ words, wipes, setOfTasks }: TaskNumbers, implied: ReadonlySet<Task>) {
  const all = setOfTasks(task => !implied.has(task))
  for (const wipe of wipes) setBit(all, wipe)
  const placed = liftPositions.map(at => setOfTasks(task => task.at === at))
  wipes.forEach((wipe, p) => setBit(placed[p]!, wipe))
  return {
    words,
    all,
    still: setOfTasks(task => task.still ?? false),
    stages: [0, 1, 2].map(stage => setOfTasks(task => stageOf(task) === stage)),
    placed,
    anywhere: setOfTasks(({ kind, at }) => (kind === 'run' || kind === 'stop') && at === undefined),
  }
}

/** What belongs to each goal, and what of it has to be done before a part in its way goes back. */
export function layGoals(numbers: TaskNumbers, scope: Scope, goals: readonly Goal[], implied: ReadonlySet<Task>) {
  const { tasks, bitOf, setOf, operationBits } = numbers
  const hiddenBy = new Map(scope.joints.map(joint => [goalKey('joint', joint.id), joint.hiddenBy]))
  const isLook = (task: Task) => task.phase === 'prove' && (task.kind === 'leak' || task.kind === 'level')
  return goals.map(goal => {
    const mine = tasks.filter(task => task.goal === goal.id && !implied.has(task))
    const those = (which: (task: Task) => boolean) => setOf(mine.filter(which).map(({ id }) => id))
    return {
      tasks: those(() => true),
      bits: mine.map(bitOf),
      finished: those(task => !isLook(task)),
      tight: those(({ kind }) => kind === 'seat' || kind === 'torque'),
      isJoint: goal.kind === 'joint',
      hidden: operationBits(hiddenBy.get(goal.id) ?? []),
    }
  })
}

/** What hangs on which operation: the ways in that are certain before all is decided, and those that branch. */
export function layOperations(sheet: Sheet, scope: Scope, { list, indexOf, onWord, operationBits }: TaskNumbers, off: readonly Slug[]) {
  const own = new Map(sheet.operations.map(operation => [operation.id, operation]))
  const isOffNow = new Set(off)
  const needs = list.map((id): NumberedNeeds =>
    (own.get(id)?.needs ?? [])
      .filter(anyOf => !isOffNow.has(id) || anyOf.length === 1)
      .map(anyOf => anyOf.flatMap(other => indexOf.get(other) ?? [])),
  )
  // What is no part of the car (a fluid that is filled in again) stands in nobody's way.
  const stays = list.map(id => !own.has(id) || staysOff(own.get(id)!, scope))
  const hangsOn = (i: number, outer: number) => isOffNow.has(list[i]!) && !isOffNow.has(list[outer]!)
  const certainly = { needsOf: (i: number) => needs[i]!, staysOff: (i: number) => stays[i]!, hangsOn }
  const whileOpen = waysIn<number>({ ...certainly, isTaken: () => true, isThrough: undefined })
  const setFrom = (members: readonly number[]) => members.reduce<Bits>(withBit, noBits(list.length))
  const begunWith = operationBits(off)
  return {
    certainly,
    setFrom,
    begunWith,
    /** What is no part of the car has nobody to take it off, and nothing waits for that. */
    free: unionOf(begunWith, operationBits(list.filter(id => !own.has(id)))),
    certain: { needs: list.map((_, i) => setFrom(whileOpen.wayIn(i))), late: list.map((_, i) => whileOpen.mayStay(i) === true) },
    /** Hangs on which of several alternatives is the way in: no sheet of the usual kind has one. */
    branched: list.flatMap((_, i) => (whileOpen.mayStay(i) === undefined || needs[i]!.some(anyOf => anyOf.length > 1) ? [i] : [])),
    /** An operation's own needs come before it, whatever the sheet's order. */
    inward: inwardOrder(needs.map(lists => setFrom(lists.flat()))),
    rests: list.flatMap((id, i): Resting[] => {
      const rest = own.has(id) ? restOf(own.get(id)!) : undefined
      return rest ? [{ off: isOffNow.has(id) ? -1 : i, on: onWord * 32 + i, rest }] : []
    }),
  }
}

/** What is only to be done where one of these parts comes off. */
export const layOnlyWith = (sheet: Sheet, { rest, bitOf, operationBits }: TaskNumbers, options: TaskOptions) =>
  rest.flatMap((task): { bit: number; parts: Bits }[] => {
    const parts = partsBehind(sheet, task, options)
    return parts ? [{ bit: bitOf(task), parts: operationBits(parts) }] : []
  })

/** The parts without which a task falls away: another fluid's, or the look at a part's own seal. Undefined: it does not hang on any. */
function partsBehind(sheet: Sheet, { kind, target }: Task, { standing }: TaskOptions): Slug[] | undefined {
  const draining = (circuit: Slug) =>
    standing?.drained?.includes(circuit)
      ? undefined
      : sheet.operations.filter(({ drains }) => drains?.circuit === circuit).map(({ id }) => id)
  const circuit = sheet.circuits?.find(({ level }) => level.id === target)
  if (kind === 'drain' || kind === 'refill') return draining(target)
  if (kind === 'level' && circuit) return draining(circuit.id)
  return kind === 'look' && !standing?.resealed?.includes(target) ? [target] : undefined
}

/** Numbers in an order in which what each needs comes before it. */
function inwardOrder(needs: readonly Bits[]): number[] {
  const order: number[] = []
  const seen = new Set<number>()
  const visit = (i: number) => {
    if (seen.has(i)) return
    seen.add(i)
    eachBit(needs[i]!, noBits(needs.length), visit)
    order.push(i)
  }
  needs.forEach((_, i) => visit(i))
  return order
}
