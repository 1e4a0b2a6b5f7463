<script setup lang="ts">
import { computed } from 'vue'
import { developedStrip } from '#core/making/developedStrip'
import type { BendRow } from '#core/route/bendTable'
import { formatNumber } from '#core/units/formatQuantity'

/** The line laid out straight: each bend where it lies along the tube, with its angle. */
const props = defineProps<{ rows: readonly BendRow[] }>()
const box = { width: 500, height: 74, pad: 14, y: 36 }
const strip = computed(() => developedStrip(props.rows))
const x = (at: number) => box.pad + (at / Math.max(1, strip.value.length)) * (box.width - 2 * box.pad)
const label = computed(
  () =>
    `Laid out straight: ${formatNumber(strip.value.length, 0)} mm, ${strip.value.bends.map(({ from, angle }, i) => `bend ${i + 1} of ${formatNumber(angle, 0)}° at ${formatNumber(from, 0)}`).join(', ')}`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${box.width} ${box.height}`" role="img" :aria-label="label">
      <rect class="tube" :x="box.pad" :y="box.y - 5" :width="box.width - 2 * box.pad" height="10" />
      <circle class="nut" :cx="box.pad" :cy="box.y" r="7" />
      <g v-for="(bend, i) in strip.bends" :key="i">
        <rect class="bend" :x="x(bend.from)" :y="box.y - 9" :width="Math.max(3, x(bend.to) - x(bend.from))" height="18" />
        <text :x="x((bend.from + bend.to) / 2)" :y="box.y - 15">{{ i + 1 }}</text>
        <text class="angle" :x="x((bend.from + bend.to) / 2)" :y="box.y + 27">{{ formatNumber(bend.angle, 0) }}°</text>
      </g>
      <text class="end" :x="box.width - box.pad" :y="box.y - 15">{{ formatNumber(strip.length, 0) }} mm</text>
    </svg>
  </figure>
</template>

<style scoped src="../route/drawing.css"></style>

<style scoped>
.tube {
  fill: var(--line);
}
.nut {
  fill: var(--ink);
}
.bend {
  fill: var(--accent);
}
text {
  text-anchor: middle;
  fill: var(--ink);
  font-size: 15px;
}
.angle {
  fill: var(--soft);
}
.end {
  text-anchor: end;
  fill: var(--soft);
}
</style>
