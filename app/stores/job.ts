import { defineStore } from 'pinia'
import { computed } from 'vue'
import { carOf } from '#core/job/state/carOf'
import { laidOverBy, sheetOfJob, type LaidOver } from '#core/job/state/sheetOfJob'
import { changesAhead } from '#core/job/steps/changesAhead'
import { resolveSheet } from '#core/sheet/resolveSheet'
import { steady } from '~/utils/steady'
import { jobLedger } from './job/ledger'
import { jobPlan } from './job/plan'
import { jobReader } from './job/reader'
import { jobRecorder } from './job/recorder'
import { jobViews } from './job/views'
import { useQueue } from './queue'

export type { NotRecorded } from './job/recorder'

/**
 * One job on this device: what the server has confirmed, and on top of it what this device has recorded and is not known to be on record.
 * Recording waits for this device's disk and never for the network.
 */
export const useJob = defineStore('job', () => {
  const ledger = jobLedger(useQueue())
  const { view, confirmed, newer, outbox, state } = ledger
  const car = steady(() => state.value && carOf(state.value))
  const inputs = steady(() => state.value?.inputs)
  const lines = steady(() => state.value?.scope ?? [])
  const laidOver = steady((): LaidOver => (state.value ? laidOverBy(state.value) : { leaflets: {} }))
  const sheet = computed(() => view.value && sheetOfJob(view.value.sheet, laidOver.value))
  const resolved = computed(() => {
    if (!sheet.value || !car.value) return undefined
    const resolution = resolveSheet(sheet.value, car.value)
    return resolution.applies === 'yes' ? resolution.resolved : undefined
  })
  const ahead = computed(() => (newer.value && view.value && state.value ? changesAhead(view.value.sheet, newer.value, state.value) : []))
  const { isOld, load, follow } = jobReader(ledger)
  const { planning, planBusy, plan, rest, departed } = jobPlan(resolved, inputs, state)
  const views = jobViews({ resolved, state, inputs, lines, plan, rest })
  const { record } = jobRecorder({ ...ledger, resolved })

  return {
    view,
    isOld,
    newer,
    ahead,
    confirmed,
    outbox,
    state,
    inputs,
    resolved,
    planning,
    planBusy,
    plan,
    rest,
    departed,
    ...views,
    load,
    follow,
    record,
  }
})
