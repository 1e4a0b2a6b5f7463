import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { z } from 'zod'
import { jobRowSchema, reader, type JobRow } from '#shared/schemas/api'
import type { Unreadable } from '#shared/versioned'
import { UnreadableAnswer } from '~/utils/api'
import { followStream, readStreamed } from '~/utils/followStream'
import { useConnection } from './connection'

const readRow = reader(jobRowSchema)
const readRows = reader(z.array(jobRowSchema))

/** The open jobs, kept current by the server's stream: the whole list once, then each row that moves. */
export const useFloor = defineStore('floor', () => {
  const rows = ref<JobRow[]>()
  /** Server clock minus this device's, ms, taken when a row arrives: a tablet's clock may be wrong. */
  const clockOffset = ref(0)
  const connection = useConnection()
  let stop: (() => void) | undefined
  let followers = 0

  function put(row: JobRow): void {
    clockOffset.value = Date.parse(row.serverNow) - Date.now()
    const others = (rows.value ?? []).filter(other => other.id !== row.id)
    rows.value = [...others, row].sort((a, b) => a.number - b.number)
  }

  const note = (error: Unreadable) => void connection.notice(new UnreadableAnswer(error))

  function follow(): () => void {
    followers++
    stop ??= followStream(() => '/api/jobs/stream', {
      floor: data => {
        const read = readStreamed(data, readRows)
        if (!read.ok) return note(read.error)
        rows.value = []
        for (const row of read.value) put(row)
      },
      row: data => {
        const read = readStreamed(data, readRow)
        if (read.ok) put(read.value)
        else note(read.error)
      },
      lost: () => connection.report('no-database'),
      error: () => connection.report('no-server'),
    })
    return () => {
      if (--followers > 0) return
      stop?.()
      stop = undefined
    }
  }

  const open = computed(() => rows.value?.filter(row => row.summary.stage !== 'handed-over') ?? [])
  return { rows, open, clockOffset, follow }
})
