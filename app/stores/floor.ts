import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { z } from 'zod'
import { limits } from '#shared/limits'
import { jobRowSchema, type JobRow } from '#shared/schemas/jobRow'
import { reader } from '#shared/versioned'
import type { Unreadable } from '#shared/versioned'
import { readAs, UnreadableAnswer } from '~/utils/api'
import { afterFrame } from '~/utils/afterFrame'
import { deviceStore } from '~/utils/deviceStore'
import { followStream, readStreamed } from '~/utils/followStream'
import { useConnection } from './connection'
import { useServerClock } from './serverClock'

const readRow = reader(jobRowSchema)
const readRows = reader(z.array(jobRowSchema))
/** Why the server cannot say what it was asked to. */
const readUnread = reader(z.object({ detail: z.string() }))

/** The open jobs, kept current by the server's stream: the whole list once, in pages (the last is not full), then each row that moves. */
const floorPath = '/api/jobs/stream'
const keepMs = 500

export const useFloor = defineStore('floor', () => {
  const rows = shallowRef<readonly JobRow[]>()
  const clock = useServerClock()
  /** When what is shown was last true, where nobody has answered since this page was opened. */
  const oldSince = ref<number>()
  const connection = useConnection()
  let stop: (() => void) | undefined
  let followers = 0

  /** By id; what is shown follows once a frame, however many rows move in it. */
  const known = new Map<string, JobRow>()
  /** The ids of a list that is still coming: what is not among them when it is whole, is not on the Floor any more. */
  let coming: Set<string> | undefined
  let isAsked = false
  const sorted = () => [...known.values()].sort((a, b) => a.number - b.number)
  function show(): void {
    if (isAsked) return
    isAsked = true
    afterFrame(() => {
      isAsked = false
      rows.value = sorted()
    })
  }
  function put(row: JobRow): void {
    clock.hear(row.serverNow)
    known.set(row.id, row)
  }

  let waiting: ReturnType<typeof setTimeout> | undefined
  function keepNow(): void {
    clearTimeout(waiting)
    waiting = undefined
    void deviceStore()
      .keepAnswer({ path: floorPath, at: Date.now(), value: JSON.parse(JSON.stringify(sorted())) })
      .catch(() => {})
  }
  /** Kept on this device a moment after it has moved: many rows move at once. */
  const keep = () => void (waiting ??= setTimeout(keepNow, keepMs))
  /** As it was last seen on this device, until the server says how it is. */
  async function recall(): Promise<void> {
    const kept = await deviceStore()
      .findAnswer(floorPath)
      .catch(() => undefined)
    if (!kept || rows.value) return
    try {
      const last = readAs(readRows, kept.value)
      if (rows.value) return
      rows.value = last
      oldSince.value = kept.at
      if (last[0]) clock.hear(last[0].serverNow, kept.at)
    } catch {
      /* Kept by another version: it is not there. */
    }
  }

  /** What the server said last cannot be read here; and what to do about it. */
  const unread = ref<string>()
  function note(error: Unreadable): void {
    const failure = new UnreadableAnswer(error)
    connection.notice(failure)
    unread.value = failure.message
  }

  function follow(): () => void {
    followers++
    stop ??= followStream(() => '/api/jobs/stream', {
      floor: data => {
        const read = readStreamed(data, readRows)
        if (!read.ok) return note(read.error)
        coming ??= new Set()
        for (const row of read.value) {
          put(row)
          coming.add(row.id)
        }
        if (read.value.length < limits.jobsPerPage) {
          for (const id of known.keys()) if (!coming.has(id)) known.delete(id)
          coming = undefined
          oldSince.value = undefined
          unread.value = undefined
          // At once: who has seen the Floor may be without a server the moment after.
          keepNow()
        }
        show()
      },
      row: data => {
        const read = readStreamed(data, readRow)
        if (!read.ok) return note(read.error)
        put(read.value)
        show()
        keep()
      },
      unread: data => {
        coming = undefined
        const read = readStreamed(data, readUnread)
        if (read.ok) unread.value = read.value.detail
        else note(read.error)
      },
      lost: () => {
        coming = undefined
        connection.report('no-database')
      },
      error: () => {
        coming = undefined
        connection.report('no-server')
        void recall()
      },
    })
    return () => {
      if (--followers > 0) return
      stop?.()
      stop = undefined
    }
  }

  const open = computed(() => rows.value?.filter(row => row.summary.stage !== 'handed-over') ?? [])
  return { rows, open, oldSince, unread, follow }
})
