import { liftPositions, type LiftPosition, type Needs, type Operation, type Phase, type Sheet, type Slug, type Way } from '../sheet/types'
import { needsTorque } from '../sheet/needsTorque'
import { listGoals, type Scope } from './listGoals'
import type { WayChoice } from './chooseWays'
import type { Task, TaskKind } from './types'

// Order among tasks that could be done at the same stop: the order the work goes.
const rank: Record<TaskKind, number> = {
  'receive': 0, 'prepare': 100, 'off': 200, 'open': 300, 'cap': 301, 'release': 400, 'withdraw': 500, 'catch': 550, 'compare': 600, 'seals': 650,
  'fit': 700, 'seat': 800, 'torque': 900, 'fasten': 1000, 'fill': 1100, 'wipe': 1200, 'on': 2000, 'run': 1300, 'level': 1400, 'leak': 1500, 'road-test': 3000,
}

/**
 * The whole job as tasks with their predecessors, for one choice of ways and operations. The rules of the trade are the arrows:
 * both sides capped as each joint opens; brackets and torque only when both ends of a line are started; all tight before filling, all filled
 * before wiping, all wiped and everything the engine needs back before it runs; what hides a joint, or leads to it, stays off until its leak check.
 */
export function listTasks(sheet: Sheet, scope: Scope, choice: WayChoice): Task[] {
  const goals = new Map(listGoals(scope).map(goal => [goal.id, goal]))
  const wayOf = (goal: string): Way => goals.get(goal)!.ways[choice.ways[goal]!]!
  const operations = sheet.operations.filter(operation => choice.operations.has(operation.id))
  const doneOf = (needs: Needs): Slug[] => [...new Set(needs.flatMap(anyOf => anyOf.filter(id => choice.operations.has(id))))]
  const offs = (needs: Needs) => doneOf(needs).map(id => `off:${id}`)

  const tasks: Task[] = []
  const put = (kind: TaskKind, target: Slug, phase: Phase, after: readonly string[], { way, at = way?.at, minutes = 0, nudge = 0 }: { way?: Way; at?: LiftPosition; minutes?: number; nudge?: number } = {}) => {
    const id = kind === 'prepare' || kind === 'run' || kind === 'catch' || kind === 'road-test' ? kind : `${kind}:${target}`
    tasks.push({ id, kind, target, phase, at, from: way?.from, minutes, priority: rank[kind] + nudge, after })
    return id
  }

  const received = scope.lines.map(line => put('receive', line.id, 'before', []))
  const prepared = put('prepare', sheet.id, 'before', received)
  operations.forEach((operation, i) => put('off', operation.id, 'open', [prepared, ...offs(operation.needs)], { at: operation.at, minutes: operation.off, nudge: i / 100 }))

  // Hardest end first: the one that costs most minutes to reach.
  const byHardness = scope.joints.toSorted((a, b) => wayOf(`joint:${b.id}`).minutes - wayOf(`joint:${a.id}`).minutes)
  const hardness = new Map(byHardness.map((joint, i) => [joint.id, 2 * i]))

  const tight: string[] = []
  const withdrawn: string[] = []
  for (const [lineIndex, line] of scope.lines.entries()) {
    const joints = scope.joints.filter(joint => joint.line === line.id)
    const out = wayOf(`withdraw:${line.id}`)
    const opened = joints.map((joint) => {
      const way = wayOf(`joint:${joint.id}`)
      const open = put('open', joint.id, 'line', [prepared, ...offs(way.needs)], { way, minutes: way.minutes / 2, nudge: hardness.get(joint.id)! })
      return put('cap', joint.id, 'line', [open], { way, nudge: hardness.get(joint.id)! })
    })
    const holds = scope.holds.filter(hold => hold.line === line.id || hold.with.includes(line.id))
    const withdraw = put('withdraw', line.id, 'line', [...opened, ...holds.map(hold => `release:${hold.id}`), ...offs(out.needs)], { way: out, minutes: out.minutes / 2, nudge: lineIndex })
    withdrawn.push(withdraw)
    const compared = put('compare', line.id, 'line', [withdraw], { nudge: lineIndex })
    const sealed = joints.filter(joint => joint.seals.length > 0).map(joint => put('seals', joint.id, 'line', [compared], { nudge: lineIndex }))
    const fit = put('fit', line.id, 'line', [compared, ...sealed, 'catch', ...offs(out.needs)], { way: out, minutes: out.minutes / 2, nudge: lineIndex })
    const seated = joints.map((joint) => {
      const way = wayOf(`joint:${joint.id}`)
      return put('seat', joint.id, 'line', [fit], { way, minutes: way.minutes / 2, nudge: lineIndex })
    })
    tight.push(...seated)
    for (const joint of joints.filter(needsTorque)) {
      tight.push(put('torque', joint.id, 'line', seated, { way: wayOf(`joint:${joint.id}`), nudge: lineIndex }))
    }
  }
  put('catch', sheet.id, 'line', withdrawn)
  for (const hold of scope.holds) {
    const way = wayOf(`hold:${hold.id}`)
    put('release', hold.id, 'line', [prepared, ...offs(way.needs)], { way, minutes: way.minutes / 2 })
    const lines = scope.lines.filter(line => line.id === hold.line || hold.with.includes(line.id)).map(line => line.id)
    const seated = scope.joints.filter(joint => lines.includes(joint.line)).map(joint => `seat:${joint.id}`)
    tight.push(put('fasten', hold.id, 'line', seated, { way, minutes: way.minutes / 2 }))
  }

  let filled: string[] = tight
  if (scope.fill) {
    const way = wayOf(`fill:${scope.fill.id}`)
    filled = [put('fill', scope.fill.id, 'fill', [...tight, ...offs(way.needs)], { way, minutes: way.minutes })]
  }
  // Each stop's joints are wiped there, once they are tight; where the fluid goes in, after it is in.
  const fillAt = scope.fill && wayOf(`fill:${scope.fill.id}`).at
  const jointsAt = (at: LiftPosition) => scope.joints.filter(joint => wayOf(`joint:${joint.id}`).at === at)
  const wiped = liftPositions.filter(at => jointsAt(at).length > 0).map((at) => {
    const here = tight.filter(id => jointsAt(at).some(joint => id === `seat:${joint.id}` || id === `torque:${joint.id}`))
    return put('wipe', at, 'prove', at === fillAt ? filled : here, { at })
  })

  const backFirst = operations.filter(operation => !operation.engineMayRun).map(operation => `on:${operation.id}`)
  const run = put('run', sheet.id, 'engine', [...wiped, ...filled, ...backFirst])
  if (scope.level) {
    const way = wayOf(`level:${scope.level.id}`)
    put('level', scope.level.id, 'prove', [run, ...offs(way.needs)], { way, minutes: way.minutes })
  }
  for (const joint of scope.joints) put('leak', joint.id, 'prove', [run], { way: wayOf(`joint:${joint.id}`) })

  const backOn = operations.map((operation, i) =>
    put('on', operation.id, operation.engineMayRun ? 'close' : 'engine', waitsOf(operation, { operations, scope, wayOf, tight, doneOf }), { at: operation.at, minutes: operation.on, nudge: operation.engineMayRun ? (operations.length - i) / 100 : (operations.length - i) / 100 - 950 }))
  if (sheet.proving.roadTest) put('road-test', sheet.id, 'close', [...backOn, ...tasks.filter(task => task.kind === 'leak' || task.kind === 'level').map(task => task.id)], { at: 'ground' })
  return tasks
}

type Around = { operations: readonly Operation[]; scope: Scope; wayOf: (goal: string) => Way; tight: readonly string[]; doneOf: (needs: Needs) => Slug[] }

/** What must be finished before a part may go back on. */
function waitsOf(operation: Operation, { operations, scope, wayOf, tight, doneOf }: Around): string[] {
  const behind = (needs: Needs): Slug[] => doneOf(needs).flatMap(id => [id, ...behind(operations.find(other => other.id === id)?.needs ?? [])])
  const leadsTo = (goal: string) => behind(wayOf(goal).needs).includes(operation.id)
  const deeper = operations.filter(other => doneOf(other.needs).includes(operation.id)).map(other => `on:${other.id}`)
  const joints = scope.joints.filter(joint => leadsTo(`joint:${joint.id}`))
  return [
    `off:${operation.id}`, ...deeper,
    ...tight.filter(id => joints.some(joint => id === `seat:${joint.id}` || id === `torque:${joint.id}`)),
    ...scope.holds.filter(hold => leadsTo(`hold:${hold.id}`)).map(hold => `fasten:${hold.id}`),
    ...scope.lines.filter(line => leadsTo(`withdraw:${line.id}`)).map(line => `fit:${line.id}`),
    ...(scope.fill && leadsTo(`fill:${scope.fill.id}`) ? [`fill:${scope.fill.id}`] : []),
    // What the engine needs cannot wait for a leak check that needs the engine.
    ...(operation.engineMayRun
      ? [...joints.map(joint => `leak:${joint.id}`), ...(scope.level && leadsTo(`level:${scope.level.id}`) ? [`level:${scope.level.id}`] : [])]
      : []),
  ]
}
