<script setup lang="ts">
import { computed } from 'vue'
import type { JointKind } from '#core/sheet/types'
import type { JointStatus } from '#core/job/jointStatus'

/** A joint as a shape by kind; its state as fill and mark. To be placed in an SVG; drawn around 0,0, at most 36 px wide. */
const props = defineProps<{ kind: JointKind; status?: JointStatus; current?: boolean }>()

const status = computed(() => props.status ?? 'closed')
const done = computed(() => status.value === 'torqued' || status.value === 'proved')
const fill = computed(() =>
  props.current ? 'var(--accent)' : done.value ? 'var(--ok)' : status.value === 'closed' ? 'var(--card)' : 'var(--paper)',
)
const mark = computed(() => (done.value ? 'var(--on-ok)' : props.current ? 'var(--on-accent)' : 'var(--ink)'))
</script>

<template>
  <g class="joint" :class="{ current }" stroke="var(--ink)" stroke-width="2.4" stroke-linejoin="round" stroke-linecap="round" :fill="fill">
    <!-- hollow and dashed while the bore is open to the air -->
    <g :stroke-dasharray="status === 'open' ? '4 3' : undefined">
      <g v-if="kind === 'clip-connect'"><rect x="-16" y="-12" width="32" height="24" rx="12" /><path d="M-5 -12v7M5 -12v7" /></g>
      <g v-else-if="kind === 'push-lock'"><rect x="-15" y="-11" width="22" height="22" rx="3" /><path d="M7 -7l9 7-9 7z" /></g>
      <g v-else-if="kind === 'flange'"
        ><rect x="-18" y="-13" width="36" height="26" rx="2" /><circle cx="-11" r="2.6" fill="var(--ink)" stroke="none"
      /></g>
      <g v-else-if="kind === 'banjo'"><circle r="14" /><circle r="5.5" fill="none" /></g>
      <g v-else-if="kind === 'clamp'"><rect x="-10" y="-13" width="20" height="26" rx="2" /><path d="M-3 -13v-5h6v5" /></g>
      <g v-else-if="kind === 'press-in'"><path d="M-15 -11h18l12 11-12 11h-18z" /></g>
      <g v-else-if="kind === 'taper-thread'"><path d="M-15 -12L15 -7V7L-15 12z" /><path d="M-7 -10v20M1 -9v18" stroke-width="1.6" /></g>
      <g v-else-if="kind === 'oring-nut'"
        ><path d="M-15 0L-7.5 -13H7.5L15 0L7.5 13H-7.5Z" /><circle r="6" fill="none" stroke-width="2"
      /></g>
      <g v-else-if="kind === 'iso-flare'"
        ><path d="M-15 0L-7.5 -13H7.5L15 0L7.5 13H-7.5Z" /><path d="M0 -6a6 6 0 0 1 0 12z" fill="var(--ink)" stroke="none"
      /></g>
      <g v-else><path d="M-15 0L-7.5 -13H7.5L15 0L7.5 13H-7.5Z" /><path d="M4 -6L-4 0L4 6" fill="none" stroke-width="2" /></g>
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
