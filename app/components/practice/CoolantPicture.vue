<script setup lang="ts">
import { computed } from 'vue'
import { tankSeemsAt, thermostatAt } from '#core/practice/coolantLoop'
import type { CoolantRun } from '#core/practice/loopPractice'

/** The coolant circuit as it stands: tank, engine with its thermostat, radiator, heater and bleed screw; pockets are drawn. */
const props = defineProps<{ run: CoolantRun }>()
const state = computed(() => props.run.state)
const hands = computed(() => props.run.hands)
const loop = computed(() => props.run.scenario.loop)
const glass = { top: 40, height: 170 }
const yOf = (millilitres: number) => glass.top + glass.height * (1 - Math.min(1, millilitres / loop.value.tank.full))
const surface = computed(() => yOf(tankSeemsAt(loop.value, state.value)))
const thermostat = computed(() => thermostatAt(loop.value, state.value.celsius))
/** A pocket at the top of its part: up to half of the part. */
const pocket = (millilitres: number, height: number) => Math.min(height / 2, (millilitres / 500) * height)
const said = computed(
  () =>
    `Tank looks ${Math.round((tankSeemsAt(loop.value, state.value) / loop.value.tank.full) * 100)} % full, cap ${hands.value.cap ? 'on' : 'off'}, bleed screw ${hands.value.screw ? 'open' : 'shut'}, ${Math.round(state.value.celsius)} °C`,
)
</script>

<template>
  <svg viewBox="0 0 760 300" class="picture" role="img" :aria-label="said">
    <rect x="40" :y="glass.top" width="100" :height="glass.height" class="glass" />
    <rect x="40" :y="surface" width="100" :height="glass.top + glass.height - surface" class="fluid" />
    <rect v-if="hands.cap" x="62" y="24" width="56" height="16" class="part" />
    <text x="40" y="18">tank, cap {{ hands.cap ? 'on' : 'off' }}</text>
    <line x1="34" x2="146" :y1="yOf(loop.tank.high)" :y2="yOf(loop.tank.high)" class="mark" />
    <line x1="34" x2="146" :y1="yOf(loop.tank.low)" :y2="yOf(loop.tank.low)" class="mark" />
    <text x="150" :y="yOf(loop.tank.high) + 5">cold, most</text>
    <text x="150" :y="yOf(loop.tank.low) + 5">cold, least</text>
    <path d="M90 210 L90 262 L300 262 M440 190 L500 190 M440 100 L620 100" class="pipe" />
    <rect x="280" y="80" width="160" height="190" class="glass" />
    <rect x="280" y="80" width="160" height="190" class="fluid" />
    <text x="292" y="72">engine, {{ Math.round(state.celsius) }} °C</text>
    <circle cx="360" cy="180" r="24" class="part" :class="{ runs: state.runs }" />
    <text x="300" y="236">{{ state.runs ? (hands.revs ? 'driven up' : 'idles') : 'stands' }}</text>
    <rect x="446" :y="176" width="18" height="28" class="part" :class="{ opened: thermostat > 0 }" />
    <rect x="500" y="150" width="90" height="120" class="glass" />
    <rect x="500" y="150" width="90" height="120" class="fluid" />
    <rect v-if="state.radiator > 2" x="500" y="150" width="90" :height="pocket(state.radiator, 120)" class="glass" />
    <text v-if="state.radiator > 40" x="545" y="172" text-anchor="middle">air</text>
    <text x="500" y="292">radiator</text>
    <rect x="620" y="60" width="100" height="80" class="glass" />
    <rect x="620" y="60" width="100" height="80" class="fluid" />
    <rect v-if="state.heater > 2" x="620" y="60" width="100" :height="pocket(state.heater, 80)" class="glass" />
    <text v-if="state.heater > 40" x="670" y="82" text-anchor="middle">air</text>
    <rect x="664" y="40" width="14" height="22" class="part" :class="{ opened: hands.screw }" />
    <text x="730" y="30" text-anchor="end">bleed screw {{ hands.screw ? 'open' : 'shut' }}</text>
    <text x="620" y="162">heater {{ hands.heater ? 'hot' : 'cold' }}</text>
  </svg>
</template>

<style scoped src="./circuitPicture.css"></style>
