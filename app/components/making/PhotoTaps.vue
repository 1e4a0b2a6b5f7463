<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Pixel } from '#core/photo/homography'

/** One picture with the points that are laid on it: tapped in order, and moved afterwards by dragging or by the arrow keys. */
const props = defineProps<{
  url: string
  width: number
  height: number
  points: readonly Pixel[]
  names: readonly string[]
  joins: readonly (readonly [number, number])[]
}>()
const emit = defineEmits<{ add: [at: Pixel]; move: [n: number, to: Pixel]; drop: [n: number] }>()
const box = ref<SVGSVGElement>()
const held = ref<number>()
const looked = ref<Pixel>()

function pixelAt(event: PointerEvent): Pixel {
  const { left, top, width, height } = box.value!.getBoundingClientRect()
  const [x, y] = [((event.clientX - left) / width) * props.width, ((event.clientY - top) / height) * props.height]
  return [Math.min(props.width, Math.max(0, x)), Math.min(props.height, Math.max(0, y))]
}
/** How near a press has to be to take hold of a point, screen pixels: a finger's width, and less while others are still to be laid. */
const reach = () => ((props.points.length < props.names.length ? 10 : 24) / box.value!.clientWidth) * props.width
function nearest([px, py]: Pixel): number {
  const away = props.points.map(([x, y]) => Math.hypot(x - px, y - py))
  const least = Math.min(...away)
  return least < reach() ? away.indexOf(least) : -1
}
function press(event: PointerEvent) {
  const at = pixelAt(event)
  const near = nearest(at)
  box.value!.setPointerCapture(event.pointerId)
  looked.value = at
  if (near >= 0) held.value = near
  else if (props.points.length < props.names.length) {
    held.value = props.points.length
    emit('add', at)
  }
}
function drag(event: PointerEvent) {
  if (held.value === undefined) return
  looked.value = pixelAt(event)
  emit('move', held.value, looked.value)
}
function release() {
  if (held.value !== undefined) emit('drop', held.value)
  held.value = undefined
  looked.value = undefined
}
const steps: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
function nudge(n: number, event: KeyboardEvent) {
  const step = steps[event.key]
  if (!step) return
  event.preventDefault()
  const [x, y] = props.points[n]!
  const by = event.shiftKey ? 10 : 1
  emit('move', n, [x + step[0] * by, y + step[1] * by])
}
const mark = computed(() => props.width / 50)
/** The glass shows what the finger covers, four times as large. */
const glass = computed(() => {
  if (!looked.value) return undefined
  const size = props.width / 4
  const [x, y] = looked.value
  const onLeft = x > props.width / 2
  return { size, x, y, left: onLeft ? 0 : props.width - size, shown: `${x - size / 8} ${y - size / 8} ${size / 4} ${size / 4}` }
})
</script>

<template>
  <svg
    ref="box"
    class="taps"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    aria-label="Picture; tap the points in their order"
    @pointerdown="press"
    @pointermove="drag"
    @pointerup="release"
    @pointercancel="release"
  >
    <image :href="url" :width="width" :height="height" />
    <line
      v-for="[a, b] in joins.filter(([a, b]) => points[a] && points[b])"
      :key="`${a}-${b}`"
      :x1="points[a]![0]"
      :y1="points[a]![1]"
      :x2="points[b]![0]"
      :y2="points[b]![1]"
      :stroke-width="mark / 4"
    />
    <!-- A point is moved by the arrow keys like a slider's thumb: there is no element of its own for two axes. -->
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
    <g
      v-for="([x, y], n) in points"
      :key="n"
      tabindex="0"
      role="button"
      :aria-label="`${names[n]}: move by the arrow keys`"
      @keydown="nudge(n, $event)"
    >
      <circle :cx="x" :cy="y" :r="mark" :stroke-width="mark / 4" />
      <path :d="`M${x - mark} ${y}H${x + mark}M${x} ${y - mark}V${y + mark}`" :stroke-width="mark / 10" />
    </g>
    <svg v-if="glass" :x="glass.left" y="0" :width="glass.size" :height="glass.size" :viewBox="glass.shown" class="glass">
      <image :href="url" :width="width" :height="height" />
      <path
        :d="`M${glass.x - glass.size} ${glass.y}H${glass.x + glass.size}M${glass.x} ${glass.y - glass.size}V${glass.y + glass.size}`"
        :stroke-width="glass.size / 400"
      />
    </svg>
  </svg>
</template>

<style scoped>
.taps {
  display: block;
  width: 100%;
  border: 1px solid var(--line);
  background: var(--well);
  touch-action: none;
  cursor: crosshair;
}
circle {
  fill: none;
  stroke: #ffdd57;
}
line {
  stroke: #ffdd57;
}
path {
  fill: none;
  stroke: #d00;
}
g:focus-visible {
  outline: none;
}
g:focus-visible circle {
  stroke: #fff;
}
</style>
