import { fail, ok, type Result } from '../result'
import { liftPositions, type LiftPosition } from '../sheet/types'
import type { AccessIssue, MoveMinutes, Task, Visit } from './types'

export type Ordering = { visits: Visit[]; moves: number; cost: number }

/**
 * Orders tasks into visits of lift positions with the least minutes spent moving the car. Exact: at every stop it never
 * hurts to do all that can be done there, so only the sequence of positions is searched, cheapest first (Dijkstra).
 * Within a visit the technician's order is kept: lowest priority number among the tasks whose predecessors are done.
 */
export function orderTasks(tasks: readonly Task[], { start, end, moveMinutes }: { start: LiftPosition; end: LiftPosition; moveMinutes: MoveMinutes }): Result<Ordering, AccessIssue> {
  type Node = { done: ReadonlySet<string>; at: LiftPosition; cost: number; moves: number; visits: Visit[] }
  const workAt = (done: ReadonlySet<string>, at: LiftPosition): { done: Set<string>; tasks: Task[] } => {
    const after = new Set(done)
    const here: Task[] = []
    for (;;) {
      const next = tasks
        .filter(task => !after.has(task.id) && (task.at === undefined || task.at === at) && task.after.every(id => after.has(id)))
        .reduce<Task | undefined>((first, task) => first && first.priority <= task.priority ? first : task, undefined)
      if (!next) return { done: after, tasks: here }
      after.add(next.id)
      here.push(next)
    }
  }
  const arrive = (from: Omit<Node, 'visits'> & { visits: Visit[] }): Node => {
    const { done, tasks: here } = workAt(from.done, from.at)
    return { ...from, done, visits: [...from.visits, { at: from.at, tasks: here }] }
  }
  const queue: Node[] = [arrive({ done: new Set(), at: start, cost: 0, moves: 0, visits: [] })]
  const settled = new Set<string>()
  let furthest = queue[0]!
  while (queue.length > 0) {
    queue.sort((a, b) => a.cost - b.cost || a.moves - b.moves)
    const node = queue.shift()!
    const finished = node.done.size === tasks.length
    if (finished && node.at === end) return ok({ visits: node.visits.filter(visit => visit.tasks.length > 0), moves: node.moves, cost: node.cost })
    const key = `${node.at}|${[...node.done].sort().join(' ')}`
    if (settled.has(key)) continue
    settled.add(key)
    if (node.done.size > furthest.done.size) furthest = node
    for (const at of liftPositions.filter(position => position !== node.at)) {
      const next = arrive({ done: node.done, at, cost: node.cost + moveMinutes(node.at, at), moves: node.moves + 1, visits: node.visits })
      if (finished ? at === end : next.done.size > node.done.size) queue.push(next)
    }
  }
  return fail({ code: 'ACCESS_ORDER_IMPOSSIBLE', tasks: tasks.filter(task => !furthest.done.has(task.id)).map(task => task.id) })
}
