import type { Sheet } from '../../sheet/types'
import { listCircuits, listFluid, listWiping } from './fluidTasks'
import { listBeside, listHolds, listLineWork, listOffs } from './lineTasks'
import type { Scope } from '../goals/listGoals'
import { listWaits } from '../clock/listWaits'
import { listProving } from './proofTasks'
import { doneOf } from './standing'
import type { TaskKey } from './taskKinds'
import { jobOf, type Choice, type TaskOptions } from './taskList'
import type { Task } from '../types'

/**
 * The job as tasks with their predecessors, for one choice of ways and operations; of a car in the middle of the work, what is left. The
 * rules of the trade are the arrows: electrics dead before anything is opened beside a live cable; both sides capped as each joint opens;
 * brackets and torque only when both ends of a line are started; all tight before filling, all filled and bled before wiping, all wiped and
 * everything the engine needs back before it runs; nothing but looking while it runs; what hides a joint stays off until its leak
 * check, and what leads to it as long as it can.
 */
export function listTasks(sheet: Sheet, scope: Scope, choice: Choice, options: TaskOptions = {}): Task[] {
  const job = jobOf(sheet, scope, choice, options)
  const done = new Set(doneOf(options.standing))
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
function tasksLeft(tasks: readonly Task[], done: ReadonlySet<TaskKey>): Task[] {
  const byId = new Map(tasks.map(task => [task.id, task]))
  const instead = new Map<TaskKey, ReadonlySet<TaskKey>>()
  const waitFor = (id: TaskKey): ReadonlySet<TaskKey> => {
    const known = instead.get(id)
    if (known) return known
    const found = new Set<TaskKey>()
    instead.set(id, found)
    // What had to be off for something done need not be off any more.
    for (const before of byId.get(id)?.after ?? []) {
      if (done.has(before)) for (const further of waitFor(before)) found.add(further)
      else if (byId.get(before)?.kind !== 'off') found.add(before)
    }
    return found
  }
  return tasks
    .filter(task => !done.has(task.id))
    .map(task => ({ ...task, after: [...new Set(task.after.flatMap(id => (done.has(id) ? [...waitFor(id)] : [id])))] }))
}
