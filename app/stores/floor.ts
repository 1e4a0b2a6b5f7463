import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { JobRow } from '#shared/schemas/api'
import { followStream } from '~/utils/followStream'
import { useConnection } from './connection'

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

  function follow(): () => void {
    followers++
    stop ??= followStream(() => '/api/jobs/stream', {
      floor: data => {
        rows.value = []
        for (const row of JSON.parse(data) as JobRow[]) put(row)
      },
      row: data => put(JSON.parse(data) as JobRow),
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
