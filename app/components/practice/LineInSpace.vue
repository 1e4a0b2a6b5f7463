<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Practice } from '#core/bleed/practise'
import { drawCourse } from '~/utils/drawCourse'

/** The line as it lies in the car, with the bubbles where they are in it: what climbs and what falls decides where they stay. */
const props = defineProps<{ run: Practice }>()
const box = { width: 460, height: 300 }
const turn = ref(20)
const drawn = computed(() => drawCourse(props.run.scenario.course, props.run.state.pipe, turn.value, box))
const ends = computed(() => [
  { ...drawn.value.start, text: 'reservoir end' },
  { ...drawn.value.end, text: 'bleeder end' },
])
/** A word stands away from the line: above its upper end, below its lower one. */
const beside = (y: number) => (y > box.height / 2 ? y + 28 : y - 14)
/** A word at the edge reads inwards. */
const anchor = (x: number) => (x > box.width / 2 ? 'end' : 'start')
const said = computed(() =>
  drawn.value.bubbles.length === 0
    ? 'The line in space: no bubbles in it'
    : `The line in space: ${drawn.value.bubbles.length} bubbles in it`,
)
</script>

<template>
  <figure class="space">
    <svg :viewBox="`0 0 ${box.width} ${box.height}`" class="picture" role="img" :aria-label="said">
      <path :d="drawn.path" class="wall" />
      <path :d="drawn.path" class="bore" />
      <circle v-for="(bubble, i) in drawn.bubbles" :key="i" :cx="bubble.x" :cy="bubble.y" :r="bubble.r" class="bubble" />
      <template v-for="end in ends" :key="end.text">
        <circle :cx="end.x" :cy="end.y" r="7" class="end" />
        <text :x="end.x" :y="beside(end.y)" :text-anchor="anchor(end.x)">{{ end.text }}</text>
      </template>
    </svg>
    <figcaption class="spread">
      <span class="soft">The line as it lies in the car</span>
      <v-btn-quiet @click="turn = (turn + 40) % 360">Turn it</v-btn-quiet>
    </figcaption>
  </figure>
</template>

<style scoped src="./circuitPicture.css"></style>

<style scoped>
.space {
  margin: 0;
}
.wall,
.bore {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.wall {
  stroke: var(--ink);
  stroke-width: 15;
}
.bore {
  stroke: var(--mark);
  stroke-width: 10;
}
.end {
  fill: var(--ink);
}
</style>
