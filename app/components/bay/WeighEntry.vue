<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { volumeByWeight, weightOfVolume, type Density } from '#core/fluid/volumeByWeight'
import { usualCar } from '#core/instruments/scanTool'
import { simulatedScale } from '#core/instruments/simulatedStreams'
import type { Weighed } from '#core/job/types'
import { celsius, millilitres, type Entered, type Millilitres } from '#core/units/types'
import { useStream } from '~/composables/useStream'
import { useUnits } from '~/stores/units'
import { typedNumber } from '~/utils/editField'

/** What was caught, by its weight: the pan with it and without, and how warm it is. */
const props = defineProps<{ density: Density; expected?: Millilitres }>()
const emit = defineEmits<{ weighed: [amount: Entered<'volume'> | undefined, weighed: Weighed | undefined] }>()
const units = useUnits()
const full = ref('')
const empty = ref('')
const warm = ref('')
/** What the pan of the stand-in weighs; what lies in it is what the estimate says. */
const pan = 310
const scale = useStream('scale')
const taken = ref({ full: '', empty: '' })
const asked = ref<'empty' | 'full'>('full')
function weigh(what: 'empty' | 'full'): void {
  asked.value = what
  const fluid = what === 'full' ? weightOfVolume(props.expected ?? millilitres(0), props.density, usualCar.ambient) : 0
  scale.on(simulatedScale(pan + fluid, what === 'full' ? 2 : 1))
}
function take(grams: number): void {
  scale.off()
  taken.value[asked.value] = String(grams)
  ;(asked.value === 'full' ? full : empty).value = String(grams)
}
const said = computed(() => {
  const [f, e, t] = [typedNumber(full.value), typedNumber(empty.value), typedNumber(warm.value)]
  return f === undefined || e === undefined || t === undefined ? undefined : { full: f, empty: e, celsius: celsius(t) }
})
const volume = computed(() =>
  said.value && said.value.full > said.value.empty && said.value.celsius > -40 && said.value.celsius < 160
    ? volumeByWeight(said.value.full - said.value.empty, props.density, said.value.celsius)
    : undefined,
)
const isTaken = computed(() => full.value !== '' && full.value === taken.value.full && empty.value === taken.value.empty)
function hand(): void {
  if (volume.value === undefined) emit('weighed', undefined, undefined)
  else
    emit(
      'weighed',
      { value: Math.round(volume.value * 10) / 10, unit: 'mL' },
      { ...said.value!, ...(isTaken.value && { instrument: 'simulated-scale' as const }) },
    )
}
watch(volume, hand)
onMounted(hand)
</script>

<template>
  <div v-if="scale.isThere.value" class="scale">
    <StreamLive
      kind="scale"
      :is-on="scale.isOn.value"
      :judged="scale.judged.value"
      start="Weigh it full"
      :take="asked === 'full' ? 'That is full' : 'That is empty'"
      @start="weigh('full')"
      @take="take"
    />
    <v-btn-second v-if="!scale.isOn.value" @click="weigh('empty')">Weigh it empty</v-btn-second>
  </div>
  <div class="three">
    <v-text-field v-model="full" inputmode="decimal" autocomplete="off" label="full, g" />
    <v-text-field v-model="empty" inputmode="decimal" autocomplete="off" label="empty, g" />
    <v-text-field v-model="warm" inputmode="decimal" autocomplete="off" label="fluid, °C" />
  </div>
  <p v-if="volume !== undefined" role="status">
    That is <b>{{ units.volume(volume) }}</b>, taken as usual for this kind of fluid.
  </p>
  <p v-else class="soft">The same pan full and empty, on the same scale.</p>
</template>

<style scoped>
.scale {
  display: grid;
  gap: 8px;
}
.scale > .v-btn {
  min-height: 52px;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px;
}
</style>
