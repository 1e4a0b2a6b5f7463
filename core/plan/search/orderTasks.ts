import { ok, type Result } from '../../result'
import type { LiftPosition } from '../../sheet/types'
import { leastStops, type Travel } from './leastStops'
import type { AccessIssue, Task, Visit } from '../types'

export type Ordering = { visits: Visit[]; moves: number; cost: number }

/**
 * Orders tasks into visits of lift positions with the least minutes spent moving the car. Within a visit the technician's order is kept:
 * lowest priority number among the tasks whose predecessors are done. Fails where tasks wait for each other.
 */
export function orderTasks(tasks: readonly Task[], travel: Travel): Result<Ordering, AccessIssue> {
  const least = leastStops(tasks, travel)
  if (!least.ok) return least
  const { stops, runs, moves, cost, off } = least.value
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const followers: number[][] = tasks.map(() => [])
  const left = tasks.map(task => task.after.length)
  tasks.forEach((task, i) => task.after.forEach(id => followers[indexOf.get(id)!]!.push(i)))
  const byPriority = tasks.map((_, i) => i).sort((a, b) => tasks[a]!.priority - tasks[b]!.priority || a - b)
  const done = new Set<number>()
  let running = false
  /** Is there anything at a position that hands would be kept from, and that could be done there without the engine? */
  const stillAhead = (at: LiftPosition): boolean => {
    const before = new Set(done)
    for (let again = true; again;) {
      again = false
      for (const [i, task] of tasks.entries()) {
        if (
          before.has(i) ||
          task.kind === 'run' ||
          (task.at !== undefined && task.at !== at) ||
          !task.after.every(id => before.has(indexOf.get(id)!))
        )
          continue
        if (task.still) return true
        before.add(i)
        again = true
      }
    }
    return false
  }
  const visits = stops.map((at, visit): Visit => {
    const here: Task[] = []
    const isReady = (i: number) =>
      !done.has(i) &&
      left[i] === 0 &&
      !(tasks[i]!.rests && tasks[i]!.kind === 'off' && !off[visit]!.has(tasks[i]!.id)) &&
      (tasks[i]!.at === undefined || tasks[i]!.at === at) &&
      !(running && tasks[i]!.still)
    // Before the engine starts, hands do here what they would be kept from, and whatever that waits for.
    const mayStart = () => visit >= runs && !stillAhead(at)
    const next = () => byPriority.find(i => isReady(i) && (tasks[i]!.kind !== 'run' || mayStart()))
    for (let i = next(); i !== undefined; i = next()) {
      done.add(i)
      here.push(tasks[i]!)
      if (tasks[i]!.kind === 'run') running = tasks.some(task => task.kind === 'stop')
      if (tasks[i]!.kind === 'stop') running = false
      for (const follower of followers[i]!) left[follower]!--
    }
    return { at, tasks: here }
  })
  return ok({ visits: visits.filter(visit => visit.tasks.length > 0), moves, cost })
}
