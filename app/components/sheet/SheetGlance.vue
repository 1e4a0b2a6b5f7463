<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { formatNumber } from '#core/units/formatQuantity'
import type { SheetGlanceView, SheetHead } from '#shared/schemas/library'
import { trustWords } from '#shared/words/trustWords'
import { plural } from '#shared/words/vocabulary'
import { useConnection } from '~/stores/connection'
import { glanceOf } from '~/utils/glances'

/** A sheet at a glance: its lines as little strips on one scale, and how many of its values are from where. */
const props = defineProps<{ sheet: SheetHead; linesOnly?: boolean }>()
const connection = useConnection()
const glance = ref<SheetGlanceView>()
const isAsking = ref(true)
async function ask() {
  isAsking.value = true
  glance.value ??= await glanceOf(props.sheet)
  isAsking.value = false
}
onMounted(ask)
watch(() => connection.recoveries, ask)

const width = 200
const row = 13
const lines = computed(() => {
  const measured = glance.value?.lines ?? []
  const scale = (width - 2) / Math.max(1, ...measured.map(({ length }) => length))
  return measured.map(line => ({
    ...line,
    sections: line.sections.map(({ kind, from, to }) => ({ kind, x: 1 + from * scale, width: (to - from) * scale })),
    holds: line.holds.map(at => 1 + at * scale),
  }))
})
const spoken = computed(() => {
  const longest = Math.max(0, ...lines.value.map(({ length }) => length))
  return `${plural(lines.value.length, 'line')}, ${longest > 0 ? `the longest ${formatNumber(longest, 0)} mm` : 'not measured'}`
})
</script>

<template>
  <div class="glance">
    <v-skeleton-loader v-if="!glance && isAsking" type="text" role="status" aria-label="Loading its lines" />
    <span v-else-if="!glance" class="sub">not on this device</span>
    <template v-else>
      <svg :width="width" :height="lines.length * row" :viewBox="`0 0 ${width} ${lines.length * row}`" role="img" :aria-label="spoken">
        <g v-for="(line, i) in lines" :key="line.line" :transform="`translate(0 ${i * row + row / 2})`">
          <line v-if="line.sections.length === 0" x1="1" :x2="width - 1" class="unmeasured" />
          <rect
            v-for="(section, k) in line.sections"
            :key="k"
            :class="section.kind"
            :x="section.x"
            :width="section.width"
            :y="section.kind === 'hose' ? -4 : -2"
            :height="section.kind === 'hose' ? 8 : 4"
          />
          <path v-for="at in line.holds" :key="at" :d="`M${at} -6v12`" />
        </g>
      </svg>
      <span v-if="!linesOnly" class="sub">{{ trustWords(glance) }}</span>
    </template>
  </div>
</template>

<style scoped>
.glance {
  min-height: 40px;
  max-width: 210px;
}
svg {
  max-width: 100%;
}
.tube {
  fill: var(--tube);
  stroke: var(--ink);
}
.hose {
  fill: var(--hose);
}
path {
  stroke: var(--ink);
  stroke-width: 2;
}
.unmeasured {
  stroke: var(--soft);
  stroke-dasharray: 3 4;
  stroke-width: 2;
}
</style>
