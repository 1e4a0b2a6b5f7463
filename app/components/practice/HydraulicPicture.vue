<script setup lang="ts">
import { computed } from 'vue'
import type { Practice } from '#core/bleed/practise'
import { volumeOf, type Parcel } from '#core/bleed/parcels'

/** The circuit as it stands: reservoir, pedal, line, slave, clear hose and jar; where air is, bubbles are drawn. */
const props = defineProps<{ run: Practice }>()
type Cell = { x: number; width: number; bubbles: { x: number; y: number; r: number }[] }

/** A queue of parcels laid along a stretch of the picture, each as long as what it holds. */
function laid(parcels: readonly Parcel[], from: number, length: number, all: number): Cell[] {
  let at = from
  return parcels.map((parcel, i) => {
    const volume = volumeOf(parcel)
    const width = (volume / all) * length
    const share = volume > 0 ? parcel.air / volume : 0
    const count = Math.min(5, Math.ceil(share * Math.max(1, width / 7)))
    const bubbles = Array.from({ length: share > 0.01 ? count : 0 }, (_, k) => ({
      x: at + (width * (k + 0.5)) / count,
      y: ((i * 7 + k * 5) % 9) - 4,
      r: Math.min(6, 2 + 5 * share),
    }))
    const cell = { x: at, width, bubbles }
    at += width
    return cell
  })
}
const total = (parcels: readonly Parcel[]) => parcels.reduce((sum, one) => sum + volumeOf(one), 0)
const state = computed(() => props.run.state)
const path = computed(() => props.run.scenario.path)
const pipe = computed(() => laid(state.value.pipe, 150, 420, total(state.value.pipe)))
const hose = computed(() => laid([...state.value.hose].toReversed(), 660, 200, path.value.hose))
const slaveAir = computed(() => state.value.slave.air / Math.max(1e-9, volumeOf(state.value.slave)))
const level = computed(() => Math.max(0, Math.min(1, state.value.reservoir / path.value.reservoir)))
const pedal = computed(() => 200 + 70 * state.value.travel)
const jar = computed(() => Math.min(70, state.value.jar.liquid * 0.8))
const said = computed(
  () => `Reservoir ${Math.round(level.value * 100)} % full, pedal ${Math.round(state.value.travel * 100)} % down, bleeder ${bleeder.value}`,
)
const bleeder = computed(() => (props.run.hands.bleeder === 0 ? 'shut' : props.run.hands.bleeder < 0.3 ? 'cracked' : 'open'))
</script>

<template>
  <svg viewBox="0 -12 960 334" class="picture" role="img" :aria-label="said">
    <g class="reservoir">
      <rect x="60" y="20" width="80" height="90" class="glass" />
      <rect x="60" :y="20 + 90 * (1 - level)" width="80" :height="90 * level" class="fluid" />
      <line x1="56" x2="144" y1="65" y2="65" class="half" />
      <text x="60" y="14">reservoir</text>
      <rect x="96" y="110" width="8" height="34" class="fluid" />
    </g>
    <g class="pedal">
      <rect x="60" y="144" width="90" height="32" class="glass" />
      <rect x="60" y="144" width="90" height="32" class="fluid" />
      <line x1="40" y1="160" x2="60" y2="160" class="rod" />
      <path :d="`M20 160 L40 160 L30 ${pedal}`" class="rod" />
      <rect x="8" :y="pedal" width="44" height="10" class="pad" />
      <line x1="4" x2="58" y1="284" y2="284" class="floor" />
      <text x="8" y="304">pedal</text>
    </g>
    <g class="line">
      <rect x="150" y="150" width="420" height="20" class="glass" />
      <rect v-for="(cell, i) in pipe" :key="i" :x="cell.x" y="150" :width="cell.width + 0.5" height="20" class="fluid" />
      <template v-for="(cell, i) in pipe" :key="`b${i}`">
        <circle v-for="(bubble, k) in cell.bubbles" :key="k" :cx="bubble.x" :cy="160 + bubble.y" :r="bubble.r" class="bubble" />
      </template>
      <text x="300" y="140">line</text>
    </g>
    <g class="slave">
      <rect x="570" y="130" width="70" height="60" class="glass" />
      <rect x="570" y="130" width="70" height="60" class="fluid" />
      <circle
        v-for="k in Math.min(9, Math.ceil(slaveAir * 30))"
        :key="k"
        :cx="580 + ((k * 23) % 52)"
        :cy="138 + ((k * 13) % 20)"
        r="5"
        class="bubble"
      />
      <text x="570" y="208">slave</text>
      <rect x="636" y="118" width="14" height="20" class="screw" :class="bleeder" />
      <text x="650" y="110" text-anchor="end">bleeder {{ bleeder }}</text>
    </g>
    <g class="hose">
      <rect x="660" y="112" width="200" height="18" class="glass" />
      <rect v-for="(cell, i) in hose" :key="i" :x="cell.x" y="112" :width="cell.width + 0.5" height="18" class="fluid" />
      <template v-for="(cell, i) in hose" :key="`b${i}`">
        <circle v-for="(bubble, k) in cell.bubbles" :key="k" :cx="bubble.x" :cy="121 + bubble.y" :r="bubble.r" class="bubble" />
      </template>
      <text x="690" y="104">clear hose</text>
      <path :d="run.hands.inJar ? 'M860 121 L880 121 L880 250' : 'M860 121 L940 121 L940 170'" class="end" />
    </g>
    <g class="jar">
      <rect x="850" y="200" width="64" height="90" class="glass" />
      <rect x="850" :y="290 - 12 - jar" width="64" :height="12 + jar" class="fluid" />
      <text x="940" y="310" text-anchor="end">jar{{ run.hands.inJar ? '' : ', hose beside it' }}</text>
    </g>
  </svg>
</template>

<style scoped src="./circuitPicture.css"></style>

<style scoped>
.half,
.floor {
  stroke: var(--ink);
  stroke-dasharray: 4 4;
}
.rod,
.end {
  fill: none;
  stroke: var(--ink);
  stroke-width: 5;
}
.pad {
  fill: var(--ink);
}
.screw {
  fill: var(--ink);
}
.screw.cracked,
.screw.open {
  fill: var(--accent);
}
@media (max-width: 700px) {
  text {
    font-size: 28px;
  }
}
</style>
