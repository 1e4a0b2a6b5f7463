<script setup lang="ts">
import { computed } from 'vue'
import type { SteeringRun } from '#core/practice/loopPractice'
import { foamShare, seemsAt } from '#core/practice/steeringLoop'

/** The steering circuit as it stands: reservoir with its marks and its foam, pump, rack and wheels. */
const props = defineProps<{ run: SteeringRun }>()
const state = computed(() => props.run.state)
const loop = computed(() => props.run.scenario.loop)
const glass = { top: 30, height: 150 }
const yOf = (millilitres: number) => glass.top + glass.height * (1 - Math.min(1, millilitres / loop.value.reservoir.full))
const surface = computed(() => yOf(seemsAt(state.value)))
const share = computed(() => foamShare(state.value))
/** Fine bubbles, as many as there are to be seen. */
const fine = computed(() =>
  Array.from({ length: share.value > 0.005 ? Math.min(40, Math.ceil(share.value * 250)) : 0 }, (_, i) => ({
    x: 48 + ((i * 37) % 84),
    y: surface.value + 6 + ((i * 29) % Math.max(8, glass.top + glass.height - surface.value - 10)),
  })),
)
const coarse = computed(() => Array.from({ length: Math.min(12, Math.ceil(state.value.trapped / 5)) }, (_, i) => 300 + ((i * 61) % 330)))
const rack = computed(() => 460 + 60 * state.value.wheel)
const turned = computed(() => -28 * state.value.wheel)
const said = computed(
  () =>
    `Reservoir looks ${Math.round((seemsAt(state.value) / loop.value.reservoir.full) * 100)} % full, ${fine.value.length ? 'full of fine bubbles' : 'clear'}; the wheel is ${Math.round(Math.abs(state.value.wheel) * 100)} % ${state.value.wheel < 0 ? 'left' : 'right'}`,
)
</script>

<template>
  <svg viewBox="0 0 760 300" class="picture" role="img" :aria-label="said">
    <rect x="40" :y="glass.top" width="100" :height="glass.height" class="glass" />
    <rect x="40" :y="surface" width="100" :height="glass.top + glass.height - surface" class="fluid" :class="{ foamy: fine.length > 0 }" />
    <circle v-for="(one, i) in fine" :key="i" :cx="one.x" :cy="one.y" r="2.4" class="bubble" />
    <line x1="34" x2="146" :y1="yOf(loop.reservoir.high)" :y2="yOf(loop.reservoir.high)" class="mark" />
    <line x1="34" x2="146" :y1="yOf(loop.reservoir.low)" :y2="yOf(loop.reservoir.low)" class="mark" />
    <text x="150" :y="yOf(loop.reservoir.high) + 5">upper mark</text>
    <text x="150" :y="yOf(loop.reservoir.low) + 5">lower mark</text>
    <text x="40" y="20">reservoir</text>
    <path d="M90 180 L90 240 L300 240" class="pipe" />
    <circle cx="90" cy="240" r="24" class="part" :class="{ runs: state.runs }" />
    <text x="66" y="286">pump {{ state.runs ? 'runs' : 'stands' }}</text>
    <rect x="290" y="222" width="360" height="36" class="glass" />
    <rect x="290" y="222" width="360" height="36" class="fluid" />
    <rect :x="rack - 8" y="218" width="16" height="44" class="part" />
    <circle v-for="(x, i) in coarse" :key="`c${i}`" :cx="x" :cy="230 + ((i * 11) % 18)" r="5.5" class="bubble" />
    <text x="290" y="286">rack</text>
    <g v-for="x in [300, 640]" :key="x" :transform="`rotate(${turned} ${x} 150)`">
      <rect :x="x - 12" y="110" width="24" height="80" rx="6" class="part" />
    </g>
    <text x="470" y="96" text-anchor="middle">wheels off the ground</text>
  </svg>
</template>

<style scoped src="./circuitPicture.css"></style>
