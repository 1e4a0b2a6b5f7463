<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { v7 } from 'uuid'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useHead } from '#imports'
import { scenarios, type Verdict } from '#core/bleed/scenarios'
import { loopScenarios } from '#core/practice/loopScenarios'
import { practiceAnswers } from '#shared/answers/practice'
import type { PedalAct, PracticeRequest } from '#shared/schemas/practice'
import { bestWords, gradeWords, practisedBy, wordsOfScenario } from '#shared/words/bleedPracticeWords'
import { wordsOfLoop } from '#shared/words/loopPracticeWords'
import type { SheetCircuit } from '~/components/practice/SheetCircuits.vue'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { useSession } from '~/stores/session'
import { call } from '~/utils/api'
import { noReceipt } from '~/utils/receipts'
import { forgetRun, keepRun, unsentRuns } from '~/utils/unsentRuns'
import { whenWords } from '~/utils/whenWords'

useHead({ title: 'Practice · Efferent' })
const session = useSession()
const { isLead } = storeToRefs(session)
const chosen = ref<string>()
const scenario = computed(() => scenarios.find(({ id }) => id === chosen.value))
/** Or the circuit of a sheet. */
const onSheet = shallowRef<SheetCircuit>()
const loop = computed(() => loopScenarios.find(({ id }) => id === chosen.value))
/** From easy to nasty, whatever they are of. */
const offered = [
  ...scenarios.map(one => ({ id: one.id, grade: one.grade, ...wordsOfScenario(one) })),
  ...loopScenarios.map(one => ({ id: one.id, grade: one.grade, ...wordsOfLoop(one) })),
].toSorted((a, b) => a.grade - b.grade)
const { data: runs, refresh } = useServerData(
  () => 'practice',
  () => call('GET', '/api/practice', practiceAnswers.practice),
)
const { trouble, act } = useServerAct()
const mine = computed(() => (runs.value ?? []).filter(({ person }) => person === session.person?.id))
const others = computed(() => practisedBy((runs.value ?? []).filter(({ person }) => person !== session.person?.id)))
const overOnSheet = ({ sheet, revision, variant }: SheetCircuit, verdict: Verdict, acts: PedalAct[]) =>
  over({ sheet, revision, variant, verdict, acts })
/** Sent as it was made: what it is worth is worked out again where it is kept. */
const isLost = ref(false)
/** Runs as they were made, on this device until the server has said that it has just that one. */
async function send() {
  const mine = unsentRuns(localStorage).filter(({ by }) => by === session.person?.id)
  for (const { request } of mine) {
    isLost.value = !(await act(async () => {
      const { id } = await call('POST', '/api/practice', practiceAnswers.practiceScore, request)
      if (id !== request.id) throw noReceipt()
      forgetRun(localStorage, request.id)
      await refresh()
    }))
    if (isLost.value) return
  }
}
function over(request: PracticeRequest) {
  if (session.person) keepRun(localStorage, { by: session.person.id, request: { ...request, id: v7() } })
  void send()
}
onMounted(send)
</script>

<template>
  <div class="stack">
    <p v-if="isLost" class="trouble" role="alert">
      This run is on this device only. {{ trouble || 'The server does not answer.' }} <v-btn-quiet @click="send">Send it again</v-btn-quiet>
    </p>
    <PracticeRun
      v-if="scenario"
      :key="scenario.id"
      :scenario="scenario"
      v-bind="wordsOfScenario(scenario)"
      @over="(verdict, acts) => over({ scenario: scenario!.id, verdict, acts: [...acts] })"
      @leave="chosen = undefined"
    />
    <PracticeRun
      v-else-if="onSheet"
      :key="onSheet.scenario.id"
      :scenario="onSheet.scenario"
      :title="onSheet.title"
      :story="onSheet.story"
      @over="(verdict, acts) => overOnSheet(onSheet!, verdict, [...acts])"
      @leave="onSheet = undefined"
    />
    <LoopRun
      v-else-if="loop"
      :key="loop.id"
      :scenario="loop"
      @over="(verdict, acts) => over({ scenario: loop!.id, verdict, loop: [...acts] })"
      @leave="chosen = undefined"
    />
    <template v-else>
      <h1>Practice</h1>
      <p>
        Bleed a clutch, a brake, a steering or a cooling system before you bleed a car. Nothing here touches a job. What the fluid does is
        worked out as it would, from bores, volumes and pressures; the circuits are made up.
      </p>
      <ul class="cards">
        <li v-for="one in offered" :key="one.id" class="card stack">
          <div class="spread">
            <b>{{ one.title }}</b><span class="tag">{{ gradeWords[one.grade] }}</span>
          </div>
          <p>{{ one.story }}</p>
          <div class="spread">
            <v-btn-second @click="chosen = one.id">Begin</v-btn-second><span class="soft">{{ bestWords(mine, one.id) }}</span>
          </div>
        </li>
      </ul>
      <SheetCircuits :mine="mine" @begin="circuit => (onSheet = circuit)" />
      <section v-if="isLead" class="card stack" aria-labelledby="practised">
        <h2 id="practised">Who has practised</h2>
        <p v-if="others.length === 0" class="soft">Nobody else yet.</p>
        <ul v-else class="others">
          <li v-for="one in others" :key="one.person">
            <b>{{ one.name }}</b> {{ one.words }} <span class="soft">last {{ whenWords(one.lastAt) }}</span>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 16px;
  padding: 0;
  list-style: none;
}
.cards .card {
  display: flex;
  flex-direction: column;
}
.cards .card > :last-child {
  margin-top: auto;
}
.others {
  padding: 0;
  list-style: none;
}
</style>
