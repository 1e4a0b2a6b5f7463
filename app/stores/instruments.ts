import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { simulatedScanTool, type ScanReading } from '#core/instruments/scanTool'
import type { JobState } from '#core/job/types'
import { useSession } from './session'

export const instrumentChoices = ['simulated', 'none'] as const
export type InstrumentChoice = (typeof instrumentChoices)[number]
const key = 'efferent.instruments'

function kept(): InstrumentChoice | undefined {
  try {
    return instrumentChoices.find(choice => choice === localStorage.getItem(key))
  } catch {
    return undefined
  }
}

/** Instruments that this device listens to. Real ones would stand behind the same reading; the ones that ship are simulated. */
export const useInstruments = defineStore('instruments', () => {
  const session = useSession()
  const chosen = ref(kept())
  /** The demo workshop shows what it does; a real one decides. */
  const isDemo = computed(() => session.view?.people.some(({ hint }) => hint !== undefined) === true)
  const choice = computed<InstrumentChoice>({
    get: () => chosen.value ?? (isDemo.value ? 'simulated' : 'none'),
    set: value => {
      chosen.value = value
      try {
        localStorage.setItem(key, value)
      } catch {
        /* Chosen for this page only, where the browser keeps nothing. */
      }
    },
  })
  /** What the scan tool says of a job's car now; undefined where none is listened to. */
  function scan(state: JobState, now: number): ScanReading | undefined {
    if (choice.value === 'none') return undefined
    const spans = state.pressures
      .filter(({ by }) => by === 'engine')
      .map(({ from, to }) => ({ from: Date.parse(from.at), ...(to && { to: Date.parse(to.at) }) }))
    return simulatedScanTool(spans, now)
  }
  return { choice, scan }
})
