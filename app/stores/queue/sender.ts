import type { JobEvent } from '#core/job/types'
import { problem, type Problem } from '#shared/errors'
import { call, ProblemFailure } from '~/utils/api'
import { deviceStore } from '~/utils/deviceStore'
import type { KeptEntry } from '~/utils/keptEntry'
import { noReceipt } from '~/utils/receipts'
import { withSendLock } from '~/utils/sendLock'
import { useConnection } from '../connection'
import { useSession } from '../session'
import type { entryList } from './entryList'

/** What became of one entry: on record, refused for good, held back for now, or somebody is away. */
type Delivery = 'taken' | 'refused' | 'held' | 'away'

/** Told of what is on record now, before it leaves the queue. */
export type Taker = (job: string, events: readonly JobEvent[], kept: KeptEntry) => void | Promise<void>

/** Sends what waits, one by one; what is on record, or never will be, is said to `takers`. `open`: reads the list, once. */
export function entrySender(
  list: ReturnType<typeof entryList>,
  takers: ReadonlySet<Taker>,
  open: () => Promise<void>,
  forget: (id: string) => Promise<void>,
) {
  const connection = useConnection()
  const session = useSession()
  const store = deviceStore()
  const { entries, waiting, held, see } = list
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
      const written = [...list.unlisted.keys()]
      const rows = await store.listEntries()
      try {
        await see(rows, () => written.forEach(id => list.unlisted.delete(id)))
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
      const { readAppendResult } = await list.readers()
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

  return send
}
