<script setup lang="ts">
import { computed, ref } from 'vue'
import { fitBender, settingFor, type TrialBend } from '#core/making/bender'
import type { LineInMaking } from '#core/making/workOut'
import { tenth } from '#core/making/tableRows'
import { benderIssueWords } from '#shared/words/makingWords'

/** What the shop's hand bender does with this tube: from one trial bend on a scrap, or as it is known already. */
const line = defineModel<LineInMaking>({ required: true })
const set = (change: Partial<LineInMaking['bender']>) => (line.value = { ...line.value, bender: { ...line.value.bender, ...change } })

const fields = [
  { key: 'radius', field: { label: 'Radius it makes', unit: 'mm', least: 1, most: 500 } },
  { key: 'takeUp', field: { label: 'Begins past mark', unit: 'mm', least: -500, most: 500 } },
  { key: 'setFor90', field: { label: 'To set for 90°', unit: '°', least: 60, most: 130 } },
  { key: 'grip', field: { label: 'Needs to hold', unit: 'mm', least: 0, most: 500 } },
] as const
const isTrying = ref(false)
const trial = ref<Partial<TrialBend>>({})
const asked = [
  { key: 'length', label: 'Length of the scrap', unit: 'mm', most: 3000 },
  { key: 'mark', label: 'Mark, from its end', unit: 'mm', most: 3000 },
  { key: 'set', label: 'Angle set', unit: '°', most: 180 },
  { key: 'got', label: 'Angle got', unit: '°', most: 179 },
  { key: 'firstLeg', label: 'That end to the corner', unit: 'mm', most: 3000 },
  { key: 'secondLeg', label: 'Other end to the corner', unit: 'mm', most: 3000 },
] as const
const whole = computed(() => (asked.every(({ key }) => trial.value[key] !== undefined) ? (trial.value as TrialBend) : undefined))
const fitted = computed(() => whole.value && fitBender([whole.value], line.value.bender.grip ?? 0))
function take() {
  if (!fitted.value?.ok) return
  const { radius, takeUp } = fitted.value.value
  set({ radius: tenth(radius), takeUp: tenth(takeUp), setFor90: tenth(settingFor(fitted.value.value, 90)) })
  isTrying.value = false
}
</script>

<template>
  <section class="card stack" aria-labelledby="bender">
    <h3 id="bender">Bender</h3>
    <div class="fields">
      <NumberField
        v-for="one in fields"
        :key="one.key"
        :model-value="line.bender[one.key]"
        v-bind="one.field"
        @update:model-value="set({ [one.key]: $event })"
      />
    </div>
    <KeptBenders :line="line" @take="set" />
    <div><v-btn-quiet :aria-expanded="isTrying" @click="isTrying = !isTrying">Read it from a trial bend</v-btn-quiet></div>
    <div v-if="isTrying" class="stack">
      <p>
        Mark a straight scrap, put the mark where you always put it on the bender, and bend it about 90°. Then measure each leg from its end
        to where the two middle lines meet.
      </p>
      <div class="fields">
        <NumberField
          v-for="one in asked"
          :key="one.key"
          :model-value="trial[one.key]"
          :label="one.label"
          :unit="one.unit"
          :least="0"
          :most="one.most"
          @update:model-value="trial = { ...trial, [one.key]: $event }"
        />
      </div>
      <p v-if="fitted && !fitted.ok" class="bad" role="alert">{{ benderIssueWords(fitted.error) }}</p>
      <p v-if="fitted?.ok" role="status">
        Radius <b>{{ tenth(fitted.value.radius) }} mm</b>, begins <b>{{ tenth(fitted.value.takeUp) }} mm</b> past the mark, set
        <b>{{ tenth(settingFor(fitted.value, 90)) }}°</b> for 90°.
      </p>
      <div><v-btn-second :disabled="!fitted?.ok" @click="take">Take these</v-btn-second></div>
    </div>
  </section>
</template>
