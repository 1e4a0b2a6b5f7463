<script setup lang="ts">
import { computed } from 'vue'
import { judgeLevel } from '#core/fluid/levelAtTemperature'
import { levelForm } from '#core/sheet/levelForm'
import type { Level } from '#core/sheet/types'
import { millimetres } from '#core/units/types'
import { heightWords } from '#shared/words/levelWords'
import { levelSpan, heightAt, topOf } from '~/utils/levelSpan'

/** A level's own scale, drawn: tap where the fluid stands, or step with the arrow keys. Millimetres above the lower mark. */
const props = defineProps<{ level: Level; expected?: number; expectedWords?: string }>()
const mm = defineModel<number>()
const form = computed(() => levelForm(props.level))
const span = computed(() => levelSpan(props.level.band ?? 0))
const isStick = computed(() => ['dots', 'hatched', 'notch'].includes(form.value))
const y = (height: number) => topOf(span.value, height)
const judged = computed(() =>
  mm.value === undefined ? undefined : judgeLevel({ band: props.level.band ?? millimetres(0) }, millimetres(mm.value)),
)
const judgedWords = { below: 'below', at: 'right', above: 'too high' } as const

function set(height: number): void {
  mm.value = Math.round(Math.min(span.value.high, Math.max(span.value.low, height)))
}
function tap(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  set(heightAt(span.value, (event.clientY - box.top) / box.height))
}
function drag(event: PointerEvent): void {
  if (event.buttons === 1) tap(event)
}
function key(event: KeyboardEvent): void {
  const steps: Record<string, number> = { ArrowUp: 1, ArrowDown: -1, PageUp: 5, PageDown: -5 }
  const step = steps[event.key]
  if (step === undefined) return
  event.preventDefault()
  set((mm.value ?? 0) + step)
}
</script>

<template>
  <div class="scale">
    <svg
      viewBox="28 0 232 240"
      class="drawn"
      role="slider"
      tabindex="0"
      aria-label="Where the fluid stands"
      aria-orientation="vertical"
      :aria-valuemin="span.low"
      :aria-valuemax="span.high"
      :aria-valuenow="mm ?? 0"
      :aria-valuetext="mm === undefined ? 'not read yet' : heightWords(mm)"
      @pointerdown="tap"
      @pointermove="drag"
      @keydown="key"
    >
      <defs>
        <pattern id="level-hatch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V8" class="hatchline" />
        </pattern>
      </defs>
      <template v-if="isStick">
        <rect x="82" y="4" width="36" height="226" rx="6" class="stick" />
        <rect v-if="mm !== undefined" x="84" :y="y(mm)" width="32" :height="228 - y(mm)" class="fluid" />
        <rect v-if="form === 'hatched'" x="84" :y="y(level.band ?? 0)" width="32" :height="y(0) - y(level.band ?? 0)" class="hatched" />
        <template v-else-if="form === 'dots'">
          <circle v-for="height in [0, level.band ?? 0]" :key="height" cx="100" :cy="y(height)" r="7" class="dot" />
        </template>
        <path v-else :d="`M82 ${y(0)}H118`" class="mark" />
      </template>
      <template v-else>
        <rect x="40" y="4" width="120" height="230" :rx="form === 'glass' ? 60 : 12" class="tank" />
        <clipPath id="level-tank"><rect x="43" y="7" width="114" height="224" :rx="form === 'glass' ? 57 : 9" /></clipPath>
        <rect v-if="mm !== undefined" x="43" :y="y(mm)" width="114" :height="231 - y(mm)" class="fluid" clip-path="url(#level-tank)" />
        <template v-for="height in [0, level.band ?? 0]" :key="height"><path :d="`M40 ${y(height)}h44`" class="mark" /></template>
      </template>
      <path v-if="mm !== undefined" :d="`M30 ${y(mm)}H170`" class="surface" />
      <g v-if="expected !== undefined" class="expected">
        <path :d="`M126 ${y(Math.max(span.low, Math.min(span.high, expected)))}H168`" />
      </g>
      <text x="174" :y="y(level.band ?? 0)" class="name">{{ level.band ? 'upper' : 'mark' }}</text>
      <text v-if="level.band" x="174" :y="y(0) + 16" class="name">lower</text>
    </svg>
    <div class="beside">
      <p v-if="mm === undefined">Tap where the fluid stands.</p>
      <p v-else>
        <b class="height">{{ heightWords(mm) }}</b><br />{{ judged && judgedWords[judged] }}
      </p>
      <p v-if="expectedWords" class="soft">{{ expectedWords }}</p>
      <div class="nudge">
        <v-btn-second aria-label="1 mm lower" @click="set((mm ?? 0) - 1)">−1 mm</v-btn-second>
        <v-btn-second aria-label="1 mm higher" @click="set((mm ?? 0) + 1)">+1 mm</v-btn-second>
      </div>
    </div>
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  grid-template-columns: clamp(146px, 40%, 186px) minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}
.drawn {
  width: 100%;
  touch-action: none;
  cursor: pointer;
}
.stick,
.tank {
  fill: var(--well);
  stroke: var(--ink);
  stroke-width: 3;
}
.fluid {
  fill: var(--accent);
  opacity: 0.55;
}
.mark,
.surface {
  stroke: var(--ink);
  stroke-width: 4;
}
.surface {
  stroke: var(--accent);
  stroke-dasharray: 2 4;
}
.hatched {
  fill: url('#level-hatch');
  stroke: var(--ink);
  stroke-width: 2;
}
.hatchline {
  stroke: var(--ink);
  stroke-width: 3;
}
.dot {
  fill: var(--ink);
}
.expected path {
  stroke: var(--soft);
  stroke-width: 4;
  stroke-dasharray: 10 6;
}
.name {
  font: 600 24px var(--face);
  fill: var(--soft);
}
.height {
  font-size: 22px;
  line-height: 1.15;
}
.beside {
  min-width: 0;
  display: grid;
  gap: 8px;
}
.nudge {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.beside .v-btn {
  min-height: 52px;
  padding: 0 4px;
}
@media (max-width: 599px) {
  /* Its marks' names are read at arm's length: larger than the drawing has room for. */
  .drawn {
    max-height: 92px;
    overflow: visible;
  }
  .name {
    font-size: 36px;
  }
  .beside {
    gap: 4px;
    font-size: 16px;
    line-height: 1.2;
  }
  .beside .v-btn {
    min-height: 50px;
  }
  /* What is read takes no more room than the word that asks for it. */
  .height {
    font-size: inherit;
  }
  .height::after {
    content: ', ';
  }
  .beside br,
  .beside .soft {
    display: none;
  }
}
</style>
