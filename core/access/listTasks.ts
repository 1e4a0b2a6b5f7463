import { settleValue } from '../sheet/settleContested'
import {
  liftPositions,
  type Fill,
  type LiftPosition,
  type Needs,
  type Operation,
  type Phase,
  type Reach,
  type Sheet,
  type Slug,
  type Way,
} from '../sheet/types'
import { needsTorque } from '../sheet/needsTorque'
import { chosenFill, fillGoal, type Scope } from './listGoals'
import type { Task, TaskKind, WaitSpan } from './types'

// Order among tasks that could be done at the same stop: the order the work goes.
const rank: Record<TaskKind, number> = {
  receive: 0,
  prepare: 100,
  off: 200,
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
  fill: 1100,
  bleed: 1150,
  wipe: 1200,
  run: 1300,
  level: 1400,
  leak: 1500,
  stop: 1600,
  on: 2000,
  'road-test': 3000,
}

/** What begins at a goal: whatever lies in the way is off by then. */
const reaching = new Set<TaskKind>(['open', 'withdraw', 'fit', 'release', 'renew', 'fill', 'bleed', 'level'])
const anywhere = { at: undefined, from: undefined, needs: [], minutes: 0 } as unknown as Way
/** The operations among some needs that are taken, each once. */
function chosenOf(needs: Needs, taken: ReadonlySet<Slug>): Slug[] {
  const chosen: Slug[] = []
  for (const anyOf of needs) for (const id of anyOf) if (taken.has(id) && !chosen.includes(id)) chosen.push(id)
  return chosen
}
/** One of a kind in a job: their kind is their id. */
const single = new Set<TaskKind>(['prepare', 'run', 'catch', 'stop', 'road-test'])

/**
 * Ways by index, the operations taken, and those on the way to each goal; of a goal that says nothing of them, all taken that its way
 * names are.
 */
export type Choice = {
  ways: Readonly<Record<string, number>>
  through?: Readonly<Record<string, readonly Slug[]>>
  operations: ReadonlySet<Slug>
}

export type TaskOptions = {
  /** Operations somebody has done before the job: counted and put back, not taken off. */
  done?: readonly Slug[]
  /** One line out and in before the next is opened. */
  oneAtATime?: boolean
  /** Which end is opened first where both can be; the harder one unless told. */
  firstEnd?: 'hardest' | 'easiest'
}

/**
 * The whole job as tasks with their predecessors, for one choice of ways and operations. The rules of the trade are the arrows: electrics
 * dead before anything is opened beside a live cable; both sides capped as each joint opens; brackets and torque only when both ends of a
 * line are started; all tight before filling, all filled and bled before wiping, all wiped and everything the engine needs back before it
 * runs; nothing but looking while it runs; what hides a joint, or leads to it, stays off until its leak check.
 */
export function listTasks(sheet: Sheet, scope: Scope, choice: Choice, options: TaskOptions = {}): Task[] {
  const goals = new Map(scope.goals.map(goal => [goal.id, goal]))
  // A goal whose way is still open could be reached from anywhere, for all that is known: its tasks bind nothing.
  const wayOf = (goal: string): Way => goals.get(goal)!.ways[choice.ways[goal] ?? -1] ?? anywhere
  const operations = sheet.operations.filter(operation => choice.operations.has(operation.id))
  const doneOf = (needs: Needs): Slug[] => chosenOf(needs, choice.operations)
  const offs = (needs: Needs) => doneOf(needs).map(id => `off:${id}`)
  const throughOf = (goal: string): readonly Slug[] => choice.through?.[goal] ?? doneOf(wayOf(goal).needs)
  const dead = scope.isolating && choice.operations.has(scope.isolating.id) ? [`off:${scope.isolating.id}`] : []
  const withHelper = scope.bleed === 'pump-and-hold' || scope.bleed === 'lock-to-lock'

  const tasks: Task[] = []
  type About = {
    /** The goal whose way says where, behind what, and, by its share, how long. */
    goal?: string
    share?: number
    at?: LiftPosition
    from?: Reach
    minutes?: number
    nudge?: number
    helper?: boolean
    still?: boolean
  }
  const put = (
    kind: TaskKind,
    target: Slug,
    phase: Phase,
    after: readonly string[],
    { goal, share = 0, at, from, minutes = 0, nudge = 0, helper = false, still = false }: About = {},
  ) => {
    const id = single.has(kind) ? kind : `${kind}:${target}`
    const way = goal === undefined ? undefined : wayOf(goal)
    tasks.push({
      id,
      kind,
      target,
      phase,
      at: at ?? way?.at,
      from: from ?? way?.from,
      minutes: way ? share * way.minutes : minutes,
      priority: rank[kind] + nudge,
      after: goal !== undefined && reaching.has(kind) ? [...after, ...throughOf(goal).map(operation => `off:${operation}`)] : after,
      ...(goal !== undefined && { goal }),
      ...(helper && { helper }),
      ...(still && { still }),
    })
    return id
  }

  const received = scope.lines.map(line => put('receive', line.id, 'before', []))
  const prepared = put('prepare', sheet.id, 'before', received)
  operations.forEach((operation, i) =>
    put('off', operation.id, 'open', [prepared, ...offs(operation.needs)], {
      at: operation.at,
      from: operation.from,
      minutes: options.done?.includes(operation.id) ? 0 : operation.off,
      nudge: operation.isolates ? -50 : i / 100,
    }),
  )

  // Hardest end first, unless told otherwise: the one that costs most minutes to reach.
  const sign = options.firstEnd === 'easiest' ? -1 : 1
  const byHardness = scope.joints.toSorted((a, b) => sign * (wayOf(`joint:${b.id}`).minutes - wayOf(`joint:${a.id}`).minutes))
  const hardness = new Map(byHardness.map((joint, i) => [joint.id, 2 * i]))

  const tight: string[] = []
  const withdrawn: string[] = []
  let previous: string[] = []
  for (const [lineIndex, line] of scope.lines.entries()) {
    const joints = scope.joints.filter(joint => joint.line === line.id)
    const out = `withdraw:${line.id}`
    const opened = joints.map(joint => {
      const open = put('open', joint.id, 'line', [prepared, ...dead, ...previous], {
        goal: `joint:${joint.id}`,
        share: 0.5,
        nudge: hardness.get(joint.id)!,
      })
      return put('cap', joint.id, 'line', [open], { goal: `joint:${joint.id}`, nudge: hardness.get(joint.id)! })
    })
    const holds = scope.holds.filter(hold => hold.line === line.id || hold.with.includes(line.id))
    const withdraw = put('withdraw', line.id, 'line', [...opened, ...holds.map(hold => `release:${hold.id}`)], {
      goal: out,
      share: 0.5,
      nudge: lineIndex,
    })
    withdrawn.push(withdraw)
    const compared = put('compare', line.id, 'line', [withdraw], { nudge: lineIndex })
    const sealed = joints
      .filter(joint => joint.seals.length > 0)
      .map(joint => put('seals', joint.id, 'line', [compared], { nudge: lineIndex }))
    const fit = put('fit', line.id, 'line', [compared, ...sealed, ...(options.oneAtATime ? [] : ['catch'])], {
      goal: out,
      share: 0.5,
      nudge: lineIndex,
    })
    const seated = joints.map(joint => put('seat', joint.id, 'line', [fit], { goal: `joint:${joint.id}`, share: 0.5, nudge: lineIndex }))
    tight.push(...seated)
    for (const joint of joints.filter(needsTorque)) {
      tight.push(put('torque', joint.id, 'line', seated, { goal: `joint:${joint.id}`, nudge: lineIndex }))
    }
    if (options.oneAtATime) previous = seated
  }
  // Joints of other lines, opened only for what is renewed behind them.
  const beside = scope.joints.filter(joint => !scope.lines.some(line => line.id === joint.line))
  const besideOpened = beside.map(joint => {
    const open = put('open', joint.id, 'line', [prepared, ...dead], {
      goal: `joint:${joint.id}`,
      share: 0.5,
      nudge: hardness.get(joint.id)!,
    })
    return put('cap', joint.id, 'line', [open], { goal: `joint:${joint.id}`, nudge: hardness.get(joint.id)! })
  })
  const renewed = scope.neighbours.map(neighbour => {
    const goal = `renew:${neighbour.id}`
    const opened = neighbour.goals.filter(id => scope.joints.some(joint => joint.id === id)).map(id => `cap:${id}`)
    const free = neighbour.goals.flatMap(id =>
      scope.joints
        .filter(joint => joint.id === id && scope.lines.some(line => line.id === joint.line))
        .map(joint => `withdraw:${joint.line}`),
    )
    return {
      neighbour,
      task: put('renew', neighbour.id, 'line', [prepared, ...dead, ...opened, ...free], goals.has(goal) ? { goal, share: 1 } : {}),
    }
  })
  for (const joint of beside) {
    const goal = `joint:${joint.id}`
    const behind = renewed.filter(({ neighbour }) => neighbour.goals.includes(joint.id)).map(({ task }) => task)
    const sealed = joint.seals.length > 0 ? [put('seals', joint.id, 'line', [`cap:${joint.id}`, ...behind])] : []
    const seat = put('seat', joint.id, 'line', [`cap:${joint.id}`, ...behind, ...sealed], { goal, share: 0.5 })
    tight.push(seat)
    if (needsTorque(joint)) tight.push(put('torque', joint.id, 'line', [seat], { goal }))
  }
  tight.push(...renewed.map(({ task }) => task))
  // The new line goes on what is renewed behind it.
  for (const { neighbour, task } of renewed)
    for (const fit of tasks.filter(
      candidate =>
        candidate.kind === 'fit' && scope.joints.some(joint => joint.line === candidate.target && neighbour.goals.includes(joint.id)),
    ))
      fit.after = [...fit.after, task]
  if (scope.joints.length > 0) put('catch', sheet.id, 'line', [...withdrawn, ...besideOpened])
  for (const hold of scope.holds) {
    const goal = `hold:${hold.id}`
    put('release', hold.id, 'line', [prepared, ...dead], { goal, share: 0.5 })
    const lines = scope.lines.filter(line => line.id === hold.line || hold.with.includes(line.id)).map(line => line.id)
    const seated = scope.joints.filter(joint => lines.includes(joint.line)).map(joint => `seat:${joint.id}`)
    tight.push(put('fasten', hold.id, 'line', seated, { goal, share: 0.5 }))
  }

  let filled: string[] = tight
  const fill = chosenFill(scope, choice.ways)
  if (fill) {
    // What was let out somewhere is shut again before anything is filled in.
    const shut = operations.filter(operation => operation.drains).map(operation => `on:${operation.id}`)
    filled = [put('fill', fill.id, 'fill', [...tight, ...shut], { goal: fillGoal(scope), share: 1 })]
  }
  if (scope.bleed === 'lock-to-lock') filled = [put('bleed', sheet.id, 'fill', filled, { minutes: 5, helper: withHelper })]
  else if (scope.bleeders.length > 0) {
    filled = scope.bleeders.map(bleeder =>
      put('bleed', bleeder.id, 'fill', filled, { goal: `bleed:${bleeder.id}`, share: 1, helper: withHelper }),
    )
  }
  const cold = scope.levels.cold.map(level => put('level', level.id, 'fill', filled, { goal: `level:${level.id}`, share: 1 }))
  // Each stop's joints are wiped there, once they are tight; where the fluid goes in, after it is in.
  const fillAt = fill && wayOf(fillGoal(scope)).at
  const tightened = new Set(tight)
  const wiped = liftPositions
    .flatMap(at => {
      const here = scope.joints
        .filter(joint => wayOf(`joint:${joint.id}`).at === at)
        .flatMap(joint => [`seat:${joint.id}`, `torque:${joint.id}`])
        .filter(id => tightened.has(id))
      return here.length > 0 ? [{ at, here }] : []
    })
    .map(({ at, here }) => {
      return put('wipe', at, 'prove', at === fillAt ? filled : here, { at })
    })

  const deeper = deeperOf(operations, doneOf)
  const waitsFor = finishedBefore(operations, scope, { throughOf, doneOf, deeper, has: new Set(tight), fill })
  // What is looked at once the engine runs: what leads there stays off until then.
  const isLook = new Set([
    ...scope.joints.map(joint => `leak:${joint.id}`),
    ...[...scope.levels.idling, ...scope.levels.standing].map(level => `level:${level.id}`),
  ])
  const isLate = (operation: Operation): boolean =>
    staysOff(operation, scope) && (waitsFor.get(operation.id)!.some(id => isLook.has(id)) || deeper.get(operation.id)!.some(isLate))
  const late = new Set(operations.filter(isLate).map(operation => operation.id))
  const backFirst = operations.filter(operation => !staysOff(operation, scope)).map(operation => `on:${operation.id}`)
  const looks: string[] = []
  if (scope.joints.length > 0) {
    const run = put('run', sheet.id, 'engine', [...wiped, ...filled, ...cold, ...backFirst])
    const idling = scope.levels.idling.map(level => put('level', level.id, 'prove', [run], { goal: `level:${level.id}`, share: 1 }))
    looks.push(...idling)
    for (const joint of scope.joints) looks.push(put('leak', joint.id, 'prove', [run], { goal: `joint:${joint.id}` }))
    // A joint may be looked at after that as well.
    const stopped = sheet.proving.engine === 'idling' ? [put('stop', sheet.id, 'prove', [run, ...idling])] : []
    looks.push(...stopped)
    // With the engine off is with the engine off: once it stands again.
    looks.push(
      ...scope.levels.standing.map(level =>
        put('level', level.id, 'prove', [run, ...stopped], { goal: `level:${level.id}`, share: 1, nudge: 300 }),
      ),
    )
  }
  const still = looks.filter(id => id === 'stop')
  const backOn = operations.map((operation, i) => {
    const isAfter = late.has(operation.id)
    const nudge = (operations.length - i) / 100 - (isAfter ? 0 : 950)
    return put('on', operation.id, isAfter ? 'close' : 'engine', [...waitsFor.get(operation.id)!, ...(isAfter ? still : [])], {
      at: operation.at,
      from: operation.from,
      minutes: operation.on,
      nudge: operation.isolates ? nudge + 5 : nudge,
      still: still.length > 0 && staysOff(operation, scope),
    })
  })
  if (dead.length > 0) {
    // The electrics come alive last of what goes back before the engine runs.
    const last = tasks.find(task => task.id === `on:${scope.isolating!.id}`)!
    last.after = [...last.after, ...tight]
  }
  if (sheet.proving.roadTest && scope.joints.length > 0) put('road-test', sheet.id, 'close', [...backOn, ...looks], { at: 'ground' })
  // What has to wait for something comes after it, however long the wait.
  const byId = new Map(tasks.map(task => [task.id, task]))
  for (const wait of listWaits(sheet, tasks)) for (const id of wait.before) byId.get(id)!.after = [...byId.get(id)!.after, ...wait.after]
  return tasks
}

/**
 * What has to pass between tasks: the sheet's own waits, the engine's minutes before a joint counts as dry, rest for air to rise. Only
 * what touches this job.
 */
export function listWaits(sheet: Sheet, tasks: readonly Task[]): WaitSpan[] {
  const has = new Map(tasks.map(task => [task.id, task]))
  // A sheet may say “fill” or “level” without naming the point.
  const named = (refs: readonly string[]) =>
    refs.flatMap(ref => (has.has(ref) ? [ref] : tasks.filter(task => task.kind === ref).map(task => task.id)))
  const own = (sheet.waits ?? [])
    .map((wait): WaitSpan => ({ ...wait, after: named(wait.after), before: named(wait.before) }))
    .filter((wait, i) => wait.before.length > 0 && (wait.after.length > 0 || sheet.waits![i]!.after.length === 0))
  const leak = settleValue(sheet.proving.leakMinutes)
  const looks = tasks.filter(task => task.kind === 'leak').map(task => task.id)
  const rest = sheet.bleeding.parameters.restMinutes
  const bled = tasks.filter(task => task.kind === 'bleed').map(task => task.id)
  return [
    ...own,
    ...(leak.kind !== 'unknown' && looks.length > 0
      ? [
          {
            id: 'leak',
            kind: 'leak',
            text: 'Engine running before a joint counts as dry',
            minutes: leak.value,
            after: ['run'],
            before: [...looks, ...(has.has('stop') ? ['stop'] : [])],
          } satisfies WaitSpan,
        ]
      : []),
    ...(rest !== undefined && bled.length > 0 && has.has('run')
      ? [{ id: 'rest', kind: 'rest', text: 'Rest, so that the air rises', minutes: rest, after: bled, before: ['run'] } satisfies WaitSpan]
      : []),
  ]
}

/**
 * A part the engine does not need goes back when that moves the car least: before it runs, or after it stands again. What was let out
 * through one is filled in first.
 */
export const staysOff = (operation: Operation, scope: Scope): boolean =>
  operation.engineMayRun && !(operation.drains && scope.fills.length > 0)

type Around = {
  throughOf: (goal: string) => readonly Slug[]
  doneOf: (needs: Needs) => Slug[]
  deeper: ReadonlyMap<Slug, readonly Operation[]>
  has: ReadonlySet<string>
  fill: Fill | undefined
}

/** For each chosen operation, the chosen ones that need it. */
function deeperOf(operations: readonly Operation[], doneOf: (needs: Needs) => Slug[]): Map<Slug, Operation[]> {
  const deeper = new Map(operations.map((operation): [Slug, Operation[]] => [operation.id, []]))
  for (const operation of operations) for (const id of doneOf(operation.needs)) deeper.get(id)!.push(operation)
  return deeper
}

/** What must be finished before each part may go back on: what lies deeper, and all that it leads to. */
function finishedBefore(
  operations: readonly Operation[],
  scope: Scope,
  { throughOf, doneOf, deeper, has, fill }: Around,
): Map<Slug, string[]> {
  const byId = new Map(operations.map(operation => [operation.id, operation]))
  const waits = new Map(
    operations.map((operation): [Slug, string[]] => [
      operation.id,
      [`off:${operation.id}`, ...deeper.get(operation.id)!.map(other => `on:${other.id}`)],
    ]),
  )
  const needsOf = new Map(operations.map(operation => [operation.id, doneOf(operation.needs)]))
  const reach = (goal: string, finished: readonly string[], seen: readonly string[] = []) => {
    const way = new Set(throughOf(goal))
    // A set visits what is added while it is walked.
    for (const id of way) for (const further of needsOf.get(id)!) way.add(further)
    for (const id of way) {
      const list = waits.get(id)!
      list.push(...finished)
      // What the engine needs cannot wait for a look that needs the engine.
      if (staysOff(byId.get(id)!, scope)) list.push(...seen)
    }
  }
  for (const joint of scope.joints)
    reach(
      `joint:${joint.id}`,
      [`seat:${joint.id}`, `torque:${joint.id}`].filter(id => has.has(id)),
      [`leak:${joint.id}`],
    )
  for (const hold of scope.holds) reach(`hold:${hold.id}`, [`fasten:${hold.id}`])
  for (const line of scope.lines) reach(`withdraw:${line.id}`, [`fit:${line.id}`])
  for (const neighbour of scope.neighbours) if (neighbour.ways?.length) reach(`renew:${neighbour.id}`, [`renew:${neighbour.id}`])
  if (fill) reach(fillGoal(scope), [`fill:${fill.id}`])
  for (const bleeder of scope.bleeders) reach(`bleed:${bleeder.id}`, [`bleed:${bleeder.id}`])
  for (const level of scope.levels.cold) reach(`level:${level.id}`, [`level:${level.id}`])
  for (const level of [...scope.levels.idling, ...scope.levels.standing]) reach(`level:${level.id}`, [], [`level:${level.id}`])
  return waits
}
