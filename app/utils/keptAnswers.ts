import type { JobEvent } from '#core/job/types'
import { ask, NoAnswer, readAs, readerOf, type LateReader, type Reader } from './api'
import { deviceStore } from './deviceStore'
import { ownTurn } from './inTurn'
import { libraryMemo } from './libraryMemo'
import { photoCache } from './photoCache'

/** An answer, when it came by this device's clock, and, where it was kept from before because nobody answers now, who is away. */
export type Answer<T> = { value: T; at: number; away?: NoAnswer }

/**
 * Asks the server, and keeps what it says on this device; while nobody answers, what was said last. What cannot be kept is shown all the
 * same: the next time it will have to be asked for. Throws what `call` throws, and that nobody answers where nothing was kept.
 */
export async function askKept<T>(path: string, read: Reader<T> | LateReader<T>): Promise<Answer<T>> {
  try {
    const [value, reader] = await Promise.all([ask('GET', path), readerOf(read)])
    const answer = { value: readAs(reader, value), at: Date.now() }
    // Nobody waits for it: it is shown meanwhile.
    void deviceStore()
      .keepAnswer({ path, at: answer.at, value })
      .catch(() => {})
    await ownTurn()
    return answer
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error
    const kept = await deviceStore()
      .findAnswer(path)
      .catch(() => undefined)
    if (!kept) throw error
    // What an earlier version of the program kept may not be readable any more: then it is not there.
    try {
      return { value: readAs(await readerOf(read), kept.value), at: kept.at, away: error }
    } catch {
      throw error
    }
  }
}

export const jobPath = (job: string): string => `/api/jobs/${job}`

/** Puts what has come on record since a job was kept beside it: a page loaded without the server knows it too. */
export async function keepOnRecord(job: string, events: readonly JobEvent[]): Promise<void> {
  if (events.length === 0) return
  await deviceStore()
    .changeAnswer(jobPath(job), value => {
      const view = value as { events: { id: string; seq: number }[] }
      const fresh = events.filter(event => !view.events.some(({ id }) => id === event.id))
      return fresh.length > 0 ? { ...view, events: [...view.events, ...fresh].sort((a, b) => a.seq - b.seq) } : view
    })
    .catch(() => {})
}

/** Nobody is signed in here any more: what was shown to who was is not left lying. */
export async function forgetAnswers(): Promise<void> {
  libraryMemo.last = undefined
  await deviceStore()
    .clearAnswers()
    .catch(() => {})
  if ('caches' in window) await caches.delete(photoCache).catch(() => {})
}
