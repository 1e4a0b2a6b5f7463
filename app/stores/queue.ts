import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { JobEvent } from '#core/job/types'
import { problem, type Problem } from '#shared/errors'
import type { Reading } from '#shared/versioned'
import { call, ProblemFailure } from '~/utils/api'
import { noReceipt } from '~/utils/receipts'
import { deviceStore, notKeptWords } from '~/utils/deviceStore'
import type { KeptEntry } from '~/utils/keptEntry'
import { withSendLock } from '~/utils/sendLock'
import { useConnection } from './connection'
import { useSession } from './session'

/** What became of one entry: on record, refused for good, held back for now, or somebody is away. */
type Delivery = 'taken' | 'refused' | 'held' | 'away'

const neverRead = (): never => {
  throw new RangeError('an empty list has nothing to read')
}

/** Told of what is on record now, before it leaves the queue. */
type Taker = (job: string, events: readonly JobEvent[], kept: KeptEntry) => void | Promise<void>

/**
 * What was recorded on this device and waits to be on record: kept in the device's own database before anything shows it, sent by one tab
 * at a time, job by job and in order. Only the server's word that it has an entry, or its last word that it will never take it, takes it
 * out of the queue; a refused one stays to be read until somebody has read it.
 */
export const useQueue = defineStore('queue', () => {
  const connection = useConnection()
  const session = useSession()
  const store = deviceStore()
  const entries = shallowRef<readonly KeptEntry[]>([])
  /** Rows of this device that cannot be read, as text: shown, and never thrown away unread. */
  const unreadable = shallowRef<readonly { id: string; text: string }[]>([])
  const waiting = computed(() => entries.value.filter(kept => !kept.refused))
  const refused = computed(() => entries.value.filter(kept => kept.refused))
  /** Why an entry is not taken for the moment although everybody answers, by id. */
  const held = ref<Readonly<Record<string, Problem>>>({})
  /** Why this device could not keep what was just pressed; nothing was recorded then. */
  const notKept = ref('')
  const takers = new Set<Taker>()

  /** Kept by this tab, and not in any list yet. */
  const unlisted = new Map<string, KeptEntry>()
  function show(rows: readonly unknown[], readKept: (row: unknown) => Reading<KeptEntry>): void {
    const read = rows.map(row => ({ row, reading: readKept(row) }))
    const listed = read.flatMap(({ reading }) => (reading.ok ? [reading.value] : []))
    for (const { id } of listed) unlisted.delete(id)
    // A list read before this tab wrote may come after: what was just kept is kept all the same.
    entries.value = [...listed, ...unlisted.values()]
    // Another tab may have got through with what was held here.
    const isKept = (id: string) => entries.value.some(kept => kept.id === id)
    if (!Object.keys(held.value).every(isKept)) held.value = Object.fromEntries(Object.entries(held.value).filter(([id]) => isKept(id)))
    unreadable.value = read.flatMap(({ row, reading }) =>
      reading.ok ? [] : [{ id: (row as { id: string }).id, text: JSON.stringify(row, undefined, 1) }],
    )
  }
  let reading: Promise<typeof import('~/utils/readQueue')> | undefined
  /** What reads the queue is fetched when something lies in it; asked for anew where it did not come. */
  const readers = () =>
    (reading ??= import('~/utils/readQueue').catch((error: unknown) => {
      reading = undefined
      throw error
    }))
  let turn: Promise<unknown> = Promise.resolve()
  /** Reads a list and shows it, after all that came before it; `first` in the same moment. Throws where what reads it cannot be fetched. */
  function see(rows: readonly unknown[], first = () => {}): Promise<void> {
    const run = turn.then(async () => {
      const { readKept } = rows.length > 0 ? await readers() : { readKept: neverRead }
      first()
      show(rows, readKept)
    })
    turn = run.catch(() => {})
    return run
  }
  const look = (rows: readonly unknown[]): Promise<void> => see(rows).catch(() => connection.report('no-server'))
  let ready: Promise<void> | undefined
  /** Once for each page: what earlier versions kept is brought over, the queue is read and followed. */
  const open = (): Promise<void> =>
    (ready ??= (async () => {
      try {
        await store.bringOver(localStorage)
        const seen = look(await store.listEntries())
        store.followEntries(rows => void look(rows))
        await seen
      } catch (error) {
        notKept.value = notKeptWords(error)
      }
    })())

  /** Keeps an entry on the disk of this device, then shows it. False: it could not be kept, and nothing is shown but that. */
  async function keep(kept: KeptEntry): Promise<boolean> {
    try {
      const stored = await store.addEntry(kept)
      notKept.value = ''
      if (!entries.value.some(({ id }) => id === stored.id)) unlisted.set(stored.id, stored)
      // The store tells all tabs, this one too; the screen need not wait for that.
      if (!entries.value.some(({ id }) => id === stored.id)) entries.value = [...entries.value, stored]
      return true
    } catch (error) {
      notKept.value = notKeptWords(error)
      return false
    }
  }

  const forget = async (id: string): Promise<void> => {
    await store.removeEntry(id)
    unlisted.delete(id)
    entries.value = entries.value.filter(kept => kept.id !== id)
    const { [id]: _gone, ...others } = held.value
    held.value = others
  }

  let asked = false
  /** Sends what waits. Asked again while it sends, it looks again afterwards: nothing recorded meanwhile is left lying. */
  async function send(): Promise<void> {
    await open()
    if (asked) return
    asked = true
    await withSendLock('send', async () => {
      asked = false
      await sendAll()
    })
  }

  async function sendAll(): Promise<void> {
    // A job one of whose entries is held waits as a whole: what comes after may rest on it. Other jobs go on.
    const stuck = new Set<string>()
    for (;;) {
      // Asked for after these were written, this list knows them, or knows that they are gone.
      const written = [...unlisted.keys()]
      const rows = await store.listEntries()
      try {
        await see(rows, () => written.forEach(id => unlisted.delete(id)))
      } catch {
        connection.report('no-server')
        return
      }
      const next = waiting.value.find(kept => !stuck.has(kept.job))
      if (!next || !session.person) return
      const became = await deliver(next)
      if (became === 'away') return
      if (became === 'held') stuck.add(next.job)
    }
  }

  async function deliver(kept: KeptEntry): Promise<Delivery> {
    try {
      const { readAppendResult } = await readers()
      const result = await call('POST', `/api/jobs/${kept.job}/events`, readAppendResult, { events: [kept.entry] })
      if (!result.events.some(({ id, job }) => id === kept.id && job === kept.job)) throw noReceipt()
      for (const take of takers) await take(kept.job, result.events, kept)
      await forget(kept.id)
      return 'taken'
    } catch (error) {
      if (connection.notice(error)) return 'away'
      if (error instanceof ProblemFailure && error.problem.code === 'AUTH_SIGN_IN_NEEDED') {
        await session.load()
        return 'away'
      }
      if (error instanceof ProblemFailure && error.problem.refused === kept.id) {
        await refuse(kept, error.problem)
        return 'refused'
      }
      // Anything else is no last word: it stays, and is tried again.
      held.value = {
        ...held.value,
        [kept.id]: error instanceof ProblemFailure ? error.problem : problem('INTERNAL', (error as Error).message),
      }
      return 'held'
    }
  }

  async function refuse(kept: KeptEntry, why: Problem): Promise<void> {
    await store.markEntry(kept.id, { refused: why })
    entries.value = entries.value.map(other => (other.id === kept.id ? { ...other, refused: why } : other))
    for (const take of takers) await take(kept.job, [], kept)
  }

  /** Somebody has read that it was refused, or has copied what could not be read. */
  const dismiss = async (id: string): Promise<void> => {
    await forget(id)
    unreadable.value = unreadable.value.filter(row => row.id !== id)
  }
  const onTaken = (take: Taker): (() => void) => {
    takers.add(take)
    return () => takers.delete(take)
  }

  return { entries, waiting, refused, held, unreadable, notKept, open, keep, send, dismiss, onTaken }
})
