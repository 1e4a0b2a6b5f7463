<script setup lang="ts">
import type { Unrolled } from '#core/route/unrollLine'
import { formatNumber } from '#core/units/formatQuantity'
import type { StripLayout } from '~/utils/stripLayout'

/** The line itself: tube and hose, its bends, where air and fluid stay. */
defineProps<{ line: Unrolled; layout: StripLayout; patterns: string; compact?: boolean }>()
</script>

<template>
  <g>
    <template v-for="(section, i) in line.sections" :key="i">
      <rect
        v-if="section.kind === 'hose'"
        :x="layout.x(section.from)"
        :y="layout.mid - 8"
        :width="(section.to - section.from) * layout.scale"
        height="16"
        rx="3"
        :fill="`url(#${patterns}-braid)`"
        stroke="var(--ink)"
        stroke-width="1.5"
      />
      <template v-else>
        <rect
          :x="layout.x(section.from)"
          :y="layout.mid - 5"
          :width="(section.to - section.from) * layout.scale"
          height="10"
          fill="var(--tube)"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
        <line
          :x1="layout.x(section.from) + 2"
          :x2="layout.x(section.to) - 2"
          :y1="layout.mid - 2"
          :y2="layout.mid - 2"
          stroke="var(--shine)"
          stroke-width="2"
        />
      </template>
    </template>
    <g v-for="(bend, i) in line.bends" :key="`b${i}`">
      <path :d="`M${layout.x(bend.at) - 6} ${layout.mid + 12}q6 7 12 0`" fill="none" stroke="var(--ink)" stroke-width="1.6" />
      <text
        v-if="!compact && (i === 0 || layout.x(bend.at) - layout.x(line.bends[i - 1]!.at) > 26)"
        :x="layout.x(bend.at)"
        :y="layout.mid + 31"
        text-anchor="middle"
        class="bend"
      >
        {{ formatNumber(bend.degrees, 0) }}°
      </text>
    </g>

    <g
      v-for="extreme in line.extremes"
      :key="`${extreme.kind}${extreme.at}`"
      :transform="`translate(${layout.x(extreme.at)},${layout.mid})`"
      class="extreme"
    >
      <title>
        {{ extreme.kind === 'high' ? 'High point: air stays here' : 'Low point: fluid stays here' }},
        {{ formatNumber(extreme.depth, 0) }} mm
      </title>
      <path v-if="extreme.kind === 'high'" d="M-9 -12q9 -13 18 0" />
      <circle v-if="extreme.kind === 'high'" cy="-23" r="3" />
      <path v-else d="M-9 12q9 13 18 0" />
      <path v-if="extreme.kind === 'low'" d="M0 20v6" />
      <text v-if="!compact" x="12" :y="extreme.kind === 'high' ? -17 : 27">
        {{ extreme.kind === 'high' ? 'high: air stays' : 'low' }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.bend {
  font: 12.5px var(--face);
  fill: var(--soft);
}
.extreme path,
.extreme circle {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2;
}
.extreme text {
  font: 600 12.5px var(--face);
  fill: var(--accent);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 3px;
}
</style>
