import type { JobCommand, JobEvent } from '#core/job/types'

/** Recorded on this device and not yet confirmed. `basedOn`: the last sequence this device had seen when the person pressed the button. */
export type Waiting = { event: JobEvent; command: JobCommand; basedOn: number }

const prefix = 'efferent.outbox.'
type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>

/**
 * What waits to be sent, by job, in the browser's storage: it survives a reload, a closed tab and a flat battery, and belongs to the
 * device, not
 * to the page that is open. Two tabs may send the same entry; the server takes it once.
 */
export function createOutbox(storage: Store) {
  const list = (job: string): Waiting[] => {
    try {
      const kept: unknown = JSON.parse(storage.getItem(prefix + job) ?? '[]')
      return Array.isArray(kept) ? (kept as Waiting[]) : []
    } catch {
      // Not ours, or cut off mid-write: it can neither be shown nor sent.
      return []
    }
  }
  const keep = (job: string, waiting: readonly Waiting[]): void => {
    if (waiting.length > 0) storage.setItem(prefix + job, JSON.stringify(waiting))
    else storage.removeItem(prefix + job)
  }
  return {
    list,
    jobs: (): string[] =>
      Array.from({ length: storage.length }, (_, i) => storage.key(i))
        .filter((key): key is string => key?.startsWith(prefix) === true)
        .map(key => key.slice(prefix.length)),
    add: (waiting: Waiting): void => keep(waiting.event.job, [...list(waiting.event.job), waiting]),
    remove: (job: string, ids: ReadonlySet<string>): void =>
      keep(
        job,
        list(job).filter(({ event }) => !ids.has(event.id)),
      ),
  }
}
