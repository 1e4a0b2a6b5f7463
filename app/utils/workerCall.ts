import type { Answered, Asked } from '~/workers/entry'
import type { TaskInput, TaskName, TaskOutput } from '~/workers/tasks'

/** What went wrong in the worker, with its code where it had one. */
export class WorkerFailure extends Error {
  constructor(
    readonly kind: string,
    message: string,
    readonly code?: string,
  ) {
    super(message)
  }
}

type Waiting = { asked: Asked; signal?: AbortSignal; resolve: (value: never) => void; reject: (error: unknown) => void }
type WorkerLike = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>

const graceMs = 250
const abortOf = (signal?: AbortSignal): unknown => signal?.reason ?? new DOMException('no longer wanted', 'AbortError')

/**
 * The one way from the page to its worker: typed by task, one after the other. A call that is aborted while it waits is dropped; one that
 * is being worked on is given a moment, then ended with its worker, and another begins with the next. Where workers cannot be had the task
 * is done here.
 */
export class WorkerCaller {
  #worker: WorkerLike | undefined
  #running: Waiting | undefined
  #n = 0
  readonly #waiting: Waiting[] = []
  constructor(readonly create: () => WorkerLike | undefined) {}

  run<N extends TaskName>(name: N, input: TaskInput<N>, signal?: AbortSignal): Promise<TaskOutput<N>> {
    if (signal?.aborted) return Promise.reject(abortOf(signal))
    return new Promise<TaskOutput<N>>((resolve, reject) => {
      // Proxies do not cross to a worker; the data behind them is plain.
      const asked: Asked = { n: ++this.#n, name, input: JSON.parse(JSON.stringify(input)) }
      const waiting: Waiting = { asked, signal, resolve: resolve as (value: never) => void, reject }
      signal?.addEventListener('abort', () => this.#drop(waiting), { once: true })
      this.#waiting.push(waiting)
      this.#next()
    })
  }

  /** Begins the worker before there is work for it: its script is read meanwhile. */
  begin(): void {
    this.#worker ??= this.#begin()
  }

  #next(): void {
    if (this.#running) return
    this.#running = this.#waiting.shift()
    if (!this.#running) return
    this.begin()
    if (this.#worker) this.#worker.postMessage(this.#running.asked)
    else void this.#here(this.#running)
  }

  #begin(): WorkerLike | undefined {
    const worker = this.create()
    if (!worker) return undefined
    worker.onmessage = ({ data }: MessageEvent<Answered>) => this.#answer(data)
    // A script that does not load leaves its work to this thread.
    worker.onerror = () => {
      this.#worker = undefined
      if (this.#running) void this.#here(this.#running)
    }
    return worker
  }

  #answer(answered: Answered): void {
    const running = this.#running
    if (running?.asked.n !== answered.n) return
    this.#running = undefined
    if ('error' in answered) running.reject(new WorkerFailure(answered.error.name, answered.error.message, answered.error.code))
    else running.resolve(answered.value as never)
    this.#next()
  }

  async #here(waiting: Waiting): Promise<void> {
    const { tasks } = await import('~/workers/tasks')
    const { n, name, input } = waiting.asked
    try {
      this.#answer({ n, value: tasks[name](input as never) })
    } catch (thrown) {
      const { name: kind, message, code } = thrown as Error & { code?: string }
      this.#answer({ n, error: { name: kind, message, code } })
    }
  }

  #drop(waiting: Waiting): void {
    const at = this.#waiting.indexOf(waiting)
    if (at >= 0) this.#waiting.splice(at, 1)
    else if (this.#running !== waiting) return
    waiting.reject(abortOf(waiting.signal))
    // What is nearly done is let run out: beginning a worker anew takes longer than most tasks do.
    if (at < 0) setTimeout(() => this.#running === waiting && this.#end(), graceMs)
  }

  #end(): void {
    this.#worker?.terminate()
    this.#worker = undefined
    this.#running = undefined
    this.#next()
  }
}

const create = () =>
  typeof Worker === 'undefined' ? undefined : new Worker(new URL('../workers/entry.ts', import.meta.url), { type: 'module' })
const caller = new WorkerCaller(create)
/** The routes of a picture wait for no plan: they have a worker of their own. */
const pictures = new WorkerCaller(create)

/** For a page that will have something worked out as soon as it knows what. */
export const beginWorker = (): void => caller.begin()
export const runInWorker = <N extends TaskName>(name: N, input: TaskInput<N>, signal?: AbortSignal): Promise<TaskOutput<N>> =>
  (name === 'traceLines' ? pictures : caller).run(name, input, signal)
