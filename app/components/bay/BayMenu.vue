<script setup lang="ts">
import { computed, ref } from 'vue'
import { stepRules } from '#core/job/steps/stepRules'
import type { Step } from '#core/job/steps/listSteps'
import type { JobCommand } from '#core/job/types'
import { stepWords } from '#shared/words/stepWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

/** What else may be done at a step: leave it out, what no plan foresees, pass the job on, another step. */
const props = defineProps<{ step: Step | undefined }>()
const emit = defineEmits<{ say: [command: JobCommand]; go: [step: string] }>()
const { job } = useJobPage()
const session = useSession()
const skipReason = ref('')
const note = ref('')
const sheet = computed(() => job.view!.sheet)
const skippable = computed(() => props.step && stepRules[props.step.kind].skippable)
const others = computed(() => session.view?.people.filter(person => person.id !== session.person?.id && person.role !== 'desk') ?? [])
function passOn(to: string) {
  const text = note.value.trim()
  emit('say', { type: 'passedOn', to, ...(text ? { note: text } : {}) })
}
</script>

<template>
  <div class="stack">
    <div v-if="skippable && step" class="stack">
      <v-textarea v-model="skipReason" label="Why this step is left out" /><v-btn-second
        @click="emit('say', { type: 'stepSkipped', step: { kind: step.kind, target: step.target }, reason: skipReason })"
      >
        Leave this step out
      </v-btn-second>
    </div>
    <v-expansion-panels>
      <v-expansion-panel title="Something else happened">
        <template #text><TurnOfWork :step="step" @say="command => emit('say', command)" /></template>
      </v-expansion-panel>
      <v-expansion-panel v-if="others.length" title="Pass the job on">
        <template #text>
          <v-textarea v-model="note" label="What the next one should know" />
          <ul class="stack list">
            <li v-for="person in others" :key="person.id">
              <v-btn-quiet block @click="passOn(person.name)">To {{ person.name }}</v-btn-quiet>
            </li>
          </ul>
        </template>
      </v-expansion-panel>
      <v-expansion-panel title="Go to another step">
        <template #text>
          <ul class="stack list">
            <li v-for="item in job.steps.filter(other => other.status === 'open')" :key="item.id">
              <v-btn-quiet block @click="emit('go', item.id)">{{ stepWords(item, sheet).title }}</v-btn-quiet>
            </li>
          </ul>
        </template>
      </v-expansion-panel>
    </v-expansion-panels>
  </div>
</template>

<style scoped>
.v-btn {
  min-height: 52px;
}
.list {
  padding-top: 8px;
  max-height: 40vh;
  overflow: auto;
}
.list :deep(.v-btn__content) {
  justify-content: flex-start;
  text-align: left;
}
</style>
