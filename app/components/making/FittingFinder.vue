<script setup lang="ts">
import { computed, ref } from 'vue'
import { sealings } from '#core/making/fittingFamilies'
import { identifyFitting, lookalikes, tellApart, type FittingSeen } from '#core/making/identifyFitting'
import { pitchOf } from '#core/making/threads'
import { formatPercent } from '#core/units/percent'
import { formatNumber } from '#core/units/formatQuantity'
import { evidenceWords, fittingName, matingWords, sealingWords, tellApartWords, threadWords, wrenchWords } from '#shared/words/makingWords'

/** Which fitting is this? From what is measured and seen: what it may be, how to be sure, and what must not be put with it. */
const seen = ref<FittingSeen>({ side: 'outside' })
const perInch = ref<number>()
const isGauge = ref(false)
const set = (change: Partial<FittingSeen>) => (seen.value = { ...seen.value, ...change })
function setPerInch(turns: number | undefined) {
  perInch.value = turns
  set({ pitch: turns === undefined ? undefined : pitchOf(turns) })
}
const setPitch = (pitch: number | undefined) => {
  perInch.value = undefined
  set({ pitch })
}
const sealingItems = sealings.map(value => ({ value, title: sealingWords[value] }))
/** The side alone says nothing: it is what a diameter was measured on. */
const asked = computed((): FittingSeen => (seen.value.diameter === undefined ? { ...seen.value, side: undefined } : seen.value))
const found = computed(() => identifyFitting(asked.value))
const candidates = computed(() => found.value.candidates.slice(0, 5))
/** Likelier than the best of them: then the best of them is not offered as the answer. */
const isNone = computed(() => found.value.none > (candidates.value[0]?.likelihood ?? 1))
const first = computed(() => candidates.value[0])
const apart = computed(() => {
  const [a, b] = candidates.value
  if (!a || !b || b.likelihood < 0.05) return undefined
  const by = tellApart(asked.value, a.size, b.size)
  return by && tellApartWords(by, [fittingName(a.size), fittingName(b.size)])
})
const never = computed(() => (first.value ? lookalikes(first.value.size).slice(0, 6) : []))
function clear() {
  seen.value = { side: 'outside' }
  perInch.value = undefined
}
</script>

<template>
  <div class="halves">
    <section class="card stack" aria-label="What you measured and saw">
      <div class="tabs" role="group" aria-label="Where its thread is">
        <v-btn-choice :aria-pressed="seen.side === 'outside'" @click="set({ side: 'outside' })">Thread outside</v-btn-choice
        ><v-btn-choice :aria-pressed="seen.side === 'inside'" @click="set({ side: 'inside' })">Thread inside</v-btn-choice>
      </div>
      <div class="fields">
        <NumberField
          :model-value="seen.diameter"
          :label="seen.side === 'inside' ? 'Across the bore' : 'Over the thread'"
          unit="mm"
          :least="1"
          :most="100"
          @update:model-value="set({ diameter: $event })"
        />
        <NumberField :model-value="seen.pitch" label="Pitch" unit="mm" :least="0.2" :most="6" @update:model-value="setPitch" />
        <NumberField :model-value="perInch" label="Turns per inch" :least="4" :most="120" @update:model-value="setPerInch" />
        <NumberField :model-value="seen.hex" label="Hex" unit="mm" :least="3" :most="100" @update:model-value="set({ hex: $event })" />
        <NumberField :model-value="seen.tube" label="Tube" unit="mm" :least="1" :most="60" @update:model-value="set({ tube: $event })" />
        <NumberField
          :model-value="seen.coneAngle"
          label="Cone to its axis"
          unit="°"
          :least="5"
          :most="90"
          @update:model-value="set({ coneAngle: $event })"
        />
      </div>
      <v-select
        :model-value="seen.sealing ?? null"
        :items="sealingItems"
        label="What seals"
        clearable
        @update:model-value="set({ sealing: $event ?? undefined })"
      />
      <div class="tabs" role="group" aria-label="Which part it is">
        <v-btn-choice :aria-pressed="seen.part === 'turns'" @click="set({ part: seen.part === 'turns' ? undefined : 'turns' })"
          >It is the nut or bolt</v-btn-choice
        ><v-btn-choice :aria-pressed="seen.part === 'stays'" @click="set({ part: seen.part === 'stays' ? undefined : 'stays' })"
          >It is the port</v-btn-choice
        >
      </div>
      <div class="tabs" role="group" aria-label="Does the thread narrow towards its end">
        <v-btn-choice :aria-pressed="seen.narrows === true" @click="set({ narrows: seen.narrows ? undefined : true })"
          >Thread narrows</v-btn-choice
        ><v-btn-choice :aria-pressed="seen.narrows === false" @click="set({ narrows: seen.narrows === false ? undefined : false })"
          >Even all along</v-btn-choice
        >
      </div>
      <div class="row">
        <v-btn-quiet :aria-expanded="isGauge" @click="isGauge = !isGauge">Gauge on the screen</v-btn-quiet
        ><v-btn-quiet @click="clear">Clear</v-btn-quiet>
      </div>
      <PitchGauge v-if="isGauge" :model-value="seen.pitch" @update:model-value="setPitch" />
    </section>
    <section class="stack" aria-live="polite" aria-label="What it may be">
      <p v-if="candidates.length === 0" class="empty">
        <b>Measure something first.</b>A caliper over the thread and one look at what seals mostly settle it.
      </p>
      <p v-if="isNone" class="caution" role="status">
        <b>None of these, most likely ({{ formatPercent(found.none) }}).</b> Measure again; then take the old part along, or ask its maker.
      </p>
      <ol v-if="candidates.length" class="found">
        <li v-for="(one, i) in candidates" :key="one.size.id" class="card">
          <div class="spread">
            <b :class="{ big: i === 0 }">{{ fittingName(one.size) }}</b><span class="tag">{{ formatPercent(one.likelihood) }}</span>
          </div>
          <v-progress-linear
            :model-value="one.likelihood"
            :max="1"
            bg-color="on-surface"
            :bg-opacity="0.12"
            class="bar"
            aria-hidden="true"
          />
          <p class="sub">
            {{ threadWords(one.size.thread) }}<template v-if="one.size.tube">, for {{ formatNumber(one.size.tube, 2) }} mm tube</template>.
            Wrench: {{ wrenchWords(one.size).wrench }}. Without a sheet: {{ wrenchWords(one.size).tight }}.
          </p>
          <p v-if="one.against.length" class="sub">Does not fit: {{ one.against.map(what => evidenceWords[what]).join(', ') }}.</p>
        </li>
      </ol>
      <p v-if="apart"><b>To be sure.</b> {{ apart }}</p>
      <section v-if="never.length" class="caution" aria-label="Never together">
        <b>Never put together with {{ fittingName(first!.size) }}:</b>
        <ul>
          <li v-for="{ other, mating } in never" :key="other.id">{{ matingWords(other, mating) }}</li>
        </ul>
      </section>
    </section>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 0;
  list-style: none;
}
.bar {
  margin: 6px 0;
}
.caution ul {
  padding-left: 18px;
}
</style>
