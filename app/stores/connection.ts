import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call, whoIsAway } from '~/utils/api'

type Trouble = 'none' | 'no-server' | 'no-database'

/**
 * Whether server and database answer. Anything that notices trouble reports it; while there is trouble the health page is asked until it
 * is over, and `recoveries` then counts up: whoever waits watches it.
 */
export const useConnection = defineStore('connection', () => {
  const trouble = ref<Trouble>('none')
  const recoveries = ref(0)
  let probing = false

  async function probe(): Promise<void> {
    if (probing) return
    probing = true
    while (trouble.value !== 'none') {
      await new Promise(resolve => setTimeout(resolve, 1000))
      try {
        await call('GET', '/api/health')
        trouble.value = 'none'
        recoveries.value++
      } catch (error) {
        trouble.value = whoIsAway(error) ?? 'no-server'
      }
    }
    probing = false
  }

  function report(kind: Exclude<Trouble, 'none'>): void {
    trouble.value = kind
    void probe()
  }

  /** Notes an error when it means that somebody is away; true when it did. */
  function notice(error: unknown): boolean {
    const away = whoIsAway(error)
    if (away) report(away)
    return away !== undefined
  }

  return { trouble, recoveries, report, notice }
})
