<script setup lang="ts">
import { computed, ref } from 'vue'
import { lastAct } from '#core/job/bayState'
import { stepRules } from '#core/job/stepRules'
import type { Step } from '#core/job/listSteps'
import type { JobCommand } from '#core/job/types'
import { eventWords } from '#shared/words/eventWords'
import { refusalWords } from '#shared/words/refusalWords'
import { stepWords } from '#shared/words/stepWords'
import { useJobPage } from '~/composables/useJobPage'
import { useSession } from '~/stores/session'

/** What else may be done at a step: take back, leave out, note, pause, photo, pass on, another step. */
const props = defineProps<{ step: Step | undefined }>()
const emit = defineEmits<{ close: []; go: [step: string] }>()
const { id, job, refusal, record } = useJobPage()
const session = useSession()
const skipReason = ref('')
const note = ref('')
const sheet = computed(() => job.view!.sheet)
const last = computed(() => lastAct(job.state))
const skippable = computed(() => props.step && stepRules[props.step.kind].skippable)
const others = computed(() => session.view?.people.filter(person => person.id !== session.person?.id && person.role !== 'desk') ?? [])

async function more(command: JobCommand): Promise<boolean> {
  const recorded = await record(command)
  if (recorded) emit('close')
  return recorded
}
async function keepNote() {
  if (await more({ type: 'noteWritten', text: note.value })) note.value = ''
}
async function passOn(to: string) {
  const text = note.value.trim()
  if (await more({ type: 'passedOn', to, ...(text ? { note: text } : {}) })) note.value = ''
}
</script>

<template>
  <div class="dialog theme-bay">
    <h2>More</h2>
    <v-btn-second v-if="last" @click="more({ type: 'stepUndone', reverts: [last.id] })">
      Take back: {{ eventWords(last.body, sheet) }}
    </v-btn-second>
    <div v-if="skippable && step" class="stack">
      <v-textarea v-model="skipReason" label="Why this step is left out" /><v-btn-second
        @click="more({ type: 'stepSkipped', step: { kind: step.kind, target: step.target }, reason: skipReason })"
      >
        Leave this step out
      </v-btn-second>
    </div>
    <div class="stack">
      <v-textarea v-model="note" label="Note for the record" /><v-btn-second :disabled="!note.trim()" @click="keepNote">
        Keep the note
      </v-btn-second>
    </div>
    <div class="three">
      <v-btn-second @click="more({ type: 'paused', reason: 'parts' })">Pause: parts</v-btn-second
      ><v-btn-second @click="more({ type: 'paused', reason: 'approval' })">Pause: approval</v-btn-second
      ><v-btn-second @click="more({ type: 'paused', reason: 'end-of-day' })">Pause: end of day</v-btn-second>
    </div>
    <v-expansion-panels>
      <v-expansion-panel title="Something else happened">
        <template #text><TurnOfWork :step="step" @say="more" /></template>
      </v-expansion-panel>
    </v-expansion-panels>
    <PhotoTake v-if="step" :job="id" :step="{ kind: step.kind, target: step.target }" @taken="more" />
    <v-expansion-panels>
      <v-expansion-panel v-if="others.length" title="Pass the job on">
        <template #text>
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
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
    <v-btn-main @click="emit('close')">Back to the step</v-btn-main>
  </div>
</template>

<style scoped>
.dialog .v-btn {
  min-height: 52px;
}
.three {
  display: grid;
  gap: 8px;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
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
