<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Body, Vec3 } from '#core/sheet/types'
import { outlineOf, spaceView, tiltMost, type LookedAt } from '~/utils/spaceView'

/**
 * Lines in space, turned by dragging, by the arrow keys or by buttons. `fit`: what the picture is fitted to, where that is not all lines;
 * `shadow`: the first line's, straight below it, so that the eye knows what is high.
 */
const props = defineProps<{
  lines: readonly { course: readonly Vec3[]; kind: 'main' | 'other' | 'faint'; label?: string }[]
  things?: readonly Body[]
  fit?: readonly (readonly Vec3[])[]
  /** Numbered places on the first line. */
  marks?: readonly Vec3[]
  shadow?: boolean
  from?: LookedAt
  label: string
}>()
const box = { width: 500, height: 320 }
const looked = ref<LookedAt>(props.from ?? { turn: 25, tilt: 25 })
/** Straight below the first line, as low as the lowest of all. */
const below = computed(() => {
  const [first] = props.lines
  if (!props.shadow || !first) return undefined
  const low = Math.min(...props.lines.flatMap(({ course }) => course.map(([, , z]) => z)))
  return first.course.map(([x, y]) => [x, y, low] as const)
})
const view = computed(() => {
  const fit = props.fit ?? props.lines.map(({ course }) => course)
  return spaceView(below.value ? [...fit, below.value] : fit, looked.value, box)
})
const drawn = computed(() => props.lines.map(({ course, kind }) => ({ kind, path: view.value.path(course) })))
const floor = computed(() => below.value && view.value.path(below.value))
const solid = computed(() =>
  (props.things ?? []).map(body => {
    const { courses, thick, round } = outlineOf(body)
    return { path: courses.map(view.value.path).join(' '), width: thick * view.value.scale, round }
  }),
)
const spots = computed(() => (props.marks ?? []).map(view.value.spot))
const start = computed(() => (props.lines[0]?.course[0] ? view.value.spot(props.lines[0].course[0]) : undefined))

function turnBy(turn: number, tilt: number) {
  const next = Math.min(tiltMost, Math.max(-tiltMost, looked.value.tilt + tilt))
  looked.value = { turn: (looked.value.turn + turn + 360) % 360, tilt: next }
}
const held = ref<{ x: number; y: number }>()
function press(event: PointerEvent) {
  held.value = { x: event.clientX, y: event.clientY }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held.value) return
  turnBy((event.clientX - held.value.x) * 0.6, (event.clientY - held.value.y) * 0.4)
  held.value = { x: event.clientX, y: event.clientY }
}
const keys: Record<string, readonly [number, number]> = { ArrowLeft: [-15, 0], ArrowRight: [15, 0], ArrowUp: [0, -10], ArrowDown: [0, 10] }
function key(event: KeyboardEvent) {
  const by = keys[event.key]
  if (!by) return
  event.preventDefault()
  turnBy(...by)
}
</script>

<template>
  <figure>
    <!-- Turned like a slider in two ways: there is no element of its own for that. -->
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
    <svg
      :viewBox="`0 0 ${box.width} ${box.height}`"
      role="img"
      tabindex="0"
      :aria-label="`${label}. Turn it by the arrow keys.`"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="held = undefined"
      @pointercancel="held = undefined"
      @keydown="key"
    >
      <path v-if="floor" :d="floor" class="shadow" />
      <path
        v-for="(thing, i) in solid"
        :key="`t${i}`"
        :d="thing.path"
        :class="thing.width ? 'thick' : 'edges'"
        :stroke-width="thing.width || 1.2"
        :stroke-linecap="thing.round ? 'round' : 'butt'"
      />
      <path v-for="(line, i) in drawn" :key="`l${i}`" :d="line.path" :class="line.kind" />
      <circle v-if="start" class="start" :cx="start.x" :cy="start.y" r="6" />
      <g v-for="(spot, i) in spots" :key="`m${i}`">
        <circle class="mark" :cx="spot.x" :cy="spot.y" r="9" />
        <text :x="spot.x" :y="spot.y + 4.5">{{ i + 1 }}</text>
      </g>
    </svg>
    <figcaption class="spread no-print">
      <span class="soft">In space: drag to turn</span>
      <span class="row"
        ><v-btn-quiet size="small" aria-label="Turn it to the left" @click="turnBy(-30, 0)">◀</v-btn-quiet
        ><v-btn-quiet size="small" aria-label="Turn it to the right" @click="turnBy(30, 0)">▶</v-btn-quiet></span
      >
    </figcaption>
  </figure>
</template>

<style scoped src="./drawing.css"></style>

<style scoped>
figure {
  width: 100%;
}
figcaption {
  padding-bottom: 8px;
}
svg {
  max-height: 340px;
  touch-action: pan-y;
  cursor: grab;
}
path {
  fill: none;
  stroke-linejoin: round;
}
.main,
.other,
.faint {
  stroke-linecap: round;
}
.main {
  stroke: var(--accent);
  stroke-width: 5;
}
.other {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: 9 7;
}
.faint {
  stroke: var(--soft);
  stroke-width: 2;
}
.shadow {
  stroke: var(--line);
  stroke-width: 4;
}
.thick {
  stroke: var(--line);
}
.edges {
  stroke: var(--soft);
}
.start {
  fill: var(--ink);
}
.mark {
  fill: var(--card);
  stroke: var(--ink);
}
text {
  text-anchor: middle;
  fill: var(--ink);
  font-weight: 700;
  font-size: 13px;
}
</style>
