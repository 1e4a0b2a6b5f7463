import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { Outcome } from '../worker/entry'
import type { TaskInput, TaskName, TaskOutput } from '../worker/tasks'
import { ProblemError } from './problemError'
import { tooBusy } from './secret'

const most = { waiting: 24, milliseconds: 10_000, heapMb: 512 }

// Beside the built server; absent in development and in scripts, where tasks run on the spot.
const filename = join(dirname(process.argv[1] ?? ''), 'worker.mjs')
let pool: Piscina | undefined

/** One core is left to the event loop, where there are two. */
const getPool = (): Piscina =>
  (pool ??= new Piscina({
    filename,
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    maxQueue: most.waiting,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: most.heapMb },
  }))

export async function closeWorkers(): Promise<void> {
  await pool?.close({ force: true })
  pool = undefined
}

const tooLong = () =>
  new ProblemError(
    'COMPUTE_TOO_LONG',
    `This is not computed within ${most.milliseconds / 1000} s: ask for less at once, or simplify the sheet.`,
  )

/**
 * Runs a task off the event loop: the one door to the worker pool. Too many waiting: 429 at once. Too long: a typed answer, and the thread
 * is ended. `gone`: whoever asked has left, and nothing is worked out for them any more.
 */
export async function runTask<N extends TaskName>(name: N, input: TaskInput<N>, gone?: AbortSignal): Promise<TaskOutput<N>> {
  if (!existsSync(filename)) {
    const { tasks } = await import('../worker/tasks')
    return (await tasks[name](input as never)) as TaskOutput<N>
  }
  const inTime = AbortSignal.timeout(most.milliseconds)
  let outcome: Outcome
  try {
    outcome = (await getPool().run({ name, input }, { signal: gone ? AbortSignal.any([inTime, gone]) : inTime })) as Outcome
  } catch (error) {
    const { name: kind, code, message } = error as Error & { code?: string }
    if (inTime.aborted || code === 'ERR_WORKER_OUT_OF_MEMORY') throw tooLong()
    if (kind === 'AbortError' && gone?.aborted) throw new ProblemError('SERVER_BUSY', 'Nobody waits for this any more.')
    if (/Task queue is at limit/.test(message)) throw tooBusy()
    throw error
  }
  if ('problem' in outcome) throw ProblemError.of(outcome.problem)
  return outcome.value as TaskOutput<N>
}
