<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { cardWidth, gaugeRow, pixelsPerMm } from '#core/making/pitchGauge'
import { perInch, threadSizes } from '#core/making/threads'
import { formatNumber } from '#core/units/formatQuantity'

/** Thread pitches drawn at their true size, to lay a bolt on: set by the width of a bank card, which is the same everywhere. */
const pitch = defineModel<number | undefined>({ required: true })
/** As wide as the card on this screen; said to be so by somebody, or nothing is measured with it. */
const card = useLocalStorage('efferent.card-pixels', 324)
const isTrue = useLocalStorage('efferent.card-held', false)
const scale = computed(() => pixelsPerMm(card.value))
const pitches = [...new Set(Object.values(threadSizes).map(thread => Number(thread.pitch.toFixed(4))))].sort((a, b) => a - b)
const rows = computed(() => pitches.map(one => ({ pitch: one, points: gaugeRow(one, 30, scale.value) })))
function move(by: number) {
  isTrue.value = false
  card.value = Math.min(900, Math.max(200, card.value + by))
}
const name = (one: number) => {
  const thread = Object.values(threadSizes).find(candidate => Math.abs(candidate.pitch - one) < 1e-3)!
  return thread.form === 'metric' ? `${formatNumber(one, 2)} mm` : `${Math.round(perInch({ pitch: one }))} per inch`
}
</script>

<template>
  <section class="stack" aria-label="Pitch gauge on the screen">
    <p>Hold a bank card to the frame and make the frame as wide. Then lay the thread on the row that it fits.</p>
    <div class="card-frame" :style="{ width: `${card}px` }">{{ formatNumber(cardWidth, 1) }} mm</div>
    <div class="row">
      <v-btn-second v-for="by in [-10, -1, 1, 10]" :key="by" size="small" @click="move(by)">{{
        `${Math.abs(by) === 10 ? 'much ' : ''}${by < 0 ? 'narrower' : 'wider'}`
      }}</v-btn-second>
    </div>
    <v-btn-second :disabled="isTrue" @click="isTrue = true">{{
      isTrue ? 'As wide as the card ✓' : 'It is as wide as the card'
    }}</v-btn-second>
    <ul v-if="isTrue" class="rows">
      <li v-for="row in rows" :key="row.pitch">
        <v-btn-choice :aria-pressed="pitch !== undefined && Math.abs(pitch - row.pitch) < 1e-3" @click="pitch = row.pitch">{{
          name(row.pitch)
        }}</v-btn-choice>
        <svg :width="30 * scale" height="18" role="img" :aria-label="`Thread of ${name(row.pitch)}`">
          <polyline :points="row.points" fill="none" stroke="currentColor" stroke-width="1.5" />
        </svg>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.card-frame {
  height: 60px;
  border: 2px solid var(--ink);
  border-radius: 10px;
  text-align: center;
  line-height: 56px;
}
.rows {
  padding: 0;
  list-style: none;
}
.rows li {
  display: grid;
  grid-template-columns: 150px auto;
  gap: 12px;
  align-items: center;
  margin-bottom: 4px;
}
</style>
