<script setup lang="ts">
import type { Question } from '#core/sheet/types'
import { standpointWords } from '#shared/words/vocabulary'

/** The one thing to look at on the car. What each answer looks like stands on the button, not behind it. */
defineProps<{ question: Question; busy?: boolean }>()
const emit = defineEmits<{ answer: [id: string] }>()
</script>

<template>
  <section class="ask" aria-label="Look at the car">
    <div><span class="tag fill">{{ standpointWords[question.stand] }}</span> <b>{{ question.text }}</b></div>
    <div class="answers">
      <button v-for="answer in question.answers" :key="answer.id" class="btn" :disabled="busy" @click="emit('answer', answer.id)"><span>{{ answer.label }}<small>{{ answer.looksLike }}</small></span></button>
    </div>
  </section>
</template>

<style scoped>
.ask { border: 3px solid var(--ink); background: var(--card); padding: 12px 16px; display: grid; gap: 10px; }
.answers { display: flex; gap: 10px; flex-wrap: wrap; } .btn { text-align: left; justify-content: flex-start; flex: 1 1 260px; align-items: flex-start; }
small { display: block; font-weight: 400; }
</style>
