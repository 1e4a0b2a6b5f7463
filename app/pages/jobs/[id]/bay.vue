<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { definePageMeta, navigateTo, useHead } from '#imports'
import type { JobCommand } from '#core/job/types'
import { refusalWords } from '#shared/words/refusalWords'
import { list } from '#shared/words/vocabulary'
import { useActs } from '~/composables/useActs'
import { useBayPress } from '~/composables/useBayPress'
import { useBayStep } from '~/composables/useBayStep'
import { useJobPage } from '~/composables/useJobPage'
import { useLeaveBay } from '~/composables/useLeaveBay'
import { useRoomBeside } from '~/composables/useRoomBeside'
import { useProgram } from '~/stores/program'
import { fetchBayParts } from '~/utils/bayParts'
import { footInField } from '~/utils/footKey'
import { whenIdle } from '~/utils/whenIdle'

definePageMeta({ layout: 'bay' })
const { id, job, refusal, record } = useJobPage()
useHead({ title: () => (job.view ? `Job ${job.view.row.number} · bay` : 'Bay') })
const program = useProgram()
const bay = useBayStep()
const { chosen, sheet, step, words, waits, whereabouts, facts, lastChance, lack, joint, entryKey } = bay

const reading = ref<HTMLElement>()
const entering = ref<HTMLElement>()
const { wide, beside } = useRoomBeside(reading, entering)

const seized = ref(false)
async function sayAll(commands: JobCommand[]) {
  for (const command of commands) if (!(await record(command))) return
  seized.value = false
}
watch(entryKey, () => (program.inHand = false))
onMounted(() => whenIdle(() => void fetchBayParts()))
const undo = useTemplateRef<{ offer: () => void }>('undo')
const { draft, button, press, enter } = useBayPress(bay, () => undo.value?.offer())
const goTo = (to: string) => (chosen.value = to)
async function signOff() {
  if (await record({ type: 'signedOff' })) await navigateTo(`/jobs/${id}/handover`)
}
const foot = (event: KeyboardEvent) => footInField(event, event.currentTarget as HTMLElement, document.querySelector('.foot .go'))
const { leaving, leave } = useLeaveBay(id, [entryKey, draft])
const refusedWords = computed(() => (refusal.value ? refusalWords(refusal.value, sheet.value) : undefined))
const help = ref(false)
useActs('The bay', [
  { text: 'Record the step (a foot switch too); in a number, on to the next field', keys: ' ', run: () => void press() },
  { text: 'To the job', keys: 'Escape', run: leave },
  { text: 'The keys of this page', keys: '?', run: () => (help.value = true) },
])
</script>

<template>
  <div class="view">
    <BayHead :at="step?.at" :timers="bay.timers.value" />
    <div class="body">
      <InTurn><BayMap :bay="bay" /></InTurn>
      <template v-if="step && words && job.plan && !job.state!.paused && job.planning?.ok">
        <InTurn>
          <!-- Enter in a number box records, a space goes on from it: heard here for all of them. -->
          <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
          <main class="step" @keydown.enter="enter" @keydown.space="foot">
            <h1>{{ words.title }}</h1>
            <div class="column">
              <div ref="reading" class="part">
                <CautionList :cautions="words.cautions" />
                <WaitBar v-for="wait in waits" :key="wait.wait.id" :wait="wait" @cut="record" />
                <p v-if="lastChance.length" class="caution">
                  <b>Last chance.</b> Behind it: {{ list(lastChance) }}. Coming back costs taking it off again.
                </p>
                <p v-if="words.how" class="how">{{ words.how }}</p>
                <StepFacts v-if="facts.length" class="facts" :facts="facts" />
              </div>
              <InTurn v-if="whereabouts && !beside"><StepPlace v-bind="whereabouts" :open="wide" /></InTurn>
            </div>
            <div class="column">
              <div ref="entering" class="part">
                <InTurn>
                  <StepAside :bay="bay" @seized="seized = true" @say="sayAll" />
                  <!-- What is begun here is not to be interrupted. -->
                  <div role="presentation" @pointerdown.capture="program.inHand = true" @keydown.capture="program.inHand = true">
                    <StepEntry :key="entryKey" v-model="draft" :step="step" @also="record" />
                  </div>
                  <FoundEntry v-if="lack" :lack="lack" :target="step.target" :observed="job.state!.observed" @say="record" />
                </InTurn>
              </div>
              <InTurn v-if="whereabouts && beside"><StepPlace v-bind="whereabouts" :open="wide" /></InTurn>
            </div>
          </main>
          <InTurn>
            <StepFoot
              :bay="bay"
              :step="step"
              :button="button"
              :ready="!!draft"
              :refusal="refusedWords ?? leaving"
              @press="press"
              @go="goTo"
            />
          </InTurn>
        </InTurn>
      </template>
      <NoStep v-else :refusal="refusal" @say="record" @sign-off="signOff" @go="goTo" />
    </div>
    <InTurn>
      <UndoOffer ref="undo" />
      <LazySeizedDialog v-if="seized" v-model="seized" :joint="joint" :refusal="refusedWords" @tried="sayAll" />
      <KeyList v-model="help" theme="bay" />
      <CommandBox theme="bay" />
    </InTurn>
  </div>
</template>

<style scoped>
.view {
  flex: 1;
  display: flex;
  flex-direction: column;
  font-size: 18px;
}
.body {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 10px;
  width: 100%;
  max-width: 1180px;
  margin: 0 auto;
  padding: 6px 16px 0;
}
h1 {
  font-size: 29px;
}
.step {
  display: grid;
  gap: 12px;
  align-content: start;
  flex: 1;
  padding-bottom: 12px;
}
.column,
.part {
  display: contents;
}
.step :deep(.entry) {
  order: 1;
}
.how {
  order: 2;
  font-size: 19px;
  max-width: 68ch;
}
.facts {
  order: 3;
}
.where {
  order: 4;
}
@media (max-width: 599px) {
  .step {
    gap: 6px;
  }
  h1 {
    font-size: 28px;
    line-height: 1.1;
  }
  .step :deep(.entry) {
    gap: 6px;
  }
  .step :deep(.caution) {
    font-size: 16px;
    line-height: 1.25;
    padding: 6px 10px;
  }
}
@media (min-width: 900px) {
  .body {
    padding: 10px 26px 0;
  }
  .step {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    column-gap: 34px;
  }
  h1 {
    font-size: 34px;
  }
  .column,
  .part {
    display: grid;
    gap: 14px;
    align-content: start;
  }
  .column:has(> .part:empty) {
    gap: 0;
  }
  .step > h1 {
    grid-column: 1 / -1;
  }
}
</style>
