import { ref, watch } from 'vue'
import type { JobEvent } from '#core/job/types'
import type { Reading } from '#shared/versioned'
import { jobAnswers, sheetAnswers } from '~/utils/answers'
import { readerOf, UnreadableAnswer } from '~/utils/api'
import { followStream, readStreamed } from '~/utils/followStream'
import { askKept, jobPath, keepOnRecord } from '~/utils/keptAnswers'
import { useConnection } from '../connection'
import { useQueue } from '../queue'
import { useServerClock } from '../serverClock'
import type { jobLedger } from './ledger'

/** Brings a job into the ledger and keeps it up to date: loaded, followed, and told by the queue what of it is on record now. */
export function jobReader({ view, confirmed, newer, known, leaving, confirmedState, state }: ReturnType<typeof jobLedger>) {
  const connection = useConnection()
  const queue = useQueue()
  const clock = useServerClock()
  /** Nobody answered when this was loaded: it is as it was last seen here, and loaded again when somebody does. */
  const isOld = ref(false)
  function merge(events: readonly JobEvent[]): void {
    const fresh = events.filter(event => !known.value.has(event.id))
    if (fresh.length > 0) confirmed.value = [...confirmed.value, ...fresh].sort((a, b) => a.seq - b.seq)
    if (fresh.length > 0 && view.value) void keepOnRecord(view.value.row.id, fresh)
    if (fresh.some(event => event.body.type === 'revisionMoved')) void readSheets().catch(connection.notice)
  }
  queue.onTaken(async (job, events, kept) => {
    // On record and out of the queue: whoever opens this without the server finds it beside the job.
    await keepOnRecord(job, events)
    if (job !== view.value?.row.id) return
    merge(events)
    // The sheet was changed on this device's word, and the server knows better.
    if (events.length === 0 && kept.entry.command.type === 'revisionMoved') void load(job).catch(connection.notice)
  })
  // What another tab has sent is gone from the queue; it is shown here until it is seen on record.
  watch(
    () => queue.waiting,
    (now, before) => {
      const gone = before.filter(
        kept =>
          kept.job === view.value?.row.id && !known.value.has(kept.id) && !now.some(({ id }) => id === kept.id) && !isRefused(kept.id),
      )
      if (gone.length === 0) return
      leaving.value = [...leaving.value, ...gone]
      void load(gone[0]!.job).catch(connection.notice)
    },
    { flush: 'sync' },
  )
  const isRefused = (id: string) => queue.refused.some(kept => kept.id === id)

  /** The revision the job goes by, if that is not the one at hand, and the newest where that is newer still. */
  async function readSheets(): Promise<void> {
    const [at, revision] = [view.value, state.value?.revision]
    if (!at || revision === undefined) return
    const read = async (wanted: number) => (await askKept(`/api/sheets/${at.sheet.id}?revision=${wanted}`, sheetAnswers.sheet)).value.sheet
    const sheet = revision === at.sheet.revision ? at.sheet : await read(revision)
    if (view.value?.row.id !== at.row.id) return
    if (sheet !== at.sheet) view.value = { ...view.value, sheet }
    newer.value = at.latest > revision ? await read(at.latest) : undefined
  }
  async function load(jobId: string): Promise<void> {
    const [{ value: loaded, at, away }] = await Promise.all([askKept(jobPath(jobId), jobAnswers.job), queue.open()])
    if (away) connection.notice(away)
    isOld.value = away !== undefined
    clock.hear(loaded.row.serverNow, at)
    leaving.value = []
    // Events never change: what has come by the stream since this was asked for stays.
    if (view.value?.row.id === jobId) merge(loaded.events)
    else confirmed.value = loaded.events
    // The same revision is the same sheet: what is typed beside it is not to begin anew.
    const { sheet } = view.value ?? {}
    const isSame = sheet?.id === loaded.sheet.id && sheet.revision === loaded.sheet.revision
    view.value = isSame ? { ...loaded, sheet } : loaded
    newer.value = undefined
    void readSheets().catch(connection.notice)
    void queue.send()
  }

  /**
   * Follows the job until the returned function is called. The browser reconnects by itself and says from where (Last-Event-ID). `failed`
   * hears of what came and cannot be read: what is shown is then not all there is.
   */
  function follow(jobId: string, failed: (error: unknown) => void = connection.notice): () => void {
    function take(read: Reading<JobEvent>): void {
      if (!read.ok) return void failed(new UnreadableAnswer(read.error))
      const event = read.value
      if (event.job !== view.value?.row.id) return
      // A gap means something was missed: read the whole again rather than guess.
      if (event.seq > (confirmedState.value?.seq ?? 0) + 1) void load(jobId).catch(failed)
      else merge([event])
    }
    return followStream(() => `/api/jobs/${jobId}/stream?after=${confirmedState.value?.seq ?? 0}`, {
      job: data => void readerOf(jobAnswers.event).then(readEvent => take(readStreamed(data, readEvent)), failed),
      // Asked for as a whole, the server says why it cannot be had.
      unread: () => void load(jobId).catch(failed),
      lost: () => connection.report('no-database'),
      error: () => connection.report('no-server'),
    })
  }

  return { isOld, load, follow }
}
