<script setup lang="ts">
import type { arrowTo, SceneName } from '~/utils/sceneNames'

/** What is written over the drawing in space: names (joints as buttons), rings around joints, the finger, the way to the other end. */
defineProps<{
  width: number
  height: number
  names: readonly SceneName[]
  dots: readonly { id: string; x: number; y: number; on: boolean; selected: boolean }[]
  cursor?: { x: number; y: number }
  arrow?: ReturnType<typeof arrowTo>
  selected?: string
}>()
const emit = defineEmits<{ select: [id: string] }>()
</script>

<template>
  <svg class="over" :width="width" :height="height" aria-hidden="true">
    <line
      v-for="name in names"
      :key="name.id"
      :x1="name.x"
      :y1="name.y"
      :x2="name.side === 'right' ? name.left : name.left + name.width"
      :y2="name.top + name.height / 2"
      :class="name.kind"
    />
    <circle
      v-for="dot in dots"
      :key="dot.id"
      :cx="dot.x"
      :cy="dot.y"
      :r="dot.selected ? 13 : 8"
      :class="{ on: dot.on, selected: dot.selected }"
    />
    <g v-if="cursor" :transform="`translate(${cursor.x},${cursor.y})`" class="cursor">
      <circle r="9" />
      <path d="M-15 0h30M0 -15v30" />
    </g>
    <g v-if="arrow" :transform="`translate(${arrow.x},${arrow.y}) rotate(${arrow.degrees})`" class="arrow">
      <path d="M-24 0H4M-7 -9L6 0L-7 9" />
    </g>
  </svg>
  <span v-if="arrow?.far" class="far" :style="{ left: `${arrow.far.left}px`, top: `${arrow.far.top}px` }">{{ arrow.name }}</span>
  <template v-for="name in names" :key="name.id">
    <v-btn-plain
      v-if="name.joint"
      class="name"
      :class="{ selected: name.joint === selected }"
      :style="{ left: `${name.left}px`, top: `${name.top}px` }"
      @pointerdown.stop
      @dblclick.stop
      @click.stop="emit('select', name.joint)"
    >
      {{ name.text }}
    </v-btn-plain>
    <span v-else class="what" :class="name.kind" :style="{ left: `${name.left}px`, top: `${name.top}px` }">{{ name.text }}</span>
  </template>
</template>

<style scoped>
.over {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.over line {
  stroke: var(--ink);
  stroke-width: 1;
}
.over line.keep,
.over line.mark {
  stroke: none;
}
.over line.hold {
  stroke: var(--soft);
}
.over circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  opacity: 0.55;
}
.over circle.on {
  opacity: 1;
  stroke-width: 2.2;
}
.over circle.selected {
  stroke: var(--accent);
  stroke-width: 3.5;
  opacity: 1;
}
.cursor circle {
  stroke: var(--bad);
  opacity: 1;
  stroke-width: 2.5;
}
.cursor path {
  stroke: var(--bad);
  stroke-width: 1.5;
}
.arrow path {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.name.v-btn,
.what,
.far {
  position: absolute;
  white-space: nowrap;
  padding: 1px 4px;
  font: 600 15px/22px var(--face);
  color: var(--ink);
  background: color-mix(in srgb, var(--card) 82%, transparent);
  border-radius: 2px;
}
.name.v-btn {
  font-weight: 700;
}
.name.v-btn.selected {
  background: var(--accent);
  color: var(--on-accent);
}
.what {
  font: 500 13px/20px var(--face);
  pointer-events: none;
}
.what.keep {
  color: var(--warn);
}
.what.mark {
  color: var(--soft);
  background: none;
}
.far {
  font: 700 14px/20px var(--face);
  color: var(--accent);
  pointer-events: none;
}
</style>
