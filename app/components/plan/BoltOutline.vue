<script setup lang="ts">
import type { Fastener } from '#core/sheet/types'

/** Where the bolts of one part sit on its outline, each size or length with a mark of its own. */
defineProps<{ name: string; fasteners: readonly Fastener[] }>()
const shapes = ['M0 -7A7 7 0 1 1 0 7A7 7 0 1 1 0 -7Z', 'M-6.5 -6.5H6.5V6.5H-6.5Z', 'M0 -8L8 6H-8Z', 'M0 -9L9 0L0 9L-9 0Z']
</script>

<template>
  <svg class="outline" viewBox="0 0 240 110" role="img" :aria-label="`Where the bolts of ${name} sit`">
    <rect x="4" y="4" width="232" height="102" rx="14" />
    <template v-for="(fastener, group) in fasteners" :key="group">
      <path
        v-for="(spot, i) in fastener.spots"
        :key="i"
        :d="shapes[group % shapes.length]"
        :transform="`translate(${14 + spot[0] * 212},${14 + spot[1] * 82})`"
        :class="`group-${group % shapes.length}`"
      />
    </template>
  </svg>
</template>

<style scoped>
.outline {
  width: min(100%, 320px);
}
.outline > rect {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2;
}
path {
  fill: var(--warn);
}
.group-0 {
  fill: var(--ink);
}
.group-2 {
  fill: var(--accent);
}
</style>
