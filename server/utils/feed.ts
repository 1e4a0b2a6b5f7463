import { EventEmitter } from 'node:events'
import pg from 'pg'
import { endedChannel, jobChannel } from '../sql/jobs/notifyJob'
import { listenTo } from '../sql/listenTo'
import { config } from './config'

/**
 * One LISTEN connection per process feeds every open stream. `job` says which job moved; `resync` that notifications may have been missed
 * and followers should read on from where they stand; `lost` that the database is away.
 */
export type FeedEvents = { job: [{ id: string; seq: number }]; ended: [Ended]; resync: []; lost: [] }
/** A sign-in that has ended, or everything of a person. */
export type Ended = { signIn?: string; person?: string }

class Feed extends EventEmitter<FeedEvents> {
  #client: pg.Client | undefined
  #retry: NodeJS.Timeout | undefined
  #stopped = false
  #connected = false

  get connected(): boolean {
    return this.#connected
  }

  async start(): Promise<void> {
    this.setMaxListeners(0)
    const client = new pg.Client({
      connectionString: config.databaseUrl,
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
      if (!this.#stopped) this.#retry = setTimeout(() => void this.start(), 500)
    }
    client.on('error', lose)
    client.on('end', lose)
    client.on('notification', ({ channel, payload }) => {
      if (channel === endedChannel) this.emit('ended', JSON.parse(payload!) as Ended)
      else this.emit('job', JSON.parse(payload!) as { id: string; seq: number })
    })
    try {
      await client.connect()
      await listenTo(client, jobChannel)
      await listenTo(client, endedChannel)
      this.#connected = true
      this.emit('resync')
    } catch {
      lose()
    }
  }

  async stop(): Promise<void> {
    this.#stopped = true
    clearTimeout(this.#retry)
    await this.#client?.end().catch(() => {})
  }
}

export const feed = new Feed()

/** Streams to close when the process is asked to stop, or stopping would wait for them. */
export const openStreams = new Set<() => void>()
