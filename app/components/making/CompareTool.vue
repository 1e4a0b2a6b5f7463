<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'
import { useRoute } from '#imports'
import type { PassInCar } from '#core/making/clearInCar'
import { overlay } from '#core/making/overlay'
import { pointsFromBends, type BendRow } from '#core/route/bendTable'
import { formatNumber } from '#core/units/formatQuantity'
import { adviceWords, compareIssueWords, verdictWords } from '#shared/words/makingWords'
import { bendWords } from '#shared/words/pointsWords'
import { useWorked } from '~/composables/useWorked'
import { useBench } from '~/stores/bench'

/** The old line and the new one, laid on each other: how far the new one is off, and what to bend. */
const store = useBench()
const { bench } = storeToRefs(store)
/** The sheet of the job that sent for this. */
const route = useRoute()
const sheet = computed(() => (typeof route.query.sheet === 'string' ? route.query.sheet : undefined))
const line = computed(() => (typeof route.query.line === 'string' ? route.query.line : undefined))
/** Where it would lie too close in that car: however well it agrees, it is not fitted so. */
const passes = ref<readonly PassInCar[]>([])
/** What lay here before somebody came for a job may be another car's line. */
const layHere = route.query.job !== undefined && bench.value.line.rows.length > 0
const along = ref<number | undefined>(3)
const end = ref<number | undefined>(2)
const endAngle = ref<number | undefined>(3)

const pointsOf = (rows: readonly BendRow[]) => (rows.length > 0 ? pointsFromBends([0, 0, 0], [1, 0, 0], rows) : undefined)
const [old, fresh] = [computed(() => pointsOf(bench.value.line.rows)), computed(() => pointsOf(bench.value.other))]
const wrong = computed(() => [old.value, fresh.value].find(one => one && !one.ok))
const asked = computed(() =>
  old.value?.ok && fresh.value?.ok && along.value !== undefined && end.value !== undefined && endAngle.value !== undefined
    ? { old: old.value.value, fresh: fresh.value.value, tolerance: { along: along.value, end: end.value, endAngle: endAngle.value } }
    : undefined,
)
const { value, busy, failed } = useWorked('compare', () => asked.value)
const compared = computed(() => (asked.value ? value.value : undefined))
const found = computed(() => (compared.value?.ok ? compared.value.value : undefined))
const laid = computed(() =>
  found.value && old.value?.ok && fresh.value?.ok ? overlay(old.value.value, fresh.value.value, found.value.placement) : undefined,
)
const inSpace = computed(() =>
  laid.value
    ? [
        { course: laid.value.old, kind: 'main' as const },
        { course: laid.value.fresh, kind: 'other' as const },
      ]
    : [],
)
const part = computed(() => (typeof route.query.part === 'string' ? route.query.part : undefined))
const mm = (value: number) => `${formatNumber(value, 1)} mm`
const degrees = (value: number) => `${formatNumber(value, 1)}°`
const setOther = (rows: readonly BendRow[]) => (bench.value = { ...bench.value, other: [...rows] })
const print = () => window.print()
</script>

<template>
  <div class="halves">
    <div class="stack no-print">
      <p v-if="layHere" class="caution">
        Lines lay on this bench before you came for the job. Measure anew, or be sure that they are this car’s.
      </p>
      <h3>The old line</h3>
      <LineRows :model-value="bench.line.rows" name="The old line" @update:model-value="store.setLine({ rows: $event })" />
      <LineFromSheet v-if="sheet" :sheet="sheet" @take="rows => store.setLine({ rows })" />
      <h3>The new line</h3>
      <LineRows :model-value="bench.other" name="The new line" @update:model-value="setOther"
        ><v-btn-quiet v-if="bench.line.rows.length" @click="setOther(bench.line.rows)"
          >Begin with the old one’s numbers</v-btn-quiet
        ></LineRows
      >
      <div class="fields">
        <NumberField v-model="along" label="May be off, along it" unit="mm" :least="0.1" :most="100" />
        <NumberField v-model="end" label="At an end" unit="mm" :least="0.1" :most="100" />
        <NumberField v-model="endAngle" label="End turned by" unit="°" :least="0.1" :most="90" />
      </div>
    </div>
    <div class="stack" aria-live="polite">
      <p v-if="wrong && !wrong.ok" class="caution">{{ bendWords(wrong.error) }}</p>
      <p v-else-if="compared && !compared.ok" class="caution">{{ compareIssueWords(compared.error) }}</p>
      <p v-else-if="failed" class="caution" role="alert">{{ failed }}</p>
      <p v-else-if="busy && !found" role="status">Laying one on the other.</p>
      <p v-else-if="!found" class="empty"><b>Two lines are needed.</b>Measure both from the same end.</p>
      <template v-if="found">
        <section class="card stack" :class="{ caution: found.verdict !== 'agrees' }" aria-labelledby="verdict">
          <h3 id="verdict">{{ verdictWords[found.verdict].title }}</h3>
          <p>{{ verdictWords[found.verdict].text }}</p>
          <p v-if="found.one">{{ adviceWords(found.one) }}</p>
          <p v-if="found.two">{{ adviceWords(found.two) }}</p>
          <ForJob v-if="!busy" :found="found" :passes="passes" />
        </section>
        <ClearInCar v-if="sheet && line && fresh?.ok" :sheet="sheet" :line="line" :fresh="fresh.value" @found="found => (passes = found)" />
        <NotBrought v-if="sheet && line" :sheet="sheet" :line="line" :part="part" />
        <SpacePicture v-if="laid" :lines="inSpace" shadow label="The new line, dashed, laid on the old one" />
        <p class="soft">Laid on each other as they agree best; dashed is the new one.</p>
        <DeviationStrip v-if="along !== undefined" :found="found" :allowed="along" />
        <v-table>
          <tbody>
            <tr>
              <th scope="row">Off at most</th>
              <td class="n">{{ mm(found.greatest.off) }}</td>
              <td>{{ formatNumber(found.greatest.at, 0) }} mm from the first end</td>
            </tr>
            <tr>
              <th scope="row">First end</th>
              <td class="n">{{ mm(found.ends.from.off) }}</td>
              <td>turned {{ degrees(found.ends.from.angle) }}, clock {{ degrees(found.ends.from.clock) }}</td>
            </tr>
            <tr>
              <th scope="row">Second end</th>
              <td class="n">{{ mm(found.ends.to.off) }}</td>
              <td>turned {{ degrees(found.ends.to.angle) }}, clock {{ degrees(found.ends.to.clock) }}</td>
            </tr>
            <tr>
              <th scope="row">Length</th>
              <td class="n">{{ mm(Math.abs(found.lengthDifference)) }}</td>
              <td>{{ found.lengthDifference < 0 ? 'shorter than the old one' : 'longer than the old one' }}</td>
            </tr>
          </tbody>
        </v-table>
        <div class="no-print"><v-btn-second @click="print">Print the comparison</v-btn-second></div>
      </template>
    </div>
  </div>
</template>
