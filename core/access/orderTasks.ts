import { fail, ok, type Result } from '../result'
import { liftPositions, type LiftPosition } from '../sheet/types'
import type { AccessIssue, MoveMinutes, Task, Visit } from './types'

export type Ordering = { visits: Visit[]; moves: number; cost: number }

type Options = { start: LiftPosition; end: LiftPosition; moveMinutes: MoveMinutes }
/** How far a job has come: which tasks are done, and of the others how many predecessors are not. */
type Progress = { done: Uint8Array; left: Int32Array; count: number }
type Stop = { at: LiftPosition; before: Stop | undefined }
type Graph = { tasks: readonly Task[]; followers: readonly (readonly number[])[]; left: Int32Array }

function graphOf(tasks: readonly Task[]): Graph {
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const followers: number[][] = tasks.map(() => [])
  const left = new Int32Array(tasks.length)
  tasks.forEach((task, i) => {
    for (const id of task.after) {
      const before = indexOf.get(id)
      // A task that waits for one that does not exist waits for ever, and is named below.
      left[i]!++
      if (before !== undefined) followers[before]!.push(i)
    }
  })
  return { tasks, followers, left }
}

/** Everything that can be done at a position, in no particular order. */
function workedAt({ tasks, followers }: Graph, from: Progress, at: LiftPosition): Progress {
  const progress = { done: from.done.slice(), left: from.left.slice(), count: from.count }
  const fits = (i: number) => progress.done[i] === 0 && progress.left[i] === 0 && (tasks[i]!.at === undefined || tasks[i]!.at === at)
  const ready: number[] = []
  for (let i = 0; i < tasks.length; i++) if (fits(i)) ready.push(i)
  for (let i = ready.pop(); i !== undefined; i = ready.pop()) {
    if (progress.done[i] === 1) continue
    progress.done[i] = 1
    progress.count++
    for (const follower of followers[i]!) {
      progress.left[follower]!--
      if (fits(follower)) ready.push(follower)
    }
  }
  return progress
}

/** Fifteen tasks a letter: two states are the same when the same tasks are done. */
function keyOf(done: Uint8Array): string {
  let key = ''
  for (let i = 0; i < done.length; i += 15) {
    let bits = 0
    for (let k = i; k < i + 15 && k < done.length; k++) bits = bits << 1 | done[k]!
    key += String.fromCharCode(bits)
  }
  return key
}

/**
 * The sequence of lift positions with the least minutes spent moving the car. Exact: at every stop it never hurts to do all that can be done there, so only
 * the sequence of positions is searched, cheapest first (Dijkstra).
 */
function leastStops(graph: Graph, { start, end, moveMinutes }: Options): Result<{ stops: LiftPosition[]; moves: number; cost: number }, AccessIssue> {
  type Node = { progress: Progress; at: LiftPosition; cost: number; moves: number; stop: Stop }
  const { tasks } = graph
  const begun: Progress = { done: new Uint8Array(tasks.length), left: graph.left, count: 0 }
  const queue: Node[] = [{ progress: workedAt(graph, begun, start), at: start, cost: 0, moves: 0, stop: { at: start, before: undefined } }]
  const settled = new Set<string>()
  let furthest = queue[0]!
  while (queue.length > 0) {
    let first = 0
    for (let i = 1; i < queue.length; i++) if (queue[i]!.cost < queue[first]!.cost || (queue[i]!.cost === queue[first]!.cost && queue[i]!.moves < queue[first]!.moves)) first = i
    const [node] = queue.splice(first, 1) as [Node]
    const finished = node.progress.count === tasks.length
    if (finished && node.at === end) {
      const stops: LiftPosition[] = []
      for (let stop: Stop | undefined = node.stop; stop; stop = stop.before) stops.push(stop.at)
      return ok({ stops: stops.reverse(), moves: node.moves, cost: node.cost })
    }
    const key = node.at + keyOf(node.progress.done)
    if (settled.has(key)) continue
    settled.add(key)
    if (node.progress.count > furthest.progress.count) furthest = node
    for (const at of liftPositions.filter(position => position !== node.at)) {
      const progress = workedAt(graph, node.progress, at)
      if (finished ? at === end : progress.count > node.progress.count) queue.push({ progress, at, cost: node.cost + moveMinutes(node.at, at), moves: node.moves + 1, stop: { at, before: node.stop } })
    }
  }
  return fail({ code: 'ACCESS_ORDER_IMPOSSIBLE', tasks: tasks.filter((_, i) => furthest.progress.done[i] === 0).map(task => task.id) })
}

/** Minutes spent moving the car in the best order, without the order itself. */
export function leastMoveMinutes(tasks: readonly Task[], options: Options): Result<number, AccessIssue> {
  const least = leastStops(graphOf(tasks), options)
  return least.ok ? ok(least.value.cost) : least
}

/**
 * Orders tasks into visits of lift positions with the least minutes spent moving the car. Within a visit the technician's order is kept: lowest
 * priority number among the tasks whose predecessors are done.
 */
export function orderTasks(tasks: readonly Task[], options: Options): Result<Ordering, AccessIssue> {
  const graph = graphOf(tasks)
  const least = leastStops(graph, options)
  if (!least.ok) return least
  const byPriority = tasks.map((_, i) => i).sort((a, b) => tasks[a]!.priority - tasks[b]!.priority || a - b)
  const [left, done] = [graph.left.slice(), new Set<number>()]
  const visits = least.value.stops.map((at): Visit => {
    const here: Task[] = []
    const next = () => byPriority.find(i => !done.has(i) && left[i] === 0 && (tasks[i]!.at === undefined || tasks[i]!.at === at))
    for (let i = next(); i !== undefined; i = next()) {
      done.add(i)
      here.push(tasks[i]!)
      for (const follower of graph.followers[i]!) left[follower]!--
    }
    return { at, tasks: here }
  })
  return ok({ visits: visits.filter(visit => visit.tasks.length > 0), moves: least.value.moves, cost: least.value.cost })
}
