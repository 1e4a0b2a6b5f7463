<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlanVisit } from '#core/job/steps/visitsOnClock'
import type { VisitTools } from '#core/kit/listTools'
import type { Sheet } from '#core/sheet/types'
import { hexInHand, hexName } from '#shared/words/hexWords'
import { stepWords } from '#shared/words/stepWords'

/** One stand of the car: what to have at hand, the steps that come next, and on request all. */
const props = defineProps<{ visit: PlanVisit; tools: VisitTools | undefined; sheet: Sheet }>()
const isWhole = ref(false)
/** Of the stand that work goes on in, what comes next: as many steps as are read at a glance. */
const glance = 6
const all = computed(() => [...props.visit.done, ...props.visit.open])
const next = computed(() => (props.visit.stage === 'now' ? props.visit.open.slice(0, glance) : all.value))
const steps = computed(() => (isWhole.value ? all.value : next.value))
const atHand = computed(() => {
  const { hexes, tools, torqueWrench, helper } = props.tools ?? { hexes: [], tools: [], torqueWrench: false, helper: false }
  return [...hexes.map(hex => hexInHand(hex)), ...tools, torqueWrench && 'torque wrench', helper && 'somebody to help']
    .filter(Boolean)
    .join(', ')
})
const merged = computed(() => (props.tools?.merged ?? []).map(({ by, hex }) => `; ${hexName(by)} also turns ${hexName(hex)}`).join(''))
</script>

<template>
  <div class="visit">
    <div class="told">
      <p v-if="atHand && visit.stage !== 'over'" class="small">
        <b>{{ visit.at === 'ground' ? 'Have at hand' : 'Before you go under it, have' }}:</b> {{ atHand }}{{ merged }}
      </p>
      <v-btn-quiet v-if="steps.length < all.length" size="small" @click="isWhole = true">Show all {{ all.length }} steps</v-btn-quiet>
    </div>
    <ol class="steps">
      <li v-for="step in steps" :key="step.id" :class="step.status">
        <span class="mark" aria-hidden="true">{{ step.status === 'done' ? '✓' : step.status === 'skipped' ? '–' : '' }}</span><span
          >{{ stepWords(step, sheet).title }}<span class="sr">, {{ step.status }}</span></span
        >
      </li>
    </ol>
  </div>
</template>

<style scoped>
.visit {
  display: grid;
  gap: 6px;
}
.told {
  display: flex;
  gap: 10px;
  align-items: start;
  justify-content: space-between;
}
.told:empty {
  display: none;
}
.told .v-btn {
  flex-shrink: 0;
}
@media (max-width: 700px) {
  .told .v-btn {
    min-height: 48px;
  }
}
.steps {
  columns: 2;
  column-gap: 26px;
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
