import { restOf } from '../../sheet/carRests'
import { liftPositions, type LiftPosition, type Sheet, type Slug } from '../../sheet/types'
import { eachBit, hasBit, noBits, unionOf, withBit, type Bits } from './bits'
import { isDoneAlong, leastAhead, searchStops, stageOf, trailOf, type Graph, type Resting, type Trail, type Travel } from './leastStops'
import { fillGoal, staysOff, type Scope } from '../goals/listGoals'
import { goalKey } from '../goals/goalKinds'
import { listTasks } from '../tasks/listTasks'
import type { NumberedNeeds } from './meetNeeds'
import { taskKey } from '../tasks/taskKinds'
import type { TaskOptions } from '../tasks/taskList'
import type { Goal, OperationCost, Task } from '../types'
import { waysIn } from '../goals/waysIn'

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

const setBit = (words: Int32Array, i: number) => {
  words[i >> 5]! |= 1 << (i & 31)
}

/**
 * Prices orders of one job by the hundred: the rules are those of listTasks, asked once with every operation taken and every way open, and
 * kept as sets of bits; a choice then only says where each goal is, what lies on the way to it, and which operations are not needed after
 * all. Layout of a set: operations off, the tasks of the job, operations on.
 */
export function orderPricing(
  sheet: Sheet,
  scope: Scope,
  { goals, operations }: { goals: readonly Goal[]; operations: ReadonlyMap<Slug, OperationCost> },
  options: TaskOptions,
  travel: Travel,
): OrderPrice {
  const list = [...operations.keys()]
  const indexOf = new Map(list.map((id, i) => [id, i]))
  const own = new Map(sheet.operations.map(operation => [operation.id, operation]))
  const tasks = listTasks(sheet, scope, { ways: {}, operations: new Set(list) }, options)
  const rest = tasks.filter(task => task.kind !== 'off' && task.kind !== 'on').sort((a, b) => a.priority - b.priority)
  const opWords = Math.max(1, Math.ceil(list.length / 32))
  const firstRest = opWords * 32
  const wipes = liftPositions.map((_, p) => firstRest + rest.length + p)
  const onWord = opWords + Math.ceil((rest.length + liftPositions.length) / 32)
  const words = onWord + opWords
  const bitOf = new Map<string, number>(rest.map((task, i) => [task.id, firstRest + i]))
  list.forEach((id, i) => {
    bitOf.set(taskKey('off', id), i)
    bitOf.set(taskKey('on', id), onWord * 32 + i)
  })
  const setOf = (ids: readonly string[]): Int32Array => {
    const set = new Int32Array(words)
    for (const id of ids) if (bitOf.has(id)) setBit(set, bitOf.get(id)!)
    return set
  }

  const arrows = new Int32Array(words * 32 * words)
  const order = (task: number, waitsFor: Int32Array, into = arrows) => {
    for (let word = 0; word < words; word++) into[task * words + word]! |= waitsFor[word]!
  }
  const backward = new Int32Array(words)
  for (const task of tasks) {
    order(bitOf.get(task.id)!, setOf(task.after))
    for (const id of task.after) if (bitOf.get(id)! > bitOf.get(task.id)!) setBit(backward, bitOf.get(id)!)
  }
  // What can be done anywhere, or at the same goal as the one thing it waits for, is done with what it waits for: it needs no place of its
  // own.
  const goalOf = new Map(tasks.map(task => [task.id, task.goal]))
  const implied = rest.filter(
    task =>
      task.kind !== 'run' &&
      task.kind !== 'stop' &&
      task.at === undefined &&
      (task.goal === undefined || (task.after.length === 1 && goalOf.get(task.after[0]!) === task.goal)),
  )
  const isImplied = setOf(implied.map(task => task.id))
  const plain = (set: Int32Array): Int32Array => {
    for (let again = true; again;) {
      again = false
      for (const { id } of implied) {
        const bit = bitOf.get(id)!
        if (((set[bit >> 5]! >>> (bit & 31)) & 1) === 0) continue
        set[bit >> 5]! &= ~(1 << (bit & 31))
        for (let word = 0; word < words; word++) set[word]! |= arrows[bit * words + word]!
        again = true
      }
    }
    return set
  }
  for (const task of tasks) plain(arrows.subarray(bitOf.get(task.id)! * words, (bitOf.get(task.id)! + 1) * words))
  const run = tasks.find(task => task.kind === 'run')
  const stop = tasks.find(task => task.kind === 'stop')
  // The engine waits for the wiping, wherever there is any.
  for (const wipe of wipes) setBit(backward, wipe)
  if (run) for (const wipe of wipes) setBit(arrows.subarray(bitOf.get(run.id)! * words, (bitOf.get(run.id)! + 1) * words), wipe)
  const besideFluid = new Set(tasks.filter(({ kind }) => kind === 'on' || kind === 'wipe' || kind === 'level').map(({ id }) => id))
  const filled = plain(setOf(run?.after.filter(id => !besideFluid.has(id)) ?? []))
  const still = setOf(tasks.filter(task => task.still).map(task => task.id))
  const stages = [0, 1, 2].map(stage => setOf(tasks.filter(task => stageOf(task) === stage).map(task => task.id)))
  const all = setOf(tasks.map(task => task.id)).map((word, i) => word & ~isImplied[i]!)
  for (const wipe of wipes) setBit(all, wipe)

  const placed = liftPositions.map(at => setOf(tasks.filter(task => task.at === at).map(task => task.id)))
  wipes.forEach((wipe, p) => setBit(placed[p]!, wipe))
  const anywhere = setOf(tasks.filter(({ kind, at }) => (kind === 'run' || kind === 'stop') && at === undefined).map(({ id }) => id))

  const nothing = noBits(list.length)
  const bitsOf = (ids: readonly Slug[]) => ids.reduce((bits, id) => (indexOf.has(id) ? withBit(bits, indexOf.get(id)!) : bits), nothing)
  const hiddenBy = new Map(scope.joints.map(joint => [goalKey('joint', joint.id), joint.hiddenBy]))
  const isWiped = liftPositions.map(at => options.standing?.done.includes(taskKey('wipe', at)) ?? false)
  const isLook = (task: Task) => task.phase === 'prove' && (task.kind === 'leak' || task.kind === 'level')
  const ofGoal = goals.map(goal => {
    const mine = tasks.filter(task => task.goal === goal.id && !implied.includes(task))
    return {
      tasks: setOf(mine.map(task => task.id)),
      bits: mine.map(task => bitOf.get(task.id)!),
      finished: setOf(mine.filter(task => !isLook(task)).map(task => task.id)),
      looked: setOf(mine.map(task => task.id)),
      tight: setOf(mine.filter(task => task.kind === 'seat' || task.kind === 'torque').map(task => task.id)),
      isJoint: goal.kind === 'joint',
      hidden: bitsOf(hiddenBy.get(goal.id) ?? []),
    }
  })
  /** What is only to be done where one of these parts comes off. */
  const onlyWith = rest.flatMap((task): { bit: number; parts: Bits }[] => {
    const parts = partsBehind(sheet, task, options)
    return parts ? [{ bit: bitOf.get(task.id)!, parts: bitsOf(parts) }] : []
  })
  const fill = goals.findIndex(goal => goal.kind === 'fill')
  const isOffNow = new Set(options.standing?.off)
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
  /** Hangs on which of several alternatives is the way in: no sheet of the usual kind has one. */
  const branched = list.flatMap((_, i) => (whileOpen.mayStay(i) === undefined || needs[i]!.some(anyOf => anyOf.length > 1) ? [i] : []))
  const setFrom = (members: readonly number[]) => members.reduce<Bits>(withBit, nothing)
  const certain = { needs: list.map((_, i) => setFrom(whileOpen.wayIn(i))), late: list.map((_, i) => whileOpen.mayStay(i) === true) }
  // What is no part of the car has nobody to take it off, and nothing waits for that.
  const begunWith = bitsOf([...isOffNow])
  const free = unionOf(begunWith, bitsOf(list.filter(id => !own.has(id))))
  const ahead = leastAhead(travel)
  const rests = list.flatMap((id, i): Resting[] => {
    const rest = own.has(id) ? restOf(own.get(id)!) : undefined
    return rest ? [{ off: isOffNow.has(id) ? -1 : i, on: onWord * 32 + i, rest }] : []
  })

  /** An operation's own needs come before it, whatever the sheet's order. */
  const inward = inwardOrder(needs.map(lists => setFrom(lists.flat())))
  // Filled anew for every question.
  const after = arrows.slice()
  /** For each operation taken, what lies on the way to it: itself, its needs and theirs, as far as they are taken. */
  const reached = new Int32Array(list.length * opWords)
  const through = new Int32Array(opWords)
  const only = placed.map(set => set.slice())
  const doable = placed.map(set => set.slice())
  /** Stops that some choice could be done along, cheapest first. */
  const trails: Trail[] = []
  const keep = (trail: Trail) => {
    const at = trails.findIndex(other => other.cost >= trail.cost)
    trails.splice(at < 0 ? trails.length : at, 0, trail)
  }
  const answers = new Map<string, { price: number; exact: boolean }>()
  return (known, chosen, enough, least) => {
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
    travel.budget?.spend((known.length * words) >> 2)
    const price = priceOf(known, chosen, enough, least)
    answers.set(key, { price, exact: price < enough })
    return price
  }

  /** Adds what lies on the way to some operations, as far as they are taken. */
  function reachThrough(first: Bits, taken: Bits, into: Int32Array, at: number): void {
    for (let word = 0; word < opWords; word++) {
      for (let left = first[word]! & taken[word]!; left !== 0; left &= left - 1) {
        const from = (word * 32 + 31 - Math.clz32(left & -left)) * opWords
        for (let w = 0; w < opWords; w++) into[at + w]! |= reached[from + w]!
      }
    }
  }

  /** All goals decided, so are the ways in; the arrows that hang on them are added. */
  function decided(known: readonly KnownWay[], taken: Bits): { needs: Bits[]; late: boolean[] } {
    const ins = waysIn<number>({
      ...certainly,
      isTaken: i => hasBit(taken, i),
      isThrough: (i, other) => known.some(({ operations: way }) => hasBit(way, i) && hasBit(way, other)),
    })
    const decidedNeeds = [...certain.needs]
    const decidedLate = [...certain.late]
    for (const i of branched) {
      if (!hasBit(taken, i)) continue
      const wayIn = ins.wayIn(i)
      decidedNeeds[i] = setFrom(wayIn)
      decidedLate[i] = ins.mayStay(i) === true
      for (let word = 0; word < opWords; word++) after[i * words + word]! |= decidedNeeds[i]![word]!
      for (const outer of wayIn) setBit(after.subarray((onWord * 32 + outer) * words, (onWord * 32 + outer + 1) * words), onWord * 32 + i)
      if (run && !decidedLate[i]) setBit(after.subarray(bitOf.get(run.id)! * words, (bitOf.get(run.id)! + 1) * words), onWord * 32 + i)
    }
    return { needs: decidedNeeds, late: decidedLate }
  }

  function priceOf(known: readonly KnownWay[], chosen: Bits, enough: number, least: number): number {
    const taken = unionOf(chosen, begunWith)
    after.set(arrows)
    for (let p = 0; p < liftPositions.length; p++) {
      only[p]!.set(placed[p]!)
      for (let word = 0; word < words; word++) doable[p]![word] = placed[p]![word]! | anywhere[word]!
    }
    const fillAt = fill < 0 ? options.standing?.begunAt?.[fillGoal(scope)] : known[fill]!.at
    const begun = new Int32Array(words)
    // What is not taken is as good as done.
    for (let word = 0; word < opWords; word++) {
      begun[word] = ~taken[word]! & all[word]!
      begun[onWord + word] = ~taken[word]! & all[onWord + word]!
    }
    for (const { bit, parts } of onlyWith)
      if (parts.every((word, i) => (word & taken[i]!) === 0)) begun[bit >> 5]! |= all[bit >> 5]! & (1 << (bit & 31))
    // What is off already was taken off by somebody.
    for (let word = 0; word < opWords; word++) begun[word]! |= free[word]!
    const inNow = branched.length > 0 && known.every(({ open }) => !open) ? decided(known, taken) : certain
    const wiped = [false, false, false]
    for (const i of inward) {
      const own = i * opWords
      for (let word = 0; word < opWords; word++) reached[own + word] = 0
      if (!hasBit(taken, i)) continue
      reached[own + (i >> 5)]! |= 1 << (i & 31)
      reachThrough(inNow.needs[i]!, taken, reached, own)
    }
    for (let g = 0; g < known.length; g++) {
      const { at, operations: first } = known[g]!
      const goal = ofGoal[g]!
      for (let p = 0; p < liftPositions.length; p++) {
        if (at !== undefined && liftPositions[p] !== at) continue
        for (let word = 0; word < words; word++) {
          doable[p]![word]! |= goal.tasks[word]!
          if (at !== undefined) only[p]![word]! |= goal.tasks[word]!
        }
      }
      for (const bit of goal.bits) for (let word = 0; word < opWords; word++) after[bit * words + word]! |= first[word]!
      through.fill(0)
      reachThrough(first, taken, through, 0)
      for (let word = 0; word < opWords; word++) {
        for (let left = through[word]!; left !== 0; left &= left - 1) {
          const i = word * 32 + 31 - Math.clz32(left & -left)
          order(onWord * 32 + i, inNow.late[i] || hasBit(goal.hidden, i) ? goal.looked : goal.finished, after)
        }
      }
      if (goal.isJoint && at !== undefined) {
        const p = liftPositions.indexOf(at)
        wiped[p] ||= !isWiped[p]! || goal.tight.some(word => word !== 0)
        order(wipes[p]!, fillAt === at ? filled : goal.tight, after)
      }
    }
    wiped.forEach((isAsked, p) => isAsked || setBit(begun, wipes[p]!))
    const graph: Graph = {
      words,
      all,
      before: after,
      doable,
      only,
      stages,
      still,
      run: run ? bitOf.get(run.id)! : -1,
      stop: stop ? bitOf.get(stop.id)! : -1,
      backward,
      rests,
    }
    // Stops that served another choice often serve this one: no cheaper ones than `least` need then be looked for, and no dearer ones in
    // any case.
    let served: Trail | undefined
    for (let i = 0, tries = 0; i < trails.length && tries < mostTries && !served; i++) {
      const trail = trails[i]!
      if (trail.cost >= enough) break
      if (trail.cost < least) continue
      tries++
      if (!isDoneAlong(graph, trail, begun)) continue
      served = trail
      trails.splice(i, 1)
      keep(trail)
    }
    if (served && served.cost <= least) return served.cost
    const last = searchStops(graph, travel, ahead, begun, Math.min(enough, served?.cost ?? Infinity))
    if (!last) return Infinity
    if (served && last.estimate >= served.cost) return served.cost
    if (last.estimate < enough) keep(trailOf(graph, last))
    return last.estimate
  }
}

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
