import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { z } from 'zod'
import { jobRowSchema, type JobRow } from '#shared/schemas/jobRow'
import { reader } from '#shared/versioned'
import type { Unreadable } from '#shared/versioned'
import { UnreadableAnswer } from '~/utils/api'
import { afterFrame } from '~/utils/afterFrame'
import { followStream, readStreamed } from '~/utils/followStream'
import { useConnection } from './connection'
import { FloorList } from './floor/floorList'
import { floorPath, keptFloor, readRows } from './floor/keptFloor'
import { useServerClock } from './serverClock'

const readRow = reader(jobRowSchema)
/** Why the server cannot say what it was asked to. */
const readUnread = reader(z.object({ detail: z.string() }))

export const useFloor = defineStore('floor', () => {
  const rows = shallowRef<readonly JobRow[]>()
  const clock = useServerClock()
  /** When what is shown was last true, where nobody has answered since this page was opened. */
  const oldSince = ref<number>()
  const connection = useConnection()
  let stop: (() => void) | undefined
  let followers = 0

  const list = new FloorList()
  const { keep, keepNow, lastSeen } = keptFloor(list.sorted)
  let isAsked = false
  function show(): void {
    if (isAsked) return
    isAsked = true
    afterFrame(() => {
      isAsked = false
      rows.value = list.sorted()
    })
  }
  /** As it was last seen on this device, until the server says how it is. */
  async function recall(): Promise<void> {
    const last = await lastSeen()
    if (!last || rows.value) return
    rows.value = last.rows
    oldSince.value = last.at
    if (last.rows[0]) clock.hear(last.rows[0].serverNow, last.at)
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
    stop ??= followStream(() => floorPath, {
      floor: data => {
        const read = readStreamed(data, readRows)
        if (!read.ok) return note(read.error)
        for (const row of read.value) clock.hear(row.serverNow)
        if (list.putPage(read.value)) {
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
        clock.hear(read.value.serverNow)
        list.put(read.value)
        show()
        keep()
      },
      unread: data => {
        list.breakOff()
        const read = readStreamed(data, readUnread)
        if (read.ok) unread.value = read.value.detail
        else note(read.error)
      },
      lost: () => {
        list.breakOff()
        connection.report('no-database')
      },
      error: () => {
        list.breakOff()
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
