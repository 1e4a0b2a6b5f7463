<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDisplay } from 'vuetify'
import { isToReadCold } from '#core/job/owed/readCold'
import { endingWords } from '#shared/words/endingWords'
import { dueWords, refusalWords } from '#shared/words/refusalWords'
import { useJobPage } from '~/composables/useJobPage'

const { job, refusal } = useJobPage()
const sheet = computed(() => job.view!.sheet)
const { width } = useDisplay()
/** On a phone the first of them; the others when they are asked for. */
const first = 8
const all = ref(false)
const shown = computed(() =>
  all.value || width.value > 700 || job.missing.length <= first + 1 ? job.missing : job.missing.slice(0, first),
)
</script>

<template>
  <div class="stack">
    <section v-if="!job.state!.signedOff" class="card stack">
      <h3>Before sign-off</h3>
      <ul v-if="job.missing.length" class="missing">
        <li v-for="(item, i) in shown" :key="i">{{ dueWords(item, sheet) }}</li>
      </ul>
      <p v-else class="good">Nothing is missing.</p>
      <v-btn-quiet v-if="shown.length < job.missing.length" @click="all = true"
        >Show the other {{ job.missing.length - shown.length }}</v-btn-quiet
      >
    </section>
    <LazyReadCold v-else-if="isToReadCold(job.state!)" />
    <p v-else-if="job.state!.ended" :class="job.state!.ended.read ? 'good' : 'trouble'">
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
