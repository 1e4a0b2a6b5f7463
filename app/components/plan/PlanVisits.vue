<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useDisplay } from 'vuetify'
import type { Timeline } from '#core/plan/types'
import type { Step } from '#core/job/steps/listSteps'
import { foldVisits, visitsOnClock, type VisitFold } from '#core/job/steps/visitsOnClock'
import type { VisitTools } from '#core/kit/listTools'
import type { Sheet } from '#core/sheet/types'
import { foldWords } from '#shared/words/visitWords'
import { positionWords } from '#shared/words/vocabulary'

/** The plan as stands of the car: what is over and what is to come folded, the one in hand open. */
const props = defineProps<{ steps: Step[]; timeline: Timeline; tools: (VisitTools | undefined)[]; sheet: Sheet }>()
const visits = computed(() => visitsOnClock(props.steps, props.timeline))
const now = computed(() => visits.value.find(({ stage }) => stage === 'now')?.visit)
const open = ref<number[]>([])
watch(now, visit => (open.value = visit === undefined ? [] : [visit]), { immediate: true })

/** Said before the car goes up, whatever is folded. */
const lacking = computed(() => [...new Map(props.tools.flatMap(visit => visit?.lacking ?? []).map(item => [item.tool, item])).values()])
/** Of what is ahead, as much as fits beside what is in hand. */
const { width } = useDisplay()
const apart = computed(() => (width.value <= 700 ? 1 : 2))
const folds = computed(() =>
  foldVisits(visits.value, apart.value).map(fold => ({ ...fold, ...foldWords(fold), key: fold.visits[0]!.visit })),
)
const markOf = ({ stage, visits: held }: VisitFold) => (stage === 'over' ? '✓' : held.length > 1 ? '…' : held[0]!.visit + 1)
</script>

<template>
  <div class="stack">
    <p v-for="item in lacking" :key="item.tool" class="lacks">
      Not in this shop: {{ item.tool }}.{{ item.instead ? ` ${item.instead} goes on instead.` : ' Borrow it before the car goes up.' }}
    </p>
    <v-expansion-panels v-model="open" multiple class="visits">
      <v-expansion-panel v-for="fold in folds" :key="fold.key" :value="fold.key" :class="fold.stage">
        <template #title
          ><span class="title"
            ><span class="mark" aria-hidden="true">{{ markOf(fold) }}</span
            ><b>{{ fold.title }}</b
            ><span class="soft">{{ fold.told }}</span></span
          ></template
        >
        <template #text>
          <div class="stack">
            <template v-for="visit in fold.visits" :key="visit.visit">
              <b v-if="fold.visits.length > 1">{{ visit.visit + 1 }}. Car {{ positionWords[visit.at] }}</b>
              <VisitSteps :visit="visit" :tools="tools[visit.visit]" :sheet="sheet" />
            </template>
          </div>
        </template>
      </v-expansion-panel>
    </v-expansion-panels>
  </div>
</template>

<style scoped>
.visits :deep(.v-expansion-panel--active + .v-expansion-panel),
.visits :deep(.v-expansion-panel--active:not(:first-child)) {
  margin-top: 0;
}
.visits.v-expansion-panels :deep(.v-expansion-panel .v-expansion-panel-title.v-expansion-panel-title) {
  min-height: 44px;
  padding: 4px 14px;
}
.visits :deep(.v-expansion-panel-text__wrapper) {
  padding: 0 14px 8px;
}
.lacks {
  color: var(--warn);
  font-weight: 600;
}
.title {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
}
.mark {
  width: 26px;
  height: 26px;
  border: 2px solid var(--soft);
  border-radius: 50%;
  font: 700 15px/22px var(--face);
  text-align: center;
}
.over .mark {
  background: var(--ok);
  border-color: var(--ok);
  color: var(--on-ok);
}
.now .mark {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--card);
}
</style>
