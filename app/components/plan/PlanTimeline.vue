<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSize } from '~/composables/useSize'
import type { Plan } from '#core/plan/types'
import type { Step } from '#core/job/steps/listSteps'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { positionWords, waitWords } from '#shared/words/vocabulary'
import { stepWords } from '#shared/words/stepWords'
import { axisTicks } from '~/utils/stripLayout'
import { raisedSpans } from '~/utils/raisedSpans'

/** The job on the clock, to scale: hands, moves of the car, time nobody can shorten, who else is needed and when the car is up. */
const props = defineProps<{ plan: Plan; steps: readonly Step[]; sheet: Sheet }>()
const box = ref<HTMLElement>()
const { width } = useSize(box)
const label = 96
const scale = computed(() => Math.max(0.1, (width.value - label - 8) / Math.max(1, props.plan.timeline.clock)))
const x = (minute: number) => label + minute * scale.value
const spans = computed(() => props.plan.timeline.spans)
const titles = computed(() => new Map(props.steps.map(step => [step.id, stepWords(step, props.sheet).title])))
const work = computed(() =>
  spans.value.flatMap(span =>
    span.kind === 'task' && span.to > span.from
      ? [
          {
            ...span,
            title: titles.value.get(span.task) ?? span.task,
            done: props.steps.find(step => step.id === span.task)?.status !== 'open',
          },
        ]
      : [],
  ),
)
const moves = computed(() => spans.value.flatMap(span => (span.kind === 'move' ? [span] : [])))
const idle = computed(() =>
  spans.value.flatMap(span =>
    span.kind === 'idle' ? [{ ...span, text: props.plan.timeline.waits.find(wait => wait.id === span.wait)?.text ?? span.wait }] : [],
  ),
)
const lift = computed(() => raisedSpans(props.plan))
const helper = computed(() => work.value.filter(span => span.helper))
const rows = computed(() => [
  { id: 'hands', name: 'hands', y: 8 },
  { id: 'lift', name: 'car is up', y: 44 },
  ...props.plan.timeline.waits.map((wait, i) => ({ id: wait.id, name: waitWords[wait.kind], y: 70 + i * 24 })),
  ...(helper.value.length ? [{ id: 'helper', name: 'helper', y: 70 + props.plan.timeline.waits.length * 24 }] : []),
])
const bottom = computed(() => (rows.value.at(-1)?.y ?? 44) + 26)
const ticks = computed(() => axisTicks(props.plan.timeline.clock, scale.value))
const summary = computed(
  () =>
    `${formatNumber(props.plan.timeline.clock, 0)} minutes by the clock, ${formatNumber(props.plan.timeline.hands, 0)} hands on, ${formatNumber(props.plan.timeline.raised, 0)} with the car up${helper.value.length ? `, ${formatNumber(props.plan.timeline.helper, 0)} with a helper` : ''}.`,
)
</script>

<template>
  <div ref="box" class="timeline card">
    <svg
      v-if="width > 0"
      :width="width"
      :height="bottom + 22"
      :viewBox="`0 0 ${width} ${bottom + 22}`"
      role="img"
      :aria-label="`The job on the clock. ${summary}`"
    >
      <defs>
        <pattern id="idle" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="2" height="6" fill="var(--soft)" />
        </pattern>
      </defs>
      <text v-for="row in rows" :key="row.id" x="0" :y="row.y + 15" class="row">{{ row.name }}</text>
      <g v-for="tick in ticks" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" y1="4" :y2="bottom" class="grid" />
        <text :x="x(tick)" :y="bottom + 16" text-anchor="middle" class="tick">{{ tick }}{{ tick === 0 ? ' min' : '' }}</text>
      </g>
      <rect
        v-for="(span, i) in work"
        :key="i"
        :x="x(span.from)"
        y="8"
        :width="Math.max(1, (span.to - span.from) * scale - 1)"
        height="26"
        :class="{ work: true, done: span.done }"
      >
        <title>{{ span.title }}, {{ formatNumber(span.to - span.from, 1) }} min</title>
      </rect>
      <rect
        v-for="(span, i) in moves"
        :key="`m${i}`"
        :x="x(span.from)"
        y="8"
        :width="Math.max(1, (span.to - span.from) * scale - 1)"
        height="26"
        class="move"
      >
        <title>Car {{ positionWords[span.at] }}, {{ formatNumber(span.to - span.from, 1) }} min</title>
      </rect>
      <rect
        v-for="(span, i) in idle"
        :key="`i${i}`"
        :x="x(span.from)"
        y="8"
        :width="Math.max(1, (span.to - span.from) * scale - 1)"
        height="26"
        fill="url(#idle)"
        stroke="var(--soft)"
      >
        <title>Waiting: {{ span.text }}</title>
      </rect>
      <rect
        v-for="(stand, i) in lift"
        :key="`l${i}`"
        :x="x(stand.from)"
        y="48"
        :width="(stand.to - stand.from) * scale"
        height="12"
        class="up"
      >
        <title>Car {{ positionWords[stand.at as keyof typeof positionWords] }}</title>
      </rect>
      <g v-for="(wait, i) in plan.timeline.waits" :key="wait.id">
        <rect :x="x(wait.from)" :y="74 + i * 24" :width="Math.max(2, (wait.to - wait.from) * scale)" height="12" class="wait">
          <title>{{ wait.text }}</title>
        </rect>
        <text
          :x="x(wait.to) + 56 < width ? x(wait.to) + 6 : x(wait.from) - 6"
          :text-anchor="x(wait.to) + 56 < width ? 'start' : 'end'"
          :y="84 + i * 24"
          class="tick"
        >
          {{ formatNumber(wait.minutes, 0) }} min
        </text>
      </g>
      <rect
        v-for="(span, i) in helper"
        :key="`h${i}`"
        :x="x(span.from)"
        :y="bottom - 22"
        :width="Math.max(2, (span.to - span.from) * scale)"
        height="12"
        class="help"
      >
        <title>{{ span.title }}: with a helper</title>
      </rect>
    </svg>
    <p class="soft small">{{ summary }}</p>
  </div>
</template>

<style scoped>
.timeline {
  contain: inline-size;
  padding: 10px 14px;
}
svg {
  display: block;
}
.row {
  font: 600 14px var(--face);
  fill: var(--ink);
}
.tick {
  font: 12.5px var(--face);
  fill: var(--soft);
}
.grid {
  stroke: var(--line);
  stroke-width: 1;
}
.work {
  fill: var(--accent);
}
.done {
  opacity: 0.45;
}
.move {
  fill: var(--ink);
}
.up {
  fill: var(--ink);
  opacity: 0.35;
}
.wait {
  fill: none;
  stroke: var(--warn);
  stroke-width: 2;
  stroke-dasharray: 5 3;
}
.help {
  fill: var(--warn);
}
</style>
