<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '#core/job/listSteps'
import type { VisitTools } from '#core/kit/listTools'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { positionWords } from '#shared/words/vocabulary'
import { stepWords } from '#shared/words/stepWords'

/** The plan as visits of the car: what to have at hand before each, then the steps in order. */
const props = defineProps<{ steps: Step[]; tools: VisitTools[]; sheet: Sheet }>()

const visits = computed(() => [...new Set(props.steps.map(step => step.visit))].map((visit) => {
  const steps = props.steps.filter(step => step.visit === visit)
  return { visit, at: steps.at(-1)!.at, steps, tools: props.tools[visit], minutes: steps.reduce((sum, step) => sum + step.minutes, 0) }
}))
</script>

<template>
  <ol class="visits">
    <li v-for="{ visit, at, steps: list, tools: at_hand, minutes } in visits" :key="visit" class="card">
      <div class="spread"><h3>{{ visit + 1 }}. Car {{ positionWords[at] }}</h3><span class="num">{{ formatNumber(minutes, 1) }} min</span></div>
      <p v-if="at_hand && (at_hand.hexes.length || at_hand.tools.length)" class="soft small">Have at hand: {{ [...at_hand.hexes.map(hex => `${formatNumber(hex, 2)} mm`), ...at_hand.tools, at_hand.torqueWrench && 'torque wrench'].filter(Boolean).join(', ') }}</p>
      <ol class="steps">
        <li v-for="step in list" :key="step.id" :class="step.status"><span class="mark" aria-hidden="true">{{ step.status === 'done' ? '✓' : step.status === 'skipped' ? '–' : '' }}</span><span>{{ stepWords(step, sheet).title }}<span class="sr">, {{ step.status }}</span></span></li>
      </ol>
    </li>
  </ol>
</template>

<style scoped>
.visits { display: grid; gap: 10px; }
.steps { columns: 2; column-gap: 26px; margin-top: 6px; } .steps li { display: grid; grid-template-columns: 22px 1fr; break-inside: avoid; padding: 2px 0; }
.mark { width: 16px; height: 16px; border: 1.5px solid var(--soft); margin-top: 3px; font: 800 13px/14px system-ui, sans-serif; text-align: center; color: var(--on-ok); }
.done .mark { background: var(--ok); border-color: var(--ok); } .done, .skipped { color: var(--soft); }
@media (max-width: 700px) { .steps { columns: 1; } }
</style>
