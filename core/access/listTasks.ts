import { isOn, linesOf } from '../sheet/jointLines'
import { needsTorque } from '../sheet/needsTorque'
import {
  liftPositions,
  type Fill,
  type Joint,
  type Level,
  type LiftPosition,
  type Line,
  type Operation,
  type Phase,
  type Reach,
  type Sheet,
  type Slug,
  type Way,
} from '../sheet/types'
import { chosenFill, fillGoal, staysOff, turnGoal, turning, type Scope } from './listGoals'
import { listWaits } from './listWaits'
import type { Standing } from './standing'
import type { Task, TaskKind } from './types'
import { waysIn, type WaysIn } from './waysIn'

// Order among tasks that could be done at the same stop: the order the work goes.
const rank: Record<TaskKind, number> = {
  receive: 0,
  prepare: 100,
  off: 200,
  drain: 200,
  open: 300,
  cap: 301,
  release: 400,
  withdraw: 500,
  catch: 550,
  compare: 600,
  renew: 620,
  seals: 650,
  fit: 700,
  seat: 800,
  torque: 900,
  fasten: 1000,
  refill: 1090,
  fill: 1100,
  bleed: 1150,
  wipe: 1200,
  run: 1300,
  turn: 1390,
  level: 1400,
  leak: 1500,
  look: 1510,
  stop: 1600,
  on: 2000,
  'road-test': 3000,
}

/** The part of a way's minutes that a task takes: a way is priced for opening and closing. */
const shares: Partial<Record<TaskKind, number>> = {
  open: 0.5,
  seat: 0.5,
  release: 0.5,
  fasten: 0.5,
  withdraw: 0.5,
  fit: 0.5,
  renew: 1,
  fill: 1,
  bleed: 1,
  turn: 1,
  level: 1,
}
export const shareOf = (kind: TaskKind): number => shares[kind] ?? 0

const anywhere = { at: undefined, from: undefined, needs: [], minutes: 0 } as unknown as Way
/** One of a kind in a job: their kind is their id. */
const single = new Set<TaskKind>(['prepare', 'run', 'turn', 'catch', 'stop', 'road-test'])
export const taskId = (kind: TaskKind, target: Slug): string => (single.has(kind) ? kind : `${kind}:${target}`)

/** Ways by index, the operations taken, and those on the way to each goal; without these the choice is still open and binds nothing. */
export type Choice = {
  ways: Readonly<Record<string, number>>
  through?: Readonly<Record<string, readonly Slug[]>>
  operations: ReadonlySet<Slug>
}

export type TaskOptions = {
  standing?: Pick<Standing, 'off' | 'done'> & Partial<Pick<Standing, 'begunAt' | 'drained' | 'resealed'>>
  /** One line out and in before the next is opened. */
  oneAtATime?: boolean
  /** Which end is opened first where both can be; the harder one unless told. */
  firstEnd?: 'hardest' | 'easiest'
}

type About = {
  /** The goal whose way says where, behind what, and how long. */
  goal?: string
  at?: LiftPosition
  from?: Reach
  minutes?: number
  nudge?: number
  helper?: boolean
  still?: boolean
}

/** What the parts of a job's list share: who leads where, and the tasks so far. */
type Job = {
  sheet: Sheet
  scope: Scope
  operations: readonly Operation[]
  choice: Choice
  wayOf: (goal: string) => Way
  throughOf: (goal: string) => readonly Slug[]
  ins: WaysIn<Slug>
  hasGoal: (goal: string) => boolean
  /** The electrics are dead before anything is opened beside a live cable. */
  dead: readonly string[]
  /** Where it was filled, where that is done. */
  filledAt: LiftPosition | undefined
  put: (kind: TaskKind, target: Slug, phase: Phase, after: readonly string[], about?: About) => string
  tasks: Task[]
}

/**
 * The job as tasks with their predecessors, for one choice of ways and operations; of a car in the middle of the work, what is left. The
 * rules of the trade are the arrows: electrics dead before anything is opened beside a live cable; both sides capped as each joint opens;
 * brackets and torque only when both ends of a line are started; all tight before filling, all filled and bled before wiping, all wiped and
 * everything the engine needs back before it runs; nothing but looking while it runs; what hides a joint stays off until its leak
 * check, and what leads to it as long as it can.
 */
export function listTasks(sheet: Sheet, scope: Scope, choice: Choice, options: TaskOptions = {}): Task[] {
  const job = jobOf(sheet, scope, choice, options)
  const done = new Set([...(options.standing?.done ?? []), ...(options.standing?.off ?? []).map(id => `off:${id}`)])
  const received = scope.lines.filter(({ id }) => !scope.carriers.has(id)).map(line => job.put('receive', line.id, 'before', []))
  const prepared = job.put('prepare', sheet.id, 'before', received)
  listOffs(job, prepared)
  const tight = [...listLineWork(job, prepared, options), ...listBeside(job, prepared, options), ...listHolds(job, prepared)]
  const refilled = listCircuits(job, options)
  const fluid = listFluid(job, tight, prepared)
  const wiped = listWiping(job, tight, fluid, done)
  listProving(job, { ...fluid, tight, wiped, refilled }, options.standing?.resealed ?? [])
  // What has to wait for something comes after it, however long the wait.
  const byId = new Map(job.tasks.map(task => [task.id, task]))
  for (const wait of listWaits(sheet, job.tasks))
    for (const id of wait.before) byId.get(id)!.after = [...byId.get(id)!.after, ...wait.after]
  return done.size === 0 ? job.tasks : tasksLeft(job.tasks, done)
}

/** Without what is done: what waited for that waits for what it waited for, where somebody has gone ahead of the order. */
function tasksLeft(tasks: readonly Task[], done: ReadonlySet<string>): Task[] {
  const byId = new Map(tasks.map(task => [task.id, task]))
  const instead = new Map<string, ReadonlySet<string>>()
  const waitFor = (id: string): ReadonlySet<string> => {
    const known = instead.get(id)
    if (known) return known
    const found = new Set<string>()
    instead.set(id, found)
    // What had to be off for something done need not be off any more.
    for (const before of byId.get(id)?.after ?? []) {
      if (done.has(before)) for (const further of waitFor(before)) found.add(further)
      else if (!before.startsWith('off:')) found.add(before)
    }
    return found
  }
  return tasks
    .filter(task => !done.has(task.id))
    .map(task => ({ ...task, after: [...new Set(task.after.flatMap(id => (done.has(id) ? [...waitFor(id)] : [id])))] }))
}

function jobOf(sheet: Sheet, scope: Scope, choice: Choice, options: TaskOptions): Job {
  const goals = new Map(scope.goals.map(goal => [goal.id, goal]))
  // A goal whose way is still open could be reached from anywhere, for all that is known: its tasks bind nothing.
  const wayOf = (goal: string): Way => goals.get(goal)?.ways[choice.ways[goal] ?? -1] ?? anywhere
  const operations = sheet.operations.filter(operation => choice.operations.has(operation.id))
  const byId = new Map(operations.map(operation => [operation.id, operation]))
  const sets = choice.through && Object.values(choice.through).map(ids => new Set(ids))
  const off = new Set(options.standing?.off)
  const ins = waysIn<Slug>({
    isTaken: id => byId.has(id),
    needsOf: id => (off.has(id) ? byId.get(id)!.needs.filter(anyOf => anyOf.length === 1) : byId.get(id)!.needs),
    staysOff: id => staysOff(byId.get(id)!, scope),
    isThrough: sets && ((id, other) => sets.some(set => set.has(id) && set.has(other))),
  })
  const throughOf = (goal: string): readonly Slug[] => choice.through?.[goal] ?? []
  const dead = scope.isolating && choice.operations.has(scope.isolating.id) ? [`off:${scope.isolating.id}`] : []
  const tasks: Task[] = []
  const put: Job['put'] = (kind, target, phase, after, { goal, at, from, minutes = 0, nudge = 0, helper = false, still = false } = {}) => {
    const id = taskId(kind, target)
    const way = goal === undefined ? undefined : wayOf(goal)
    tasks.push({
      id,
      kind,
      target,
      phase,
      at: at ?? way?.at,
      from: from ?? way?.from,
      minutes: way ? shareOf(kind) * way.minutes : minutes,
      priority: rank[kind] + nudge,
      after: goal === undefined ? after : [...after, ...throughOf(goal).map(operation => `off:${operation}`)],
      ...(goal !== undefined && { goal }),
      ...(helper && { helper }),
      ...(still && { still }),
    })
    return id
  }
  const filledAt = options.standing?.begunAt?.[fillGoal(scope)]
  return { sheet, scope, operations, choice, wayOf, throughOf, ins, hasGoal: goal => goals.has(goal), dead, filledAt, put, tasks }
}

function listOffs({ operations, ins, put }: Job, prepared: string): void {
  operations.forEach((operation, i) =>
    put('off', operation.id, 'open', [prepared, ...ins.wayIn(operation.id).map(id => `off:${id}`)], {
      at: operation.at,
      from: operation.from,
      minutes: operation.off,
      nudge: operation.isolates ? -50 : i / 100,
    }),
  )
}

/** Open and cap one joint. */
function listOpening({ scope, put }: Job, joint: Joint, after: readonly string[], nudge: number): string {
  const goal = `joint:${joint.id}`
  const open = put('open', joint.id, 'line', after, { goal, nudge })
  return scope.sealed ? open : put('cap', joint.id, 'line', [open], { goal, nudge })
}

/** Hardest end first, unless told otherwise: the one that costs most minutes to reach. */
function hardnessOf({ scope, wayOf }: Job, { firstEnd }: TaskOptions): Map<Slug, number> {
  const sign = firstEnd === 'easiest' ? -1 : 1
  const byHardness = scope.joints.toSorted((a, b) => sign * (wayOf(`joint:${b.id}`).minutes - wayOf(`joint:${a.id}`).minutes))
  return new Map(byHardness.map((joint, i) => [joint.id, 2 * i]))
}

/** The lines out and in again. Gives what must be done for them to be tight. */
function listLineWork(job: Job, prepared: string, options: TaskOptions): string[] {
  const tight: string[] = []
  let previous: string[] = []
  for (const lines of sharingNuts(job.scope)) {
    const seated = listLines(job, lines, [prepared, ...job.dead, ...previous], options)
    tight.push(...seated.tight)
    if (options.oneAtATime) previous = seated.seated
  }
  return tight
}

/** Lines that one nut holds together, or that come in one piece, come out and go in together. */
function sharingNuts({ lines, joints, carriers }: Scope): (readonly Line[])[] {
  const groups: Line[][] = []
  for (const line of lines) {
    const isNear = (other: Line) =>
      joints.some(joint => isOn(joint, line.id) && isOn(joint, other.id)) ||
      carriers.get(line.id) === other.id ||
      carriers.get(other.id) === line.id
    const near = groups.filter(group => group.some(isNear))
    for (const group of near) groups.splice(groups.indexOf(group), 1)
    groups.push([...near.flat(), line])
  }
  return groups
}

function listLines(job: Job, lines: readonly Line[], after: readonly string[], options: TaskOptions) {
  const { scope, put } = job
  const hardness = hardnessOf(job, options)
  const nudgeOf = (line: Line) => scope.lines.indexOf(line)
  const joints = scope.joints.filter(joint => lines.some(line => isOn(joint, line.id)))
  for (const joint of joints) listOpening(job, joint, after, hardness.get(joint.id)!)
  const wet = scope.sealed ? 'open' : 'cap'
  for (const line of lines) {
    const opened = joints.filter(joint => isOn(joint, line.id)).map(joint => `${wet}:${joint.id}`)
    const holds = scope.holds.filter(hold => hold.line === line.id || hold.with.includes(line.id))
    const withdraw = put('withdraw', line.id, 'line', [...opened, ...holds.map(hold => `release:${hold.id}`)], {
      goal: `withdraw:${line.id}`,
      nudge: nudgeOf(line),
    })
    if (!scope.carriers.has(line.id)) put('compare', line.id, 'line', [withdraw], { nudge: nudgeOf(line) })
  }
  const carrierOf = (line: Line) => scope.carriers.get(line.id) ?? line.id
  const closed = joints.filter(({ id }) => !scope.dropped.has(id))
  const mine = (joint: Joint) => lines.filter(line => isOn(joint, line.id))
  const first = (joint: Joint) => nudgeOf(mine(joint)[0]!)
  for (const joint of closed.filter(({ seals }) => seals.length > 0))
    put(
      'seals',
      joint.id,
      'line',
      mine(joint).map(line => `compare:${carrierOf(line)}`),
      { nudge: first(joint) },
    )
  for (const line of lines.filter(({ id }) => !scope.carriers.has(id))) {
    const piece = lines.filter(other => carrierOf(other) === line.id)
    const sealed = closed
      .filter(joint => joint.seals.length > 0 && piece.some(other => isOn(joint, other.id)))
      .map(joint => `seals:${joint.id}`)
    const out = piece.map(other => `withdraw:${other.id}`)
    put('fit', line.id, 'line', [...out, `compare:${line.id}`, ...sealed], { goal: `withdraw:${line.id}`, nudge: nudgeOf(line) })
  }
  const seated = closed.map(joint =>
    put(
      'seat',
      joint.id,
      'line',
      mine(joint).map(line => `fit:${carrierOf(line)}`),
      { goal: `joint:${joint.id}`, nudge: first(joint) },
    ),
  )
  const torqued = closed
    .filter(needsTorque)
    .map(joint => put('torque', joint.id, 'line', startedBefore(joint), { goal: `joint:${joint.id}`, nudge: first(joint) }))
  return { seated, tight: [...seated, ...torqued] }

  /** Both ends of every line that it holds are started before a nut is torqued. */
  function startedBefore(joint: Joint): string[] {
    const piece = lines.filter(line => mine(joint).some(own => carrierOf(own) === carrierOf(line)))
    return closed.filter(other => piece.some(line => isOn(other, line.id))).map(({ id }) => `seat:${id}`)
  }
}

/** Joints opened for themselves or for what is renewed behind them, and what is renewed. */
function listBeside(job: Job, prepared: string, options: TaskOptions): string[] {
  const { sheet, scope, put, dead, hasGoal, tasks } = job
  const hardness = hardnessOf(job, options)
  const ofLines = new Set(scope.lines.map(line => line.id))
  const beside = scope.joints.filter(joint => !linesOf(joint).some(line => ofLines.has(line)))
  const besideOpened = beside.map(joint => listOpening(job, joint, [prepared, ...dead], hardness.get(joint.id)!))
  const tight: string[] = []
  const renewed = scope.neighbours.map(neighbour => {
    const goal = `renew:${neighbour.id}`
    const mine = scope.joints.filter(joint => neighbour.goals.includes(joint.id))
    const free = mine.flatMap(joint => linesOf(joint).filter(line => ofLines.has(line))).map(line => `withdraw:${line}`)
    const after = [prepared, ...dead, ...mine.map(joint => `${scope.sealed ? 'open' : 'cap'}:${joint.id}`), ...free]
    return { neighbour, task: put('renew', neighbour.id, 'line', after, hasGoal(goal) ? { goal } : {}) }
  })
  for (const [i, joint] of beside.entries()) {
    const goal = `joint:${joint.id}`
    const behind = renewed.filter(({ neighbour }) => neighbour.goals.includes(joint.id)).map(({ task }) => task)
    const opened = besideOpened[i]!
    const sealed = joint.seals.length > 0 ? [put('seals', joint.id, 'line', [opened, ...behind])] : []
    const seat = put('seat', joint.id, 'line', [opened, ...behind, ...sealed], { goal })
    tight.push(seat)
    if (needsTorque(joint)) tight.push(put('torque', joint.id, 'line', [seat], { goal }))
  }
  // The new line goes on what is renewed behind it.
  for (const { neighbour, task } of renewed)
    for (const fit of tasks.filter(
      candidate =>
        candidate.kind === 'fit' && scope.joints.some(joint => isOn(joint, candidate.target) && neighbour.goals.includes(joint.id)),
    ))
      fit.after = [...fit.after, task]
  if (scope.joints.length > 0 && !scope.sealed)
    put('catch', sheet.id, 'line', [...scope.lines.map(line => `withdraw:${line.id}`), ...besideOpened])
  return [...tight, ...renewed.map(({ task }) => task)]
}

/** Joints that are closed again: a part may do without some that its forerunner had. */
const staying = ({ joints, dropped }: Scope): Joint[] => joints.filter(({ id }) => !dropped.has(id))

function listHolds({ scope, put, dead }: Job, prepared: string): string[] {
  return scope.holds.flatMap(hold => {
    const goal = `hold:${hold.id}`
    put('release', hold.id, 'line', [prepared, ...dead], { goal })
    if (scope.dropped.has(hold.id)) return []
    const lines = scope.lines.filter(line => line.id === hold.line || hold.with.includes(line.id)).map(line => line.id)
    const seated = staying(scope)
      .filter(joint => linesOf(joint).some(line => lines.includes(line)))
      .map(joint => `seat:${joint.id}`)
    return [put('fasten', hold.id, 'line', seated, { goal })]
  })
}

/**
 * What is let out on the way is measured before anything is mixed with it, and goes in again once its drains are shut. Gives what must be
 * full before the engine runs.
 */
function listCircuits({ sheet, operations, put }: Job, { standing }: TaskOptions): string[] {
  const draining = (circuit: Slug) => operations.filter(({ drains }) => drains?.circuit === circuit)
  const isOut = (circuit: Slug) => draining(circuit).length > 0 || standing?.drained?.includes(circuit) === true
  for (const [i, circuit] of [sheet, ...(sheet.circuits ?? [])].entries()) {
    const first = draining(circuit.id)[0] ?? sheet.operations.find(({ drains }) => drains?.circuit === circuit.id)
    if (first && isOut(circuit.id))
      put(
        'drain',
        circuit.id,
        'open',
        draining(circuit.id).map(({ id }) => `off:${id}`),
        { at: first.at, from: first.from, nudge: operations.length / 100 + i / 1000 },
      )
  }
  return (sheet.circuits ?? [])
    .filter(({ id }) => isOut(id))
    .map(({ id, fill: { at, from, minutes } }) =>
      put('refill', id, 'fill', [`drain:${id}`, ...draining(id).map(operation => `on:${operation.id}`)], { at, from, minutes }),
    )
}

type Filled = { filled: readonly string[]; cold: readonly string[]; fill: Fill | undefined }

/** All tight before anything is filled in, what was let out elsewhere shut again, and filled before it is bled. */
function listFluid({ sheet, scope, operations, choice, put }: Job, tight: readonly string[], prepared: string): Filled {
  let filled = tight
  const fill = chosenFill(scope, choice.ways)
  if (fill) {
    const isOwn = ({ drains }: Operation) => drains !== undefined && (drains.circuit ?? sheet.id) === sheet.id
    const shut = operations
      .filter(isOwn)
      .flatMap(({ id, drains }) => [`on:${id}`, ...(drains!.circuit === undefined ? [] : [`drain:${sheet.id}`])])
    const caught = scope.joints.length > 0 && !scope.sealed ? ['catch'] : []
    const drawn =
      scope.service === 'renew' && shut.length === 0 ? [put('drain', sheet.id, 'open', [prepared], { goal: fillGoal(scope) })] : []
    filled = [put('fill', fill.id, 'fill', [prepared, ...tight, ...shut, ...caught, ...drawn], { goal: fillGoal(scope) })]
  }
  const helper = scope.bleed === 'pump-and-hold' || scope.bleed === 'lock-to-lock'
  const goal = `bleed:${sheet.id}`
  const placed = scope.goals.some(({ id }) => id === goal) ? { goal } : { minutes: turning.dry }
  if (scope.bleed === 'lock-to-lock') filled = [put('bleed', sheet.id, 'fill', filled, { ...placed, helper })]
  else if (scope.bleeders.length > 0) {
    const before = filled
    filled = scope.bleeders.map(bleeder => put('bleed', bleeder.id, 'fill', before, { goal: `bleed:${bleeder.id}`, helper }))
  }
  const cold = scope.levels.cold.map(level => put('level', level.id, 'fill', filled, { goal: `level:${level.id}` }))
  return { filled, cold, fill }
}

/** Each stop's joints are wiped there, once they are tight; where the fluid goes in, after it is in. */
function listWiping(
  { scope, wayOf, filledAt, put }: Job,
  tight: readonly string[],
  { filled, fill }: Filled,
  done: ReadonlySet<string>,
): string[] {
  const fillAt = fill && (wayOf(fillGoal(scope)).at ?? filledAt)
  const tightened = new Set(tight)
  return liftPositions.flatMap(at => {
    const here = scope.joints
      .filter(joint => wayOf(`joint:${joint.id}`).at === at)
      .flatMap(joint => [`seat:${joint.id}`, `torque:${joint.id}`])
      .filter(id => tightened.has(id))
    if (here.length === 0 || (done.has(`wipe:${at}`) && here.every(id => done.has(id)))) return []
    return [put('wipe', at, 'prove', at === fillAt ? filled : here, { at })]
  })
}

/** The engine runs, everything is looked at, everything goes back. */
function listProving(
  job: Job,
  { tight, filled, wiped, refilled, cold, fill }: Filled & Readonly<Record<'tight' | 'wiped' | 'refilled', readonly string[]>>,
  resealed: readonly Slug[],
): void {
  const { sheet, scope, operations, choice, ins, put, tasks, dead, hasGoal } = job
  const parts = sheet.operations.filter(part => isLookedAt(part) && (operations.includes(part) || resealed.includes(part.id)))
  const waitsFor = finishedBefore(job, { has: new Set(tight), fill }, parts)
  const isLook = new Set([
    ...staying(scope).map(joint => `leak:${joint.id}`),
    ...[...scope.levels.idling, ...scope.levels.standing].map(level => `level:${level.id}`),
    ...parts.map(({ id }) => `look:${id}`),
  ])
  // What is looked at once the engine runs: what leads there stays off until then.
  const late = new Set<Slug>()
  const isLate = ({ id }: Operation) =>
    ins.mayStay(id) === true &&
    (waitsFor.get(id)!.some(task => isLook.has(task)) ||
      operations.some(deeper => late.has(deeper.id) && ins.wayIn(deeper.id).includes(id)))
  for (let before = -1; before < late.size;) {
    before = late.size
    for (const operation of operations) if (isLate(operation)) late.add(operation.id)
  }
  const backFirst = operations.filter(({ id }) => ins.mayStay(id) === false).map(({ id }) => `on:${id}`)
  const looks: string[] = []
  const others = (sheet.circuits ?? []).filter(({ id }) => refilled.includes(`refill:${id}`)).map(({ level }) => level)
  if (scope.joints.length > 0 || (scope.runs && (scope.wet || others.length > 0 || parts.length > 0))) {
    const run = put('run', sheet.id, 'engine', [...wiped, ...filled, ...refilled, ...cold, ...backFirst])
    const placed = hasGoal(turnGoal(sheet)) ? { goal: turnGoal(sheet) } : { minutes: turning.running }
    const isTurned = scope.bleed === 'lock-to-lock' && sheet.bleeding.parameters.running !== undefined
    const turned = isTurned ? [put('turn', sheet.id, 'prove', [run], { ...placed, helper: true })] : []
    const idling = scope.levels.idling.map(level => put('level', level.id, 'prove', [run, ...turned], { goal: `level:${level.id}` }))
    const readOther = (engine: Level['engine'], after: readonly string[]) =>
      others
        .filter(level => level.engine === engine)
        .map(level => put('level', level.id, 'prove', after, { ...placeOfOther(level), minutes: level.ways[0]!.minutes, nudge: 10 }))
    idling.push(...readOther('idling', [run]))
    looks.push(...idling)
    for (const { id, at, from } of parts)
      looks.push(put('look', id, 'prove', [run, ...(choice.operations.has(id) ? [`on:${id}`] : [])], { at, from }))
    for (const joint of staying(scope)) looks.push(put('leak', joint.id, 'prove', [run], { goal: `joint:${joint.id}` }))
    // A joint may be looked at after that as well.
    const stopped = scope.runs ? [put('stop', sheet.id, 'prove', [run, ...turned, ...idling])] : []
    looks.push(...stopped)
    // With the engine off is with the engine off: once it stands again.
    looks.push(
      ...scope.levels.standing.map(level => put('level', level.id, 'prove', [run, ...stopped], { goal: `level:${level.id}`, nudge: 300 })),
      ...readOther('off', [run, ...stopped]),
    )
  } else for (const level of others) looks.push(put('level', level.id, 'prove', refilled, placeOfOther(level)))
  const still = looks.filter(id => id === 'stop')
  const backOn = operations.map((operation, i) => {
    const isAfter = late.has(operation.id)
    const nudge = (operations.length - i) / 100 - (isAfter ? 0 : 950)
    return put('on', operation.id, isAfter ? 'close' : 'engine', [...waitsFor.get(operation.id)!, ...(isAfter ? still : [])], {
      at: operation.at,
      from: operation.from,
      minutes: operation.on,
      nudge: operation.isolates ? nudge + 5 : nudge,
      still: still.length > 0 && ins.mayStay(operation.id) !== false,
    })
  })
  if (dead.length > 0) {
    // The electrics come alive last of what goes back before the engine runs.
    const last = tasks.find(task => task.id === `on:${scope.isolating!.id}`)!
    last.after = [...last.after, ...tight]
  }
  if (sheet.proving.roadTest && scope.joints.length > 0) put('road-test', sheet.id, 'close', [...backOn, ...looks], { at: 'ground' })
}

/** It has a seal of its own, which may leak. */
const isLookedAt = ({ seals }: Operation): boolean => (seals ?? []).length > 0
/** Nothing has to come off for the level of another fluid (checkIntegrity). */
const placeOfOther = ({ ways: [way] }: Level): Pick<About, 'at' | 'from'> => ({ at: way!.at, from: way!.from })

/** What must be finished before each part may go back on: what lies deeper, and all that it leads to. */
function finishedBefore(
  { scope, operations, throughOf, ins }: Job,
  { has, fill }: { has: ReadonlySet<string>; fill: Fill | undefined },
  parts: readonly Operation[],
): Map<Slug, string[]> {
  const waits = new Map(operations.map((operation): [Slug, string[]] => [operation.id, [`off:${operation.id}`]]))
  // What went on again before has its look all the same, and what leads to it waits for that.
  for (const { id, needs } of parts)
    for (const outer of operations.some(one => one.id === id) ? [] : needs.flat())
      if (waits.has(outer) && ins.mayStay(outer) === true) waits.get(outer)!.push(`look:${id}`)
  for (const operation of operations)
    for (const outer of ins.wayIn(operation.id))
      waits
        .get(outer)!
        .push(`on:${operation.id}`, ...(isLookedAt(operation) && ins.mayStay(outer) === true ? [`look:${operation.id}`] : []))
  const reach = (goal: string, finished: readonly string[], seen: readonly string[] = [], hidden: readonly Slug[] = []) => {
    const way = new Set(throughOf(goal))
    // A set visits what is added while it is walked.
    for (const id of way) for (const further of ins.wayIn(id)) way.add(further)
    for (const id of way) {
      // What the engine needs, or lies behind such a part, cannot wait for a look that needs the engine; what hides it must.
      waits.get(id)!.push(...finished, ...(ins.mayStay(id) === true || hidden.includes(id) ? seen : []))
    }
  }
  for (const joint of scope.joints)
    reach(
      `joint:${joint.id}`,
      [`seat:${joint.id}`, `torque:${joint.id}`].filter(id => has.has(id)),
      scope.dropped.has(joint.id) ? [`cap:${joint.id}`] : [`leak:${joint.id}`],
      joint.hiddenBy,
    )
  for (const { id } of scope.holds) reach(`hold:${id}`, [scope.dropped.has(id) ? `release:${id}` : `fasten:${id}`])
  for (const { id } of scope.lines) reach(`withdraw:${id}`, [`fit:${scope.carriers.get(id) ?? id}`])
  for (const neighbour of scope.neighbours) if (neighbour.ways?.length) reach(`renew:${neighbour.id}`, [`renew:${neighbour.id}`])
  if (fill) reach(fillGoal(scope), [`fill:${fill.id}`])
  for (const bleeder of scope.bleeders) reach(`bleed:${bleeder.id}`, [`bleed:${bleeder.id}`])
  for (const level of scope.levels.cold) reach(`level:${level.id}`, [`level:${level.id}`])
  for (const level of [...scope.levels.idling, ...scope.levels.standing]) reach(`level:${level.id}`, [], [`level:${level.id}`])
  return waits
}
