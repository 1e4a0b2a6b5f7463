<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { correctLevel, judgeLevel, levelAtTemperature } from '#core/fluid/levelAtTemperature'
import { isGlycol, kindOfFluid } from '#core/fluid/fluidKinds'
import { foamRest } from '#core/fluid/foamRest'
import { usualViscosity } from '#core/fluid/usualViscosity'
import { balanceOf } from '#core/job/state/balanceOf'
import { asksTemperature } from '#core/job/state/carState'
import { secondsLeft } from '#core/job/state/timer'
import type { Bottle, Instrument, JobCommand, LevelReading } from '#core/job/types'
import { isSealedSheet } from '#core/sheet/sealing'
import { levelFluidOf } from '#core/sheet/levelFluidOf'
import { levelForm } from '#core/sheet/levelForm'
import { settleValue, settleWindow } from '#core/sheet/settleContested'
import type { Level } from '#core/sheet/types'
import { toSi } from '#core/units/convertUnit'
import { millimetres, type Entered } from '#core/units/types'
import { levelChoices } from '#shared/words/levelWords'
import { systemSays } from '#shared/words/systemSays'
import { useServerNow } from '~/composables/useServerNow'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'
import { deviceId } from '~/utils/device'

/** A level read: its temperature, the engine, its own scale to tap on, and what is to be added or drawn off. */
const props = defineProps<{ level: Level }>()
const draft = defineModel<JobCommand>()
const emit = defineEmits<{ also: [command: JobCommand] }>()
const job = useJob()
const units = useUnits()
const sheet = computed(() => job.resolved!.sheet)
/** Nothing is filled into what came filled: what is read is how it works. */
const isSealed = computed(() => isSealedSheet(sheet.value, job.state!.inputs?.parts))
const isPlug = computed(() => levelForm(props.level) === 'overflow')
const hasScale = computed(() => !isSealed.value && !isPlug.value)
/** Another fluid than the lines' own, where the step is about one. */
const circuit = computed(() => sheet.value.circuits?.find(({ level }) => level.id === props.level.id))
const balance = computed(() => balanceOf(job.resolved!, job.state!, circuit.value?.id))

const temperature = ref<Entered<'temperature'>>()
const wantsTemperature = computed(() => asksTemperature(sheet.value, props.level))
const degrees = computed(() => temperature.value && toSi('temperature', temperature.value))
const asked = computed(() => {
  const settled = settleWindow(props.level.temperature)
  return settled.kind === 'unknown' ? undefined : settled.value
})
const instrument = ref<Instrument>()

const reading = ref<LevelReading>()
const mm = ref<number>()
// A height says by itself what it is against the marks; a word chosen instead leaves no height.
watch(mm, height => height !== undefined && (reading.value = judgeLevel({ band: props.level.band ?? millimetres(0) }, millimetres(height))))
function choose(chosen: LevelReading | undefined): void {
  reading.value = chosen
  mm.value = undefined
}

const fluid = computed(() => levelFluidOf(sheet.value, props.level))
const seen = computed(() =>
  mm.value !== undefined && degrees.value !== undefined ? { mm: millimetres(mm.value), celsius: degrees.value } : undefined,
)
const scale = computed(() => ({ band: props.level.band ?? millimetres(0) }))
/** What would bring it right in the middle of its window. */
const correction = computed(() => (fluid.value && seen.value ? correctLevel(fluid.value, scale.value, seen.value, asked.value) : undefined))
const correctionWords = computed(() => {
  const said = correction.value
  if (!said) return undefined
  const at = units.temperature(said.at)
  if (!said.change) return `It lands between the marks at ${at}.`
  const { act, least, most } = said.change
  return `For the middle of the marks at ${at}: ${act === 'add' ? 'add' : 'draw off'} ${units.volumeRange(least, most)}.`
})
/** Where the middle of the marks at the window stands at this temperature. */
const aim = computed(() =>
  fluid.value && correction.value && degrees.value !== undefined
    ? levelAtTemperature(fluid.value, { mm: millimetres(scale.value.band / 2), celsius: correction.value.at }, degrees.value)
    : undefined,
)

/** Foam was the last thing seen here, and it has not rested yet. */
const now = useServerNow(1000)
const rests = computed(() => {
  const { rests: seen, timers } = job.state!
  if (seen.length === 0 || timers.rest === undefined || timers.rest.ended) return false
  return (secondsLeft(job.state!, 'rest', { at: new Date(now.value).toISOString(), device: deviceId() }) ?? 0) > 0
})
const restWords = computed(() => {
  const line = kind.value === 'other' ? undefined : usualViscosity(kind.value)
  if (!line || degrees.value === undefined) return 'Fine bubbles rise for about half an hour in a cool workshop.'
  const { least, most } = foamRest(line, degrees.value)
  const range = `${Math.max(1, Math.round(least))} to ${Math.max(1, Math.round(most))} minutes`
  return `At ${units.temperature(degrees.value)} fine bubbles take ${range} to rise.`
})

const more = ref<Entered<'volume'>>()
/** Fluid that draws water from the air comes out of a bottle of which something is said, here as anywhere. */
const kind = computed(() => {
  const spec = settleValue((circuit.value ?? sheet.value.fluid).spec)
  return spec.kind === 'unknown' ? 'other' : kindOfFluid(spec.value)
})
const asksBottle = computed(() => reading.value === 'below' && isGlycol(kind.value))
const bottle = ref<Bottle>()
const kept = ref<string>()
const again = ref(0)
/** What was read goes on record before what was done about it. */
function corrected() {
  if (!more.value || !draft.value || (asksBottle.value && !bottle.value)) return
  emit('also', draft.value)
  emit('also', {
    type: reading.value === 'above' ? 'fluidExtracted' : 'fluidAdded',
    entered: more.value,
    how: 'measured',
    ...(circuit.value && { circuit: circuit.value.id }),
    ...(asksBottle.value && bottle.value && { bottle: bottle.value }),
    ...(asksBottle.value && kept.value?.trim() && { kept: kept.value }),
  })
  more.value = undefined
  choose(undefined)
  again.value++
}

watch(
  [temperature, instrument, reading, mm],
  () => {
    const level = props.level.id
    // Foam is no level: neither temperature nor engine make it one.
    if (reading.value === 'foam') draft.value = { type: 'levelRead', level, engine: props.level.engine, reading: 'foam' }
    else if ((wantsTemperature.value && !temperature.value) || !reading.value) draft.value = undefined
    else
      draft.value = {
        type: 'levelRead',
        level,
        ...(temperature.value && { temperature: temperature.value }),
        ...(temperature.value && instrument.value && { instrument: instrument.value }),
        // Read with the engine as the sheet says, or refused by how it stands: nobody need say it once more.
        engine: props.level.engine,
        reading: reading.value,
        ...(mm.value !== undefined && { mm: mm.value }),
      }
  },
  { immediate: true, deep: true },
)
</script>

<template>
  <FoamRests v-if="rests" :words="restWords" @also="command => emit('also', command)" />
  <template v-if="wantsTemperature">
    <LevelTemperature v-model:temperature="temperature" v-model:instrument="instrument" :level="level" :asked="asked" />
  </template>
  <LevelScale
    v-if="hasScale && reading !== 'foam'"
    v-model="mm"
    :level="level"
    :expected="aim"
    :expected-words="aim === undefined ? undefined : 'Dashed: the middle of the marks, at this temperature.'"
  />
  <ChoiceRow
    :model-value="reading"
    label="The level"
    :choices="levelChoices(sheet, level, job.state!.inputs?.parts)"
    @update:model-value="choose"
  />
  <p v-if="correctionWords" role="status" class="said">{{ correctionWords }}</p>
  <p v-if="reading === 'foam'" class="soft">It rests first. {{ restWords }} A level read in it does not count.</p>
  <!-- What is done about a reading follows one that is whole: without its temperature it is none. -->
  <div v-if="!isSealed && draft && (reading === 'below' || reading === 'above')" class="more">
    <!-- What comes of too much is known of the lines' own fluid only. -->
    <p v-if="reading === 'above' && !circuit" class="caution">{{ systemSays[sheet.system].overfull }}</p>
    <QuantityEntry
      :key="`${reading}${again}`"
      v-model="more"
      dimension="volume"
      :units="units.choice === 'us' ? ['floz', 'qt'] : ['mL', 'L']"
      :label="reading === 'below' ? 'top up with' : 'draw off'"
    />
    <BottleEntry v-if="asksBottle" v-model:bottle="bottle" v-model:kept="kept" :kind="kind" />
    <v-btn-second :disabled="!more || !draft || (asksBottle && !bottle)" @click="corrected">{{
      reading === 'below' ? 'Added: record it' : 'Drawn off: record it'
    }}</v-btn-second>
  </div>
  <FluidBalance v-if="!isSealed" :balance="balance" :estimate="circuit ? undefined : job.fluid" />
</template>

<style scoped>
.more {
  display: grid;
  gap: 8px;
  border-left: 6px solid var(--accent);
  padding-left: 12px;
}
.said {
  font-weight: 600;
}
</style>
