<script setup lang="ts">
import { computed } from 'vue'
import type { Comparison } from '#core/making/compareLines'
import { formatNumber } from '#core/units/formatQuantity'

/** How far the new line is off, along the old one from its first end; what is over the tolerance is dark and hatched, not only coloured. */
const props = defineProps<{ along: Comparison['along']; allowed: number }>()
const box = { width: 500, height: 110, left: 34, low: 86 }
const longest = computed(() => props.along.at(-1)?.at ?? 1)
const most = computed(() => Math.max(props.allowed * 1.5, ...props.along.map(({ off }) => off)))
const x = (at: number) => box.left + (at / longest.value) * (box.width - box.left - 8)
const y = (off: number) => box.low - (off / most.value) * (box.low - 14)
const area = (over: boolean) => {
  const top = props.along.map(({ at, off }) => `${x(at).toFixed(1)},${y(over ? off : Math.min(off, props.allowed)).toFixed(1)}`)
  const under = over ? y(props.allowed) : box.low
  return `${x(0)},${under} ${top.map((point, i) => (over && props.along[i]!.off <= props.allowed ? `${x(props.along[i]!.at).toFixed(1)},${under}` : point)).join(' ')} ${x(longest.value)},${under}`
}
const greatest = computed(() => props.along.reduce((worst, one) => (one.off > worst.off ? one : worst), { at: 0, off: 0 }))
const label = computed(
  () =>
    `Off along the line: at most ${formatNumber(greatest.value.off, 1)} mm, ${formatNumber(greatest.value.at, 0)} mm from the first end; ${formatNumber(props.allowed, 1)} mm are allowed`,
)
</script>

<template>
  <figure>
    <figcaption>Off along the line, mm</figcaption>
    <svg :viewBox="`0 0 ${box.width} ${box.height}`" role="img" :aria-label="label">
      <polygon class="within" :points="area(false)" />
      <polygon v-if="greatest.off > allowed" class="over" :points="area(true)" />
      <line class="allowed" :x1="box.left" :x2="box.width - 8" :y1="y(allowed)" :y2="y(allowed)" />
      <line class="axis" :x1="box.left" :x2="box.width - 8" :y1="box.low" :y2="box.low" />
      <text :x="box.left - 5" :y="y(allowed) + 5" text-anchor="end">{{ formatNumber(allowed, 0) }}</text>
      <text :x="box.left" :y="box.low + 18">first end</text>
      <text :x="box.width - 8" :y="box.low + 18" text-anchor="end">{{ formatNumber(longest, 0) }} mm</text>
      <text :x="Math.min(box.width - 60, x(greatest.at) + 5)" :y="Math.max(13, y(greatest.off) - 2)" class="worst">
        {{ formatNumber(greatest.off, 1) }}
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
