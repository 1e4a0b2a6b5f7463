<script setup lang="ts">
import { computed } from 'vue'
import type { Comparison } from '#core/making/compareLines'
import { formatNumber } from '#core/units/formatQuantity'
import { deviationBox as box, deviationChart } from '~/utils/deviationChart'

/** How far the new line is off, along the old one from its first end; what is not allowed stands over the dashed line. */
const props = defineProps<{ found: Pick<Comparison, 'along' | 'greatest'>; allowed: number }>()
const chart = computed(() => deviationChart(props.found.along, props.allowed))
const label = computed(() => {
  const { at, off } = props.found.greatest
  const most = `at most ${formatNumber(off, 1)} mm, ${formatNumber(at, 0)} mm from the first end`
  return `Off along the line: ${most}; ${formatNumber(props.allowed, 1)} mm are allowed`
})
</script>

<template>
  <figure>
    <figcaption>Off along the line, mm</figcaption>
    <svg :viewBox="`0 0 ${box.width} ${box.height}`" role="img" :aria-label="label">
      <polygon class="within" :points="chart.within" />
      <polygon v-if="found.greatest.off > allowed" class="over" :points="chart.over" />
      <line class="allowed" :x1="box.left" :x2="box.width - box.right" :y1="chart.y(allowed)" :y2="chart.y(allowed)" />
      <line class="axis" :x1="box.left" :x2="box.width - box.right" :y1="box.low" :y2="box.low" />
      <text :x="box.left - 5" :y="chart.y(allowed) + 5" text-anchor="end">{{ formatNumber(allowed, 0) }}</text>
      <text :x="box.left" :y="box.low + 18">first end</text>
      <text :x="box.width - box.right" :y="box.low + 18" text-anchor="end">{{ formatNumber(chart.length, 0) }} mm</text>
      <text
        class="worst"
        :x="Math.min(box.width - 60, chart.x(found.greatest.at) + 5)"
        :y="Math.max(box.top - 1, chart.y(found.greatest.off) - 2)"
      >
        {{ formatNumber(found.greatest.off, 1) }}
      </text>
    </svg>
  </figure>
</template>

<style scoped src="../route/drawing.css"></style>

<style scoped>
.within {
  fill: var(--line);
}
.over {
  fill: var(--bad);
}
.allowed {
  stroke: var(--ink);
  stroke-dasharray: 6 5;
}
.axis {
  stroke: var(--ink);
}
text {
  fill: var(--ink);
  font-size: 15px;
}
.worst {
  font-weight: 700;
}
</style>
