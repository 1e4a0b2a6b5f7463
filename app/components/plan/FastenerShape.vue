<script setup lang="ts">
import { computed } from 'vue'
import type { Fastener } from '#core/sheet/types'
import { fastenerShape, shapeBox } from '~/utils/fastenerShape'

const props = defineProps<{ fastener: Fastener }>()
const shape = computed(() => fastenerShape(props.fastener))
</script>

<template>
  <svg v-bind="shapeBox" :viewBox="`0 0 ${shapeBox.width} ${shapeBox.height}`" aria-hidden="true">
    <path :d="shape.metal" class="metal" />
    <path :d="shape.lines" class="lines" />
  </svg>
</template>

<style scoped>
.metal {
  fill: var(--tube);
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-linejoin: round;
}
.lines {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}
</style>
