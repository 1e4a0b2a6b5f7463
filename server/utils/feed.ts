import { EventEmitter } from 'node:events'
import pg from 'pg'
import { endedChannel, jobChannel, listMoved, notifyJobs, type MovedJob } from '../sql/jobs/notifyJob'
import { listenTo } from '../sql/listenTo'
import { takesWrites } from '../sql/probeDatabase'
import { config } from './config'
import { getPool, moveTo } from './db'
import { gathered } from './gathered'
import { Lru } from './lru'

/** So often what moved is looked at, for what nobody told of; and so far back. */
const lookEveryMs = 5000
const lookBackSeconds = 20

/**
 * One LISTEN connection per process feeds every open stream. `job` says which job moved; `resync` that notifications may have been missed
 * and followers should read on from where they stand; `lost` that the database is away.
 */
export type FeedEvents = { job: [MovedJob]; ended: [Ended]; resync: []; lost: [] }
/** A sign-in that has ended, or everything of a person. */
export type Ended = { signIn?: string; person?: string }

class Feed extends EventEmitter<FeedEvents> {
  #client: pg.Client | undefined
  #retry: NodeJS.Timeout | undefined
  #stopped = false
  #connected = false
  #look: NodeJS.Timeout | undefined
  /** How far each job that moved lately is known here to have come. */
  readonly #heard = new Lru<string, number>(2000)

  get connected(): boolean {
    return this.#connected
  }

  /** Follows the member of the cluster that takes writes, from the first on; and the pool with it. */
  async start(from = 0): Promise<void> {
    this.setMaxListeners(0)
    this.#look ??= setInterval(() => void this.#lookForUntold(), lookEveryMs).unref()
    const member = from % config.directUrls.length
    const client = new pg.Client({
      connectionString: config.directUrls[member],
      application_name: 'efferent feed',
      keepAlive: true,
      connectionTimeoutMillis: 4000,
    })
    this.#client = client
    let ended = false
    const lose = () => {
      if (ended) return
      ended = true
      if (this.#connected) this.emit('lost')
      this.#connected = false
      void client.end().catch(() => {})
      if (!this.#stopped) this.#retry = setTimeout(() => void this.start(member + 1), 500)
    }
    client.on('error', lose)
    client.on('end', lose)
    client.on('notification', ({ channel, payload }) => {
      if (channel === endedChannel) this.emit('ended', JSON.parse(payload!) as Ended)
      else this.#hear(JSON.parse(payload!) as MovedJob)
    })
    try {
      await client.connect()
      // A standby is passed by where there is another; the only one there is, is used for what it gives.
      if (config.directUrls.length > 1 && !(await takesWrites(client))) throw new Error('a standby')
      moveTo(member)
      await listenTo(client, jobChannel)
      await listenTo(client, endedChannel)
      this.#connected = true
      this.emit('resync')
    } catch {
      lose()
    }
  }

  #hear(job: MovedJob): void {
    this.#heard.set(job.id, Math.max(job.seq, this.#heard.get(job.id) ?? 0))
    this.emit('job', job)
  }

  /** A process that dies between its commit and its telling, or whose telling fails, has left followers behind. */
  async #lookForUntold(): Promise<void> {
    if (!this.#connected || this.listenerCount('job') === 0) return
    const moved = await listMoved(getPool(), lookBackSeconds).catch(() => [])
    for (const job of moved) if (job.seq > (this.#heard.get(job.id) ?? 0)) this.#hear(job)
  }

  async stop(): Promise<void> {
    this.#stopped = true
    clearInterval(this.#look)
    clearTimeout(this.#retry)
    await this.#client?.end().catch(() => {})
  }
}

export const feed = new Feed()

const tell = gathered(async (jobs: readonly MovedJob[]) => {
  await notifyJobs(getPool(), jobs)
  return jobs.map(() => true)
})
/** Tells every process, this one too, that a job has moved; to be called once that is on the disk. What fails is found by looking. */
export const tellMoved = (job: MovedJob): void => void tell(job).catch(() => {})

/** Streams to close when the process is asked to stop, or stopping would wait for them. */
export const openStreams = new Set<() => void>()
