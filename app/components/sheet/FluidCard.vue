<script setup lang="ts">
import { bleedingWords } from '#shared/words/bleedingWords'
import { computed } from 'vue'
import type { FluidEstimate } from '#core/fluid/estimateFluid'
import { settleValue, settleWindow } from '#core/sheet/settleContested'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { bleedWords, pressureWords } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

const props = defineProps<{ sheet: Sheet; estimate?: FluidEstimate }>()
const units = useUnits()
const spec = computed(() => settleValue(props.sheet.fluid.spec))
const capacity = computed(() => settleValue(props.sheet.fluid.capacity))
const reservoir = computed(() => settleValue(props.sheet.fluid.reservoir ?? 'unknown'))
const leakMinutes = computed(() => settleValue(props.sheet.proving.leakMinutes))
const levels = computed(() => props.sheet.levels.map(level => ({ level, window: settleWindow(level.temperature) })))
const bleed = computed(() => {
  const { strokes, restMinutes, pressure, turns, at, running } = props.sheet.bleeding.parameters
  return [
    strokes && (turns ? `${strokes} times from side to side` : `about ${strokes} strokes`),
    turns === 'short-of-lock' && 'just short of the stops',
    turns === 'full-lock' && 'to the stops',
    at && at !== 'ground' && 'wheels free',
    running && `then ${running} times with the engine idling`,
    restMinutes && `let foam settle for ${restMinutes} min`,
    pressure && `${pressure} kPa`,
  ]
    .filter(Boolean)
    .join(' · ')
})
</script>

<template>
  <section class="card stack">
    <h2>Fluid, level, bleeding</h2>
    <div class="facts">
      <div v-if="spec.kind !== 'unknown'">
        <span class="big2">{{ spec.value }}</span><SourceNote :settled="spec" :show="String" what="fluid grade" :path="['fluid', 'spec']" />
      </div>
      <div v-else><span class="big2">grade unknown</span><SourceNote :settled="spec" :show="String" what="fluid grade" /></div>
      <div v-if="estimate?.shapeless.length">
        <span class="big2">not known</span><small class="soft">expected top-up: nobody has measured the line</small>
      </div>
      <div v-else-if="estimate">
        <span class="big"
          ><UnitValue
            :text="units.volumeRange(estimate.topUp.least, estimate.topUp.most)"
            :others="units.elsewhere.volume(estimate.topUp.least, estimate.topUp.most)" /></span
        ><small class="soft">expected top-up, all lines: likely {{ units.volume(estimate.topUp.likely) }}</small>
      </div>
      <div v-if="capacity.kind !== 'unknown'">
        <span class="big"
          ><UnitValue :text="units.volume(capacity.value)" :others="units.elsewhere.volume(capacity.value, capacity.value)" /></span
        ><small class="soft">total fill</small
        ><SourceNote :settled="capacity" :show="units.volume" what="total fill" :path="['fluid', 'capacity']" />
      </div>
      <div v-else>
        <span class="big2">–</span><small class="soft">total fill</small
        ><SourceNote :settled="capacity" :show="units.volume" what="total fill" />
      </div>
      <div v-if="reservoir.kind !== 'unknown'">
        <span class="big">{{ units.volume(reservoir.value) }}</span><small class="soft">reservoir</small
        ><SourceNote :settled="reservoir" :show="units.volume" what="reservoir" :path="['fluid', 'reservoir']" />
      </div>
    </div>
    <div v-for="({ level, window }, i) in levels" :key="level.id">
      <b>{{ level.name }}</b>, engine {{ level.engine
      }}<template v-if="window.kind !== 'unknown'">
        at
        <b class="num"
          ><UnitValue :text="units.temperatureRange(window.value)" :others="units.elsewhere.temperature(window.value)" /></b></template
      ><template v-if="level.mlPerMm"> · {{ formatNumber(level.mlPerMm, 1) }} mL per mm</template>
      <p class="soft">{{ level.reads }}</p>
      <SourceNote :settled="window" :show="units.temperatureRange" what="level temperature" :path="['levels', i, 'temperature']" />
    </div>
    <div v-for="circuit in sheet.circuits ?? []" :key="circuit.id">
      <b>{{ circuit.name }}</b><template v-for="settled in [settleValue(circuit.spec)]" :key="settled.kind"
        ><template v-if="settled.kind !== 'unknown'">, {{ settled.value }}</template></template
      >: let out beside the work, with its own pan and mark.
      <p class="soft">
        {{ circuit.level.name }}: {{ circuit.level.reads }}
        {{ circuit.reuse ? 'What was drained may go back in where it is clean.' : 'What was drained does not go back in.' }}
      </p>
    </div>
    <div>
      Leak check<template v-if="leakMinutes.kind !== 'unknown'">
        after <b class="num">{{ leakMinutes.value }} min</b></template
      >, {{ pressureWords[sheet.proving.pressure] }}
      <SourceNote :settled="leakMinutes" :show="value => `${value} min`" what="leak check" :path="['proving', 'leakMinutes']" />
    </div>
    <div>
      <b>Bleeding</b> {{ bleedingWords(sheet) }}<template v-if="bleed"> · {{ bleed }}</template>
      <p>{{ sheet.bleeding.summary }}</p>
      <p v-for="item in sheet.bleeding.forbidden" :key="item.method" class="warn">Not {{ bleedWords[item.method] }}: {{ item.why }}.</p>
    </div>
  </section>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
  align-items: flex-start;
}
.facts > div {
  display: grid;
}
small {
  display: block;
}
.big2 {
  font: 700 19px/1.2 var(--face);
}
.warn {
  color: var(--warn);
  font-weight: 600;
}
</style>
