<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '#core/job/listSteps'
import type { VisitTools } from '#core/kit/listTools'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { hexName } from '#shared/words/hexWords'
import { positionWords } from '#shared/words/vocabulary'
import { stepWords } from '#shared/words/stepWords'

/** The plan as visits of the car: what to have at hand before each, then the steps in order. */
const props = defineProps<{ steps: Step[]; tools: (VisitTools | undefined)[]; sheet: Sheet }>()

const visits = computed(() =>
  [...new Set(props.steps.map(step => step.visit))].map(visit => {
    const steps = props.steps.filter(step => step.visit === visit)
    return { visit, at: steps.at(-1)!.at, steps, tools: props.tools[visit], minutes: steps.reduce((sum, step) => sum + step.minutes, 0) }
  }),
)
</script>

<template>
  <ol class="visits">
    <li v-for="{ visit, at, steps: list, tools: at_hand, minutes } in visits" :key="visit" class="card">
      <div class="spread">
        <h3>{{ visit + 1 }}. Car {{ positionWords[at] }}</h3>
        <span class="num">{{ formatNumber(minutes, 1) }} min</span>
      </div>
      <p v-if="at_hand && (at_hand.hexes.length || at_hand.tools.length)" class="small">
        <b>{{ at === 'ground' ? 'Have at hand' : 'Before you go under it, have' }}:</b>
        {{
          [...at_hand.hexes.map(hexName), ...at_hand.tools, at_hand.torqueWrench && 'torque wrench', at_hand.helper && 'somebody to help']
            .filter(Boolean)
            .join(', ')
        }}<template v-for="pair in at_hand.merged" :key="pair.hex">; {{ hexName(pair.by) }} also turns {{ hexName(pair.hex) }}</template>
      </p>
      <p v-for="item in at_hand?.lacking" :key="item.tool" class="small lacks">
        Not in this shop: {{ item.tool }}.{{ item.instead ? ` ${item.instead} goes on instead.` : ' Borrow it before the car goes up.' }}
      </p>
      <ol class="steps">
        <li v-for="step in list" :key="step.id" :class="step.status">
          <span class="mark" aria-hidden="true">{{ step.status === 'done' ? '✓' : step.status === 'skipped' ? '–' : '' }}</span><span
            >{{ stepWords(step, sheet).title }}<span class="sr">, {{ step.status }}</span></span
          >
        </li>
      </ol>
    </li>
  </ol>
</template>

<style scoped>
.lacks {
  color: var(--warn);
  font-weight: 600;
}
.visits {
  display: grid;
  gap: 10px;
}
.steps {
  columns: 2;
  column-gap: 26px;
  margin-top: 6px;
}
.steps li {
  display: grid;
  grid-template-columns: 22px 1fr;
  break-inside: avoid;
  padding: 2px 0;
}
.mark {
  width: 16px;
  height: 16px;
  border: 1.5px solid var(--soft);
  margin-top: 3px;
  font:
    800 13px/14px system-ui,
    sans-serif;
  text-align: center;
  color: var(--on-ok);
}
.done .mark {
  background: var(--ok);
  border-color: var(--ok);
}
.done,
.skipped {
  color: var(--soft);
}
@media (max-width: 700px) {
  .steps {
    columns: 1;
  }
}
</style>
