<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { predictWarmUp } from '#core/fluid/predictWarmUp'
import type { Instrument } from '#core/job/types'
import { levelForm } from '#core/sheet/levelForm'
import type { Level, Window } from '#core/sheet/types'
import { fromSi, toSi } from '#core/units/convertUnit'
import { celsius, type Celsius, type Entered } from '#core/units/types'
import { streamTroubleWords } from '#shared/words/streamWords'
import { warmUpWords } from '#shared/words/warmUpWords'
import { useNow } from '~/composables/useNow'
import { useStream } from '~/composables/useStream'
import { useInstruments } from '~/stores/instruments'
import { useJob } from '~/stores/job'
import { useTemperatures } from '~/stores/temperatures'
import { useUnits } from '~/stores/units'

/** How warm the fluid is, by hand or by the scan tool this device listens to, and how long until it is in its window. */
const props = defineProps<{ level: Level; asked?: Window<Celsius> }>()
const temperature = defineModel<Entered<'temperature'>>('temperature')
const instrument = defineModel<Instrument>('instrument')
const job = useJob()
const units = useUnits()
const temperatures = useTemperatures()
const instruments = useInstruments()
const now = useNow()
const jobId = computed(() => job.view!.row.id)
const degrees = computed(() => temperature.value && toSi('temperature', temperature.value))
const noted = computed(() => temperatures.recent(jobId.value, now.value))
const warmUp = computed(() =>
  props.asked && noted.value.length > 0
    ? warmUpWords(predictWarmUp(temperatures.readings(jobId.value, now.value), props.asked), levelForm(props.level) === 'overflow')
    : undefined,
)
/** The scan tool, where this device listens to one; it notes for itself how the fluid warms up. */
const { isOn, judged, on, off } = useStream('scan-tool')
const listen = () => on(instruments.scan(() => job.state!, Date.now()))
watch(
  () => instruments.choice,
  choice => (choice === 'none' ? off() : listen()),
  { immediate: true },
)
const scan = computed(() => {
  const { value, rpm } = judged.value
  return isOn.value && value !== undefined ? { celsius: celsius(value), rpm } : undefined
})
const trouble = computed(() => (isOn.value ? judged.value.trouble : undefined))
const noteEveryMs = 10_000
watch(scan, reading => {
  if (!reading) return
  const last = noted.value.at(-1)
  if (!last || now.value - last.at >= noteEveryMs) temperatures.note(jobId.value, reading.celsius, now.value)
})
/** Taken over, the value stands in the field as if typed; typed over, it is nobody's but the hand's. */
const taken = ref<Entered<'temperature'>>()
const takes = ref(0)
function takeOver(): void {
  if (!scan.value) return
  const unit = units.choice === 'us' ? 'degF' : 'degC'
  taken.value = { value: Number(fromSi('temperature', scan.value.celsius, unit).toFixed(1)), unit }
  instrument.value = 'simulated-scan-tool'
  takes.value++
}
watch(temperature, said => {
  if (said?.value !== taken.value?.value || said?.unit !== taken.value?.unit) instrument.value = undefined
})
const noteTemperature = () => degrees.value !== undefined && temperatures.note(jobId.value, degrees.value, Date.now())
</script>

<template>
  <div v-if="asked || scan" class="live">
    <div>
      <p v-if="asked">
        <b>{{ units.temperatureRange(asked) }}</b>, engine {{ level.engine }}
      </p>
      <p v-if="scan" class="scan">
        <b>{{ units.temperature(scan.celsius) }}</b> scan tool, simulated · {{ scan.rpm ? `${scan.rpm} rpm` : 'engine off' }}
      </p>
    </div>
    <v-btn-second v-if="scan" @click="takeOver">Take it over</v-btn-second>
  </div>
  <template v-if="trouble">
    <p class="caution" role="status">{{ streamTroubleWords('scan-tool', trouble) }}</p>
    <v-btn-second class="again" @click="listen">Switch it on again</v-btn-second>
  </template>
  <QuantityEntry
    :key="takes"
    v-model="temperature"
    :start="taken"
    dimension="temperature"
    :units="units.choice === 'us' ? ['degF', 'degC'] : ['degC', 'degF']"
    :other="temperature?.unit === 'degF' ? 'degC' : 'degF'"
    label="temperature"
  />
  <div v-if="asked && level.engine === 'idling'" class="warm">
    <v-btn-second v-if="!scan" :disabled="degrees === undefined" @click="noteTemperature">Note it: how long yet?</v-btn-second>
    <p v-if="warmUp" role="status">
      <b>{{ warmUp }}</b>
    </p>
  </div>
</template>

<style scoped>
.live {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.live b {
  font-size: 24px;
}
@media (max-width: 599px) {
  .scan {
    font-size: 15px;
    line-height: 1.2;
  }
  .scan b {
    font-size: 20px;
  }
  .warm p {
    font-size: 16px;
    line-height: 1.2;
  }
}
.live .v-btn,
.again,
.warm .v-btn {
  min-height: 52px;
}
.warm {
  display: grid;
  gap: 8px;
}
</style>
