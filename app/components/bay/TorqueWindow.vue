<script setup lang="ts">
import { computed } from 'vue'
import type { Window } from '#core/sheet/types'
import { checkTorque } from '#core/torque/checkTorque'
import { formatQuantity } from '#core/units/formatQuantity'
import type { NewtonMetres } from '#core/units/types'
import { useUnits } from '~/stores/units'

/** The window to scale, where the entered value lies in it, and what is left in hand. */
const props = defineProps<{ window: Window<NewtonMetres>; value?: NewtonMetres }>()
const units = useUnits()
const span = computed(() => Math.max(props.window.high - props.window.low, props.window.high * 0.08))
const from = computed(() => props.window.low - span.value * 0.8)
const to = computed(() => props.window.high + span.value * 0.8)
const place = (value: number) => `${Math.min(100, Math.max(0, ((value - from.value) / (to.value - from.value)) * 100))}%`
const check = computed(() => (props.value === undefined ? undefined : checkTorque(props.value, props.window)))
const inUnit = (value: NewtonMetres) => formatQuantity('torque', value, units.torqueUnit)
</script>

<template>
  <div class="window" role="img" :aria-label="`Window ${units.torqueRange(window)}, ${check ? `value ${check.verdict}` : 'no value yet'}`">
    <i /><u :style="{ left: place(window.low), width: `calc(${place(window.high)} - ${place(window.low)})` }" />
    <s v-if="value !== undefined" :style="{ left: place(value) }" :class="check?.verdict" />
    <em :style="{ left: place(window.low) }">{{ inUnit(window.low) }}</em><em :style="{ left: place(window.high) }">{{
      inUnit(window.high)
    }}</em>
  </div>
  <p class="hand">
    <template v-if="check?.verdict === 'inside'">{{ inUnit(check.headroom) }} in hand</template
    ><template v-else-if="check"
      ><b class="out">{{ check.verdict === 'over' ? 'Above' : 'Below' }} the window</b></template
    >
  </p>
</template>

<style scoped>
.window {
  position: relative;
  height: 58px;
  margin-top: 12px;
}
i {
  position: absolute;
  left: 0;
  right: 0;
  top: 14px;
  height: 8px;
  background: var(--line);
}
u {
  position: absolute;
  top: 9px;
  height: 18px;
  background: var(--ok);
}
s {
  position: absolute;
  top: 1px;
  width: 5px;
  height: 34px;
  background: var(--ink);
  margin-left: -2px;
}
s.under,
s.over {
  background: var(--bad);
  width: 9px;
  margin-left: -4px;
}
em {
  position: absolute;
  top: 36px;
  font: 500 15px/1 var(--face);
  color: var(--soft);
  transform: translateX(-50%);
  white-space: nowrap;
}
.hand {
  text-align: right;
  color: var(--soft);
  min-height: 24px;
}
.out {
  color: var(--bad);
}
</style>
