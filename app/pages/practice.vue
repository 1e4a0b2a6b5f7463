<script setup lang="ts">
import { computed, ref } from 'vue'
import { useHead } from '#imports'
import { useLocalStorage } from '@vueuse/core'
import type { Score } from '#core/bleed/practise'
import { scenarios } from '#core/bleed/scenarios'
import { gradeWords, wordsOfScenario } from '#shared/words/bleedPracticeWords'
import { useSession } from '~/stores/session'

useHead({ title: 'Practice · Efferent' })
const session = useSession()
const chosen = ref<string>()
const scenario = computed(() => scenarios.find(({ id }) => id === chosen.value))
/** The best of each person on this device, by scenario. */
const best = useLocalStorage<Record<string, number>>(`efferent.practice.${session.person?.id ?? ''}`, {})
function over({ passed, points }: Score): void {
  if (passed && chosen.value) best.value = { ...best.value, [chosen.value]: Math.max(points, best.value[chosen.value] ?? 0) }
}
</script>

<template>
  <div class="stack">
    <PracticeRun v-if="scenario" :key="scenario.id" :scenario="scenario" @over="over" @leave="chosen = undefined" />
    <template v-else>
      <h1>Practice</h1>
      <p>
        Bleed a clutch or a brake before you bleed a car. Nothing here touches a job. What the fluid does is worked out as it would, from
        bores, volumes and pressures; the circuits are made up.
      </p>
      <ul class="cards">
        <li v-for="one in scenarios" :key="one.id" class="card stack">
          <div class="spread">
            <b>{{ wordsOfScenario(one).title }}</b><span class="tag">{{ gradeWords[one.grade] }}</span>
          </div>
          <p>{{ wordsOfScenario(one).story }}</p>
          <div class="spread">
            <v-btn-second @click="chosen = one.id">Begin</v-btn-second
            ><span class="soft">{{ best[one.id] === undefined ? 'not passed yet' : `best: ${best[one.id]} of 100` }}</span>
          </div>
        </li>
      </ul>
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
</style>
