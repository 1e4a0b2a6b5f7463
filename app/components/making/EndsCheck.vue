<script setup lang="ts">
import { computed, ref } from 'vue'
import { pointsFromBends, type BendRow } from '#core/route/bendTable'
import { tenth } from '#core/making/tableRows'
import { endsOf, usualWithin, type EndsMeasured } from '#core/making/suspectReading'
import { endsWords } from '#shared/words/endsWords'
import { bendWords } from '#shared/words/pointsWords'
import { useWorked } from '~/composables/useWorked'

/** Whether the measured line's ends lie where they should, and which reading is most likely wrong where they do not. */
const props = defineProps<{ rows: readonly BendRow[]; sheet?: string }>()
const measured = ref<EndsMeasured>({})
const rule = ref<number | undefined>(usualWithin.rule)
const protractor = ref<number | undefined>(usualWithin.protractor)
const isFromSheet = ref(false)
const fields = [
  { key: 'along', label: 'Along the edge', unit: 'mm', least: -10_000, most: 10_000 },
  { key: 'away', label: 'Aside of it', unit: 'mm', least: 0, most: 10_000 },
  { key: 'between', label: 'Between them', unit: '°', least: 0, most: 180 },
  { key: 'twist', label: 'Round the edge', unit: '°', least: -180, most: 180 },
] as const
/** Nobody reads the fourth off a straight edge; a sheet has it, and then it is shown. */
const shown = computed(() => fields.filter(({ key }) => key !== 'twist' || measured.value.twist !== undefined))
function takePorts(rows: readonly BendRow[]) {
  const points = pointsFromBends([0, 0, 0], [1, 0, 0], rows)
  const ends = points.ok ? endsOf(points.value.map(({ at }) => at)) : undefined
  if (ends) measured.value = Object.fromEntries(Object.entries(ends).map(([key, value]) => [key, tenth(value)]))
  isFromSheet.value = false
}
const { value: verdict, busy } = useWorked('ends', () =>
  rule.value !== undefined && protractor.value !== undefined && Object.values(measured.value).some(one => one !== undefined)
    ? { rows: props.rows, measured: measured.value, read: { rule: rule.value, protractor: protractor.value } }
    : undefined,
)
const asked = computed(() => Object.values(measured.value).some(one => one !== undefined))
</script>

<template>
  <section class="card stack" aria-labelledby="ends-meet">
    <h3 id="ends-meet">Do the ends meet?</h3>
    <p>
      Lay a straight edge along the first straight. Measure where the second end lies from the first end: how far along the edge, how far
      aside from it, and the angle between the two straights. Or take the ports as a sheet has them.
    </p>
    <div class="fields">
      <NumberField
        v-for="{ key, ...field } in shown"
        :key="key"
        :model-value="measured[key]"
        v-bind="field"
        @update:model-value="measured = { ...measured, [key]: $event }"
      />
      <NumberField v-model="rule" label="Rule, within ±" unit="mm" :least="0.2" :most="20" />
      <NumberField v-model="protractor" label="Angle, within ±" unit="°" :least="0.2" :most="20" />
    </div>
    <div><v-btn-quiet :aria-expanded="isFromSheet" @click="isFromSheet = !isFromSheet">Ports from a line sheet</v-btn-quiet></div>
    <LineFromSheet v-if="isFromSheet" :sheet="sheet" @take="takePorts" />
    <template v-if="asked && verdict && !busy">
      <p v-if="!verdict.ok" class="caution" role="alert">
        {{ verdict.error.code === 'ENDS_NOT_MEASURED' ? 'Measure where the second end lies.' : bendWords(verdict.error) }}
      </p>
      <p v-else :class="{ caution: !verdict.value.meets }" role="status">{{ endsWords(verdict.value) }}</p>
    </template>
  </section>
</template>
