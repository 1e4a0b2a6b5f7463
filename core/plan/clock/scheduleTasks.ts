import type { LiftPosition } from '../../sheet/types'
import type { MoveMinutes, Span, Task, Timeline, Visit, WaitSpan } from '../types'

/**
 * Puts ordered visits on the clock. Within a visit whatever can be done while something else must wait is done first, and what still waits
 * is left for the next visit at the same position where nothing in between depends on it: so waits overlap with work and the car moves no
 * more often. When nothing can be done, the clock runs on without hands. Gives the visits with their tasks in that order, and the timeline:
 * minutes from the start of the job.
 */
export function scheduleTasks(
  visits: readonly Visit[],
  waits: readonly WaitSpan[],
  { start, end, moveMinutes }: { start: LiftPosition; end: LiftPosition; moveMinutes: MoveMinutes },
): { visits: Visit[]; timeline: Timeline } {
  const finished = new Map<string, number>()
  const waitsFor = new Map<string, WaitSpan[]>()
  for (const wait of waits) for (const task of wait.before) waitsFor.set(task, [...(waitsFor.get(task) ?? []), wait])
  const endOf = (wait: WaitSpan) => wait.after.reduce((latest, task) => Math.max(latest, finished.get(task) ?? Infinity), 0) + wait.minutes
  const spans: Span[] = []
  let clock = 0
  let hands = 0
  let helper = 0
  let raised = 0
  let at = start
  const pass = (minutes: number) => {
    clock += minutes
    if (at !== 'ground') raised += minutes
  }
  const move = (to: LiftPosition, visit: number) => {
    if (to === at) return
    const minutes = moveMinutes(at, to)
    spans.push({ kind: 'move', at: to, from: clock, to: clock + minutes, visit })
    pass(minutes)
    hands += minutes
    at = to
  }
  const planned = visits.map(visit => [...visit.tasks])
  const stops = visits.some(visit => visit.tasks.some(task => task.kind === 'stop'))
  const isRunning = () => stops && finished.has('run') && !finished.has('stop')
  /** The next visit at the same position, if no task of the visits until then hangs on one of these. */
  const laterVisit = (index: number, tasks: ReadonlySet<Task>): number | undefined => {
    const waiting = new Set([...tasks].map(task => task.id))
    const [keepsStill, keepsRunning] = [[...tasks].some(task => task.still), waiting.has('stop')]
    for (let later = index + 1; later < visits.length; later++) {
      if (visits[later]!.at === visits[index]!.at) return later
      for (const task of planned[later]!)
        if (task.after.some(id => waiting.has(id)) || (keepsStill && task.kind === 'run') || (keepsRunning && task.still)) return undefined
    }
    return undefined
  }
  const ordered = visits.map((visit, index): Visit => {
    move(visit.at, index)
    const pending = new Set(planned[index])
    const here = new Set(planned[index]!.map(task => task.id))
    const done: Task[] = []
    while (pending.size > 0) {
      const mustBeBack = !here.has('stop') && [...pending].some(task => task.still)
      const possible = [...pending].filter(
        task =>
          task.after.every(id => finished.has(id) || !here.has(id)) &&
          !(task.still && isRunning()) &&
          !(task.kind === 'run' && stops && mustBeBack),
      )
      const ready = possible.map(task => ({
        task,
        from: Math.max(0, ...(waitsFor.get(task.id) ?? []).map(endOf)),
        wait: waitsFor.get(task.id)?.toSorted((a, b) => endOf(b) - endOf(a))[0],
      }))
      const now = ready.filter(({ from }) => from <= clock + 1e-9).sort((a, b) => a.task.priority - b.task.priority)[0]
      if (!now) {
        const next = ready.sort((a, b) => a.from - b.from)[0]!
        const later = laterVisit(index, pending)
        if (later !== undefined) {
          planned[later]!.unshift(...pending)
          break
        }
        if (!Number.isFinite(next.from)) throw new RangeError(`${next.wait?.id} waits for a task that comes later`)
        spans.push({ kind: 'idle', from: clock, to: next.from, wait: next.wait!.id, visit: index })
        pass(next.from - clock)
        continue
      }
      const { task } = now
      spans.push({ kind: 'task', task: task.id, from: clock, to: clock + task.minutes, helper: task.helper ?? false, visit: index })
      pass(task.minutes)
      hands += task.minutes
      if (task.helper) helper += task.minutes
      finished.set(task.id, clock)
      pending.delete(task)
      done.push(task)
    }
    return { at: visit.at, tasks: done }
  })
  move(end, visits.length)
  const spanned = waits
    .map(wait => ({ ...wait, from: endOf(wait) - wait.minutes, to: endOf(wait) }))
    .filter(wait => Number.isFinite(wait.to))
  return { visits: ordered, timeline: { spans, waits: spanned, clock, hands, helper, raised } }
}
