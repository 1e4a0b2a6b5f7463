import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { Outcome } from '../worker/entry'
import type { TaskInput, TaskName, TaskOutput } from '../worker/tasks'
import { whoAsks } from './asking'
import { FairQueue } from './fairQueue'
import { ProblemError } from './problemError'

/** `each`: at work and waiting, of one person. `kept`: threads that stay when nothing is left to do. `nice`: how far they stand back. */
type Bounds = { each: number; milliseconds: number; heapMb: number; threads: number; kept: number; nice: number }
/** Of each thread, swept up this often: twice what JSON of a large sheet comes to. */
const youngMb = 16
// One core is left to the event loop, where there are two.
const threads = Math.max(1, availableParallelism() - 1)
/** What jobs need goes by itself; whatever else anybody wants computed stands behind it, and gives back its memory afterwards. */
const lanes = {
  job: { each: 16, milliseconds: 10_000, heapMb: 256, threads, kept: 1, nice: 0 },
  open: { each: 6, milliseconds: 10_000, heapMb: 192, threads, kept: 0, nice: 10 },
} as const satisfies Record<string, Bounds>
export type Lane = keyof typeof lanes
const laneOf = {
  plan: 'job',
  record: 'job',
  recordPdf: 'job',
  redrawPhoto: 'job',
  templatesPdf: 'open',
  compute: 'open',
  readPack: 'open',
  readRevision: 'open',
} as const satisfies Record<TaskName, Lane>

const shareUsed = (each: number, before: number) =>
  new ProblemError(
    'SERVER_BUSY',
    `${each} things that you asked for are at work or wait already, the last of them for ${before} others. Ask again when one is done.`,
    { headers: { 'retry-after': '2' } },
  )

const tooLong = (milliseconds: number) =>
  new ProblemError('COMPUTE_TOO_LONG', `This is not computed within ${milliseconds / 1000} s: ask for less at once, or simplify the sheet.`)

/** A large body is handed over and not copied: whoever asks for it to be read has no more use for it. */
function handedOver(input: unknown): ArrayBuffer[] {
  const body = typeof input === 'object' && input !== null && 'body' in input ? input.body : undefined
  const isAlone = body instanceof Uint8Array && body.buffer instanceof ArrayBuffer && body.buffer.byteLength === body.byteLength
  return isAlone ? [body.buffer] : []
}

/** Worker threads with a queue that ends, a time that ends and a heap that ends. `gone`: nobody waits for the answer any more. */
export function openPool(filename: string, { each, milliseconds, heapMb, threads: most, kept, nice }: Bounds) {
  const pool = new Piscina({
    filename,
    minThreads: kept,
    maxThreads: most,
    idleTimeout: 20_000,
    resourceLimits: { maxOldGenerationSizeMb: heapMb, maxYoungGenerationSizeMb: youngMb },
    workerData: { nice },
  })
  // Turns are given here: what Piscina holds in its own queue is nobody's, and not counted where it can be called off.
  const queue = new FairQueue(most, each, shareUsed)
  const work = async (name: string, input: unknown, gone: AbortSignal | undefined): Promise<Outcome> => {
    const task = { name, input }
    // Counted from its turn on: waiting behind others is not taking long.
    const inTime = AbortSignal.timeout(milliseconds)
    try {
      const signal = gone ? AbortSignal.any([inTime, gone]) : inTime
      return (await pool.run(task, { signal, transferList: handedOver(input) })) as Outcome
    } catch (error) {
      if (inTime.aborted || (error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY') throw tooLong(milliseconds)
      throw error
    }
  }
  return {
    async run(name: string, input: unknown, { person = whoAsks(), gone }: { person?: string; gone?: AbortSignal } = {}): Promise<unknown> {
      let outcome: Outcome
      try {
        outcome = await queue.run(
          person,
          async () => work(name, typeof input === 'function' ? await (input as () => unknown)() : input, gone),
          gone,
        )
      } catch (error) {
        if ((error as Error).name === 'AbortError' && gone?.aborted)
          throw new ProblemError('SERVER_BUSY', 'Nobody waits for this any more.')
        throw error
      }
      if ('problem' in outcome) throw ProblemError.of(outcome.problem)
      return outcome.value
    },
    placeOf: (person: string) => queue.placeOf(person),
    close: () => pool.close({ force: true }),
  }
}

// Beside the built server; absent in development and in scripts, where tasks run on the spot.
const filename = join(dirname(process.argv[1] ?? ''), 'worker.mjs')
const pools = new Map<Lane, ReturnType<typeof openPool>>()

export async function closeWorkers(): Promise<void> {
  await Promise.all([...pools.values()].map(pool => pool.close()))
  pools.clear()
}

/** How many are worked out before the last that this person waits for, in whichever lane that is most. */
export function waitingFor(person: string): { before?: number } {
  const places = [...pools.values()].flatMap(pool => pool.placeOf(person) ?? [])
  return places.length > 0 ? { before: Math.max(...places) } : {}
}

/**
 * Runs a task off the event loop, in the name of whoever asks: the one door to the worker pools. Whoever has their share at work or waiting
 * is told so: 429. What is large is fetched by a function, when its turn has come. Too long or too large: a typed answer, and the thread is
 * ended.
 */
export async function runTask<N extends TaskName>(
  name: N,
  input: TaskInput<N> | (() => Promise<TaskInput<N>>),
  gone?: AbortSignal,
): Promise<TaskOutput<N>> {
  if (!existsSync(filename)) {
    const { tasks } = await import('../worker/tasks')
    return (await tasks[name]((typeof input === 'function' ? await input() : input) as never)) as TaskOutput<N>
  }
  const lane = laneOf[name]
  let pool = pools.get(lane)
  if (!pool) pools.set(lane, (pool = openPool(filename, lanes[lane])))
  return (await pool.run(name, input, { gone })) as TaskOutput<N>
}
