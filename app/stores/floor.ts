import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { JobRow } from '#shared/schemas/api'
import { useConnection } from './connection'

/** The open jobs, kept current by the server's stream: the whole list once, then each row that moves. */
export const useFloor = defineStore('floor', () => {
  const rows = ref<JobRow[]>()
  const connection = useConnection()
  let source: EventSource | undefined
  let followers = 0

  function put(row: JobRow): void {
    const others = (rows.value ?? []).filter(other => other.id !== row.id)
    rows.value = [...others, row].sort((a, b) => a.number - b.number)
  }

  function follow(): () => void {
    followers++
    if (!source) {
      source = new EventSource('/api/jobs/stream')
      source.addEventListener('floor', message => (rows.value = JSON.parse((message as MessageEvent<string>).data) as JobRow[]))
      source.addEventListener('row', message => put(JSON.parse((message as MessageEvent<string>).data) as JobRow))
      source.addEventListener('lost', () => connection.report('no-database'))
      source.addEventListener('error', () => connection.report('no-server'))
    }
    return () => {
      if (--followers > 0) return
      source?.close()
      source = undefined
    }
  }

  const open = computed(() => rows.value?.filter(row => row.summary.stage !== 'handed-over') ?? [])
  return { rows, open, follow }
})
