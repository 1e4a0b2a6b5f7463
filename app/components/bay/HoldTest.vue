<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue'
import { deepest, holdRule, judgeHold } from '#core/bleed/judgeHold'
import { simulatedPumpGauge } from '#core/instruments/simulatedStreams'
import type { JobCommand } from '#core/job/types'
import { holdWords } from '#shared/words/fluidWords'
import { useStream } from '~/composables/useStream'
import { useJob } from '~/stores/job'
import { typedNumber } from '~/utils/editField'

/** The empty circuit drawn down and shut: does it hold? Read by hand, or by the gauge this device listens to. */
const emit = defineEmits<{ say: [command: JobCommand] }>()
const job = useJob()
const last = computed(() => job.state!.vacuum.at(-1))
const from = ref('')
const to = ref('')
const minutes = ref('')
const number = (text: string, most: number) => {
  const value = typedNumber(text)
  return value !== undefined && value >= 0 && value <= most ? value : undefined
}
const read = computed(() => {
  const [a, b, m] = [number(from.value, deepest), number(to.value, deepest), number(minutes.value, 240)]
  return a === undefined || b === undefined || m === undefined ? undefined : { from: a, to: b, minutes: m }
})
const gauge = useStream('pump-gauge')
const taken = ref({ from: '', to: '' })
const shutAt = ref<number>()
const now = ref(Date.now())
const timer = setInterval(() => (now.value = Date.now()), 1000)
onScopeDispose(() => clearInterval(timer))
/** The gauge reads below the air outside as less than nothing. */
function take(value: number): void {
  const below = String(Math.max(0, -value))
  if (shutAt.value === undefined) {
    from.value = taken.value.from = below
    shutAt.value = Date.now()
    return
  }
  to.value = taken.value.to = below
  minutes.value = String(Math.round((Date.now() - shutAt.value) / 6000) / 10)
}
function start(): void {
  shutAt.value = undefined
  gauge.on(simulatedPumpGauge(0.2))
}
const isTaken = computed(() => from.value !== '' && from.value === taken.value.from && to.value === taken.value.to)
function say(): void {
  if (!read.value) return
  emit('say', { type: 'vacuumHeld', ...read.value, ...(isTaken.value && { instrument: 'simulated-pump-gauge' as const }) })
  gauge.off()
  from.value = to.value = minutes.value = ''
}
const standing = computed(() => (shutAt.value === undefined ? undefined : Math.floor((now.value - shutAt.value) / 1000)))
</script>

<template>
  <RoomPart
    title="Does it hold the vacuum?"
    :told="last ? holdWords[last.verdict] : 'not tried yet'"
    :first="last !== undefined && last.verdict !== 'holds'"
  >
    <p v-if="last" :class="last.verdict === 'holds' ? '' : 'caution'" role="status">Last time: {{ holdWords[last.verdict] }}.</p>
    <p class="soft">
      Empty and shut, drawn down by {{ holdRule.deep }} kPa and more, valve closed, read again after {{ holdRule.minutes }} minutes (common
      practice, no source; the maker’s information outranks it).
    </p>
    <StreamLive
      v-if="gauge.isThere.value"
      kind="pump-gauge"
      :is-on="gauge.isOn.value"
      :judged="gauge.judged.value"
      start="Pump"
      :take="standing === undefined ? 'Valve shut' : 'Read again'"
      @start="start"
      @take="take"
    />
    <p v-if="standing !== undefined" class="soft">Shut for {{ standing }} s.</p>
    <div class="three">
      <v-text-field v-model="from" inputmode="decimal" autocomplete="off" label="below, kPa" />
      <v-text-field v-model="to" inputmode="decimal" autocomplete="off" label="then, kPa" />
      <v-text-field v-model="minutes" inputmode="decimal" autocomplete="off" label="after, min" />
    </div>
    <v-btn-second :disabled="!read" @click="say">{{ read ? `Record: ${holdWords[judgeHold(read)]}` : 'Record it' }}</v-btn-second>
  </RoomPart>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px;
}
.v-btn {
  min-height: 52px;
}
</style>
