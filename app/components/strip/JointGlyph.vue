<script setup lang="ts">
import { computed } from 'vue'
import type { JointKind } from '#core/sheet/types'
import type { JointStatus } from '#core/job/state/jointStatus'

/** A joint as a shape by kind; its state as fill and mark. To be placed in an SVG; drawn around 0,0, at most 36 px wide. */
const props = defineProps<{ kind: JointKind; status?: JointStatus; current?: boolean }>()

const status = computed(() => props.status ?? 'closed')
const done = computed(() => status.value === 'torqued' || status.value === 'proved')
const fill = computed(() =>
  props.current ? 'var(--accent)' : done.value ? 'var(--ok)' : status.value === 'closed' ? 'var(--card)' : 'var(--paper)',
)
const mark = computed(() => (done.value ? 'var(--on-ok)' : props.current ? 'var(--on-accent)' : 'var(--ink)'))

type Shape = { is: 'rect' | 'circle' | 'path' } & Readonly<Record<string, string | number>>
const nut: Shape = { is: 'path', d: 'M-15 0L-7.5 -13H7.5L15 0L7.5 13H-7.5Z' }
const filled = { fill: 'var(--ink)', stroke: 'none' }
const shapes: Readonly<Record<JointKind, readonly Shape[]>> = {
  'clip-connect': [
    { is: 'rect', x: -16, y: -12, width: 32, height: 24, rx: 12 },
    { is: 'path', d: 'M-5 -12v7M5 -12v7' },
  ],
  'push-lock': [
    { is: 'rect', x: -15, y: -11, width: 22, height: 22, rx: 3 },
    { is: 'path', d: 'M7 -7l9 7-9 7z' },
  ],
  flange: [
    { is: 'rect', x: -18, y: -13, width: 36, height: 26, rx: 2 },
    { is: 'circle', cx: -11, r: 2.6, ...filled },
  ],
  banjo: [
    { is: 'circle', r: 14 },
    { is: 'circle', r: 5.5, fill: 'none' },
  ],
  clamp: [
    { is: 'rect', x: -10, y: -13, width: 20, height: 26, rx: 2 },
    { is: 'path', d: 'M-3 -13v-5h6v5' },
  ],
  'press-in': [{ is: 'path', d: 'M-15 -11h18l12 11-12 11h-18z' }],
  'taper-thread': [
    { is: 'path', d: 'M-15 -12L15 -7V7L-15 12z' },
    { is: 'path', d: 'M-7 -10v20M1 -9v18', 'stroke-width': 1.6 },
  ],
  'oring-nut': [nut, { is: 'circle', r: 6, fill: 'none', 'stroke-width': 2 }],
  'iso-flare': [nut, { is: 'path', d: 'M0 -6a6 6 0 0 1 0 12z', ...filled }],
  'inverted-flare': [nut, { is: 'path', d: 'M4 -6L-4 0L4 6', fill: 'none', 'stroke-width': 2 }],
}
</script>

<template>
  <g class="joint" :class="{ current }" stroke="var(--ink)" stroke-width="2.4" stroke-linejoin="round" stroke-linecap="round" :fill="fill">
    <!-- hollow and dashed while the bore is open to the air -->
    <g :stroke-dasharray="status === 'open' ? '4 3' : undefined">
      <component :is="is" v-for="({ is, ...drawn }, i) in shapes[kind]" :key="i" v-bind="drawn" />
    </g>
    <g fill="none" :stroke="mark" stroke-width="3">
      <path v-if="status === 'capped'" d="M-8 8L8 -8" />
      <path v-else-if="status === 'sealed'" d="M-6 0h12" />
      <path v-else-if="status === 'seated'" d="M-7 4h14M-7 -4h14" stroke-width="2.6" />
      <path v-else-if="status === 'torqued'" d="M-6 0l4 5 8-9" />
      <path v-else-if="status === 'proved'" d="M-10 0l4 5 7-9M0 4l2 2 8-10" />
    </g>
  </g>
</template>
