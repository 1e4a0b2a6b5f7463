import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { Outcome } from '../worker/entry'
import type { TaskInput, TaskName, TaskOutput } from '../worker/tasks'
import { ProblemError } from './problemError'
import { tooBusy } from './secret'

type Bounds = { waiting: number; milliseconds: number; heapMb: number; threads: number }
// One core is left to the event loop, where there are two.
const usual: Bounds = { waiting: 24, milliseconds: 10_000, heapMb: 512, threads: Math.max(1, availableParallelism() - 1) }

const tooLong = (milliseconds: number) =>
  new ProblemError('COMPUTE_TOO_LONG', `This is not computed within ${milliseconds / 1000} s: ask for less at once, or simplify the sheet.`)

/** Worker threads with a queue that ends, a time that ends and a heap that ends. `gone`: nobody waits for the answer any more. */
export function openPool(filename: string, { waiting, milliseconds, heapMb, threads }: Bounds) {
  const pool = new Piscina({
    filename,
    minThreads: 1,
    maxThreads: threads,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: heapMb },
  })
  // Counted here: what can be called off (all of it can) Piscina holds in a queue that its own limit does not count.
  let asked = 0
  return {
    async run(name: string, input: unknown, gone?: AbortSignal): Promise<unknown> {
      if (asked >= threads + waiting) throw tooBusy()
      asked++
      const inTime = AbortSignal.timeout(milliseconds)
      let outcome: Outcome
      try {
        outcome = (await pool.run({ name, input }, { signal: gone ? AbortSignal.any([inTime, gone]) : inTime })) as Outcome
      } catch (error) {
        const { name: kind, code } = error as Error & { code?: string }
        if (inTime.aborted || code === 'ERR_WORKER_OUT_OF_MEMORY') throw tooLong(milliseconds)
        if (kind === 'AbortError' && gone?.aborted) throw new ProblemError('SERVER_BUSY', 'Nobody waits for this any more.')
        throw error
      } finally {
        asked--
      }
      if ('problem' in outcome) throw ProblemError.of(outcome.problem)
      return outcome.value
    },
    close: () => pool.close({ force: true }),
  }
}

// Beside the built server; absent in development and in scripts, where tasks run on the spot.
const filename = join(dirname(process.argv[1] ?? ''), 'worker.mjs')
let pool: ReturnType<typeof openPool> | undefined

export async function closeWorkers(): Promise<void> {
  await pool?.close()
  pool = undefined
}

/**
 * Runs a task off the event loop: the one door to the worker pool. Too many waiting: 429 at once. Too long or too large: a typed answer,
 * and the thread is ended.
 */
export async function runTask<N extends TaskName>(name: N, input: TaskInput<N>, gone?: AbortSignal): Promise<TaskOutput<N>> {
  if (!existsSync(filename)) {
    const { tasks } = await import('../worker/tasks')
    return (await tasks[name](input as never)) as TaskOutput<N>
  }
  pool ??= openPool(filename, usual)
  return (await pool.run(name, input, gone)) as TaskOutput<N>
}
