import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { TemperatureRead } from '#core/fluid/predictWarmUp'
import type { Celsius } from '#core/units/types'

type Noted = { at: number; celsius: Celsius }
/** Nobody warms a car for longer; and no list grows without a bound. */
const kept = { ms: 3 * 3600_000, count: 60 }

/** What a thermometer said at each job while its fluid warmed up: a pace needs more than one reading. On this page only. */
export const useTemperatures = defineStore('temperatures', () => {
  const noted = ref<Record<string, Noted[]>>({})
  const recent = (job: string, now: number) => (noted.value[job] ?? []).filter(({ at }) => now - at <= kept.ms && at <= now)
  function note(job: string, celsius: Celsius, now: number): void {
    noted.value = { ...noted.value, [job]: [...recent(job, now), { at: now, celsius }].slice(-kept.count) }
  }
  /** As the prediction wants them: seconds after the first. */
  function readings(job: string, now: number): TemperatureRead[] {
    const all = recent(job, now)
    return all.map(({ at, celsius }) => ({ seconds: (at - all[0]!.at) / 1000, celsius }))
  }
  return { note, readings, recent }
})
