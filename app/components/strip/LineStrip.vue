<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useSize } from '~/composables/useSize'
import type { Unrolled } from '#core/route/unrollLine'
import { formatNumber } from '#core/units/formatQuantity'
import type { JointStatus } from '#core/job/state/jointStatus'
import { jointStatusWords } from '#shared/words/vocabulary'
import type { KeepoutKind } from '#core/sheet/types'
import { layOutStrip } from '~/utils/stripLayout'

/**
 * A line unrolled, end to end at true length: above the line what is reached from above, below it what is reached from below. `scaleTo`
 * (mm) lets several strips share one scale; `compact` drops the words.
 */
const props = defineProps<{
  line: Unrolled
  name: string
  scaleTo?: number
  compact?: boolean
  axis?: boolean
  jointNotes?: Record<string, string>
  jointStates?: Record<string, JointStatus>
  holdsDone?: Record<string, boolean>
  current?: string
  selected?: string
  /** Its joints can be chosen, by touch or by key. */
  picks?: boolean
  /** Where the finger is, mm along the line. */
  cursor?: number
}>()
const emit = defineEmits<{ select: [id: string] }>()

const box = ref<HTMLElement>()
const { width } = useSize(box)
const uid = useId()
/** As wide as most are, until it is measured: what comes below has its place from the start. */
const usualWidth = 1000

const layout = computed(() =>
  layOutStrip(props.line, {
    width: width.value || usualWidth,
    scaleTo: props.scaleTo,
    compact: props.compact,
    axis: props.axis,
    notes: props.jointNotes,
  }),
)
const pattern: Record<KeepoutKind, string> = {
  hot: 'hot',
  turning: 'turn',
  moving: 'turn',
  sharp: 'edge',
  electrical: 'electric',
  fuel: 'hot',
}
const stateOf = (id: string): JointStatus => props.jointStates?.[id] ?? 'closed'
const summary = computed(
  () =>
    `${props.name}, ${formatNumber(props.line.length, 0)} mm. ${props.line.joints.map(joint => `${joint.name}: ${jointStatusWords[stateOf(joint.id)]}`).join('. ')}.`,
)
</script>

<template>
  <div ref="box" class="strip" :style="width > 0 ? undefined : { minHeight: `${layout.height}px` }">
    <svg
      v-if="width > 0"
      :width="width"
      :height="layout.height"
      :viewBox="`0 0 ${width} ${layout.height}`"
      :role="picks ? 'group' : 'img'"
      :aria-label="summary"
    >
      <StripPatterns :name="uid" />
      <rect
        v-for="keep in line.clearances"
        :key="keep.keepout"
        :x="layout.x(keep.from)"
        :y="layout.mid - 24"
        :width="Math.max(4, (keep.to - keep.from) * layout.scale)"
        height="48"
        :fill="`url(#${uid}-${pattern[keep.kind]})`"
      />

      <StripTube :line="line" :layout="layout" :patterns="uid" :compact="compact" />
      <StripNames v-if="!compact" :layout="layout" :selected="selected" />
      <g v-for="hold in line.holds" :key="hold.id" :transform="`translate(${layout.x(hold.at)},${layout.mid})`">
        <path
          d="M-6 -10v20h12v-20"
          :fill="holdsDone?.[hold.id] ? 'var(--ok)' : 'none'"
          fill-opacity=".55"
          :stroke="hold.id === current ? 'var(--accent)' : 'var(--ink)'"
          :stroke-width="hold.id === current ? 4 : 2.2"
        />
      </g>
      <!-- A button where it picks, part of the picture where it does not: its role says which. -->
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
      <g
        v-for="joint in line.joints"
        :key="joint.id"
        :transform="`translate(${layout.x(joint.at)},${layout.mid})`"
        class="hit"
        :role="picks ? 'button' : 'presentation'"
        :tabindex="picks ? 0 : undefined"
        :aria-label="picks ? joint.name : undefined"
        :aria-pressed="picks ? joint.id === selected : undefined"
        @click="emit('select', joint.id)"
        @keydown.enter.prevent="emit('select', joint.id)"
        @keydown.space.prevent="emit('select', joint.id)"
      >
        <circle v-if="joint.id === selected || joint.id === current" r="23" fill="none" stroke="var(--accent)" stroke-width="3" />
        <circle r="24" fill="transparent" />
        <JointGlyph :kind="joint.kind" :status="stateOf(joint.id)" :current="joint.id === current" />
        <path v-if="joint.reach.startsWith('wheel')" d="M0 15v8M-5 19h10" stroke="var(--ink)" stroke-width="2" />
      </g>

      <g v-if="cursor !== undefined" class="cursor" :transform="`translate(${layout.x(cursor)},0)`">
        <line :y1="layout.mid - 34" :y2="layout.mid + 34" />
        <path :d="`M-7 ${layout.mid - 42}h14l-7 9z`" />
      </g>
      <g v-if="axis" class="axis">
        <line :x1="layout.x(0)" :x2="layout.x(line.length)" :y1="layout.height - 18" :y2="layout.height - 18" />
        <g v-for="mm in layout.ticks" :key="mm">
          <line :x1="layout.x(mm)" :x2="layout.x(mm)" :y1="layout.height - 22" :y2="layout.height - 14" />
          <text :x="layout.x(mm)" :y="layout.height - 2" text-anchor="middle">{{ mm }}{{ mm === 0 ? ' mm' : '' }}</text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.strip {
  contain: inline-size;
  width: 100%;
  min-height: 52px;
  overflow: hidden;
}
svg {
  display: block;
}
.hit {
  cursor: pointer;
}
.axis line {
  stroke: var(--line);
}
.axis text {
  font: 12.5px var(--face);
  fill: var(--soft);
}
.cursor line {
  stroke: var(--bad);
  stroke-width: 2;
}
.cursor path {
  fill: var(--bad);
}
</style>
