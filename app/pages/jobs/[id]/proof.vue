<script setup lang="ts">
import { computed } from 'vue'
import { endingWords } from '#shared/words/endingWords'
import { dueWords, refusalWords } from '#shared/words/refusalWords'
import { useJobPage } from '~/composables/useJobPage'

const { job, refusal } = useJobPage()
const sheet = computed(() => job.view!.sheet)
</script>

<template>
  <div class="stack">
    <section v-if="!job.state!.signedOff" class="card stack">
      <h3>Before sign-off</h3>
      <ul v-if="job.missing.length" class="missing">
        <li v-for="(item, i) in job.missing" :key="i">{{ dueWords(item, sheet) }}</li>
      </ul>
      <p v-else class="good">Nothing is missing.</p>
    </section>
    <p v-else-if="job.state!.ended" class="trouble">
      <b>{{ endingWords[job.state!.ended.ending].title }}</b> by {{ job.state!.ended.by }}: {{ job.state!.ended.why }}
    </p>
    <p v-else class="good">Signed off by {{ job.state!.signedOff!.by }}.</p>
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
    <EndEarly v-if="!job.state!.signedOff" />
  </div>
</template>

<style scoped>
.missing {
  columns: 2 420px;
  column-gap: 26px;
}
.missing li {
  margin-bottom: 5px;
  break-inside: avoid;
  border-left: 5px solid var(--warn);
  padding-left: 10px;
}
</style>
