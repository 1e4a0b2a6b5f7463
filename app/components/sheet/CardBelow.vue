<script setup lang="ts">
import { bleedingWords } from '#shared/words/bleedingWords'
import { computed } from 'vue'
import { settleValue, settleWindow } from '#core/sheet/settleContested'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { bleedWords, cautionWords, pressureWords } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

/** On paper, below the fittings: fluid, level, bleeding, and every caution of the sheet. */
const props = defineProps<{ sheet: Sheet }>()
const units = useUnits()
const spec = computed(() => settleValue(props.sheet.fluid.spec ?? 'unknown'))
const leak = computed(() => settleValue(props.sheet.proving.leakMinutes ?? 'unknown'))
</script>

<template>
  <div class="two">
    <section>
      <h2>Fluid and level</h2>
      <p>
        <b>{{ spec.kind === 'unknown' ? 'Grade unknown: look it up' : spec.value }}</b>
      </p>
      <p v-for="level in sheet.levels" :key="level.id">
        {{ level.name }}, engine {{ level.engine
        }}<template v-for="window in [settleWindow(level.temperature)]" :key="window.kind"
          ><b v-if="window.kind !== 'unknown'">&nbsp;{{ units.temperatureRange(window.value) }}</b></template
        >. {{ level.reads }}
      </p>
      <p v-if="leak.kind !== 'unknown'">
        Leak check after {{ formatNumber(leak.value, 0) }} min, {{ pressureWords[sheet.proving.pressure] }}.
      </p>
    </section>
    <section>
      <h2>Bleeding</h2>
      <p>
        <b>{{ bleedingWords(sheet) }}</b>. {{ sheet.bleeding.summary }}
      </p>
      <p v-for="item in sheet.bleeding.forbidden" :key="item.method">Not {{ bleedWords[item.method] }}: {{ item.why }}.</p>
    </section>
  </div>
  <section class="cautions">
    <h2>Cautions</h2>
    <ul>
      <li v-for="(caution, i) in sheet.cautions" :key="i">
        <b>{{ cautionWords[caution.kind] }}</b> {{ caution.text }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.15em;
  border-bottom: 0.3mm solid #14191c;
  margin-bottom: 1mm;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5mm;
}
.cautions ul {
  columns: 2;
  column-gap: 5mm;
}
.cautions li {
  break-inside: avoid;
  margin-bottom: 0.8mm;
}
</style>
