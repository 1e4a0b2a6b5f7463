<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useDisplay } from 'vuetify'
import type { PlanInputs } from '#core/plan/planInputs'
import type { Plan } from '#core/plan/types'
import { useJobPage } from '~/composables/useJobPage'
import { useNeighbours, type NeighbourDecision } from '~/composables/useNeighbours'

/** What a plan rests on, one at a time: the lines, the clock, what the technician decides, what could be renewed beside them. */
const props = defineProps<{ plan: Plan; left: Plan | undefined; inputs: PlanInputs; begun: boolean }>()
const emit = defineEmits<{ change: [inputs: PlanInputs]; decide: [command: NeighbourDecision] }>()
const { job } = useJobPage()
const resolved = computed(() => job.resolved!)
const signed = computed(() => job.state!.signedOff !== undefined)
const neighbours = useNeighbours(() => ({ resolved: resolved.value, inputs: props.inputs, state: job.state! }))
const panes = computed(() => [
  { id: 'lines', title: 'Lines' },
  { id: 'clock', title: 'Clock' },
  ...(signed.value ? [] : [{ id: 'way', title: 'Your own way' }]),
  ...(neighbours.weights.length > 0 ? [{ id: 'open', title: 'While it is open' }] : []),
])
/** On a phone what a plan comes to lies with its clock. */
const { width } = useDisplay()
const isPhone = computed(() => width.value <= 700)
const pane = ref('lines')
watch(panes, now => now.some(({ id }) => id === pane.value) || (pane.value = 'lines'))
</script>

<template>
  <div class="panes">
    <PlanSum v-if="!isPhone" :plan="plan" :left="left" />
    <div class="tabs" role="group" aria-label="What the plan rests on">
      <v-btn-choice v-for="{ id, title } in panes" :key="id" :aria-pressed="pane === id" @click="pane = id"
        >{{ title
        }}<span v-if="id === 'open' && neighbours.undecided" class="count"
          ><span aria-hidden="true">{{ neighbours.undecided }}</span
          ><span class="sr">, {{ neighbours.undecided }} to decide</span></span
        ></v-btn-choice
      >
    </div>
    <section :aria-label="panes.find(({ id }) => id === pane)?.title">
      <InTurn v-if="pane === 'lines'"><PlanLines /></InTurn>
      <div v-else-if="pane === 'clock'" class="panes">
        <PlanSum v-if="isPhone" :plan="plan" :left="left" />
        <LazyPlanTimeline :plan="plan" :steps="job.steps" :sheet="resolved.sheet" />
      </div>
      <div v-else-if="pane === 'way'" class="card">
        <LazyPlanChoices :resolved="resolved" :inputs="inputs" :plan="plan" :begun="begun" @change="changed => emit('change', changed)" />
      </div>
      <div v-else class="card" :aria-busy="neighbours.busy">
        <v-progress-linear v-if="neighbours.busy" indeterminate aria-label="Weighing" />
        <LazyNeighbourList
          :neighbours="neighbours"
          :signed="signed"
          @ahead="years => (neighbours.years = years)"
          @decide="command => emit('decide', command)"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.panes {
  display: grid;
  gap: 8px;
  min-width: 0;
}
.panes > * {
  min-width: 0;
}
/* A thumb, perhaps in a glove. */
@media (max-width: 700px) {
  .tabs > .v-btn {
    min-height: 48px;
  }
}
.count {
  min-width: 24px;
  padding: 4px 6px;
  border: 2px solid currentcolor;
  text-align: center;
}
</style>
