<script setup lang="ts">
import type { JobCommand, Refusal } from '#core/job/types'
import { isToReadCold } from '#core/job/owed/readCold'
import { accessWords, dueWords, refusalWords } from '#shared/words/refusalWords'
import { pauseWords, tagTitle } from '#shared/words/pauseWords'
import { useJob } from '~/stores/job'

/** The bay without a step: paused, no plan, something still missing, or all done. */
defineProps<{ refusal?: Refusal }>()
const emit = defineEmits<{ say: [command: JobCommand]; signOff: []; go: [id: string] }>()
const job = useJob()
/** Found and put back: the count is corrected by an event of its own. */
const countIn = (operation: string) =>
  emit('say', { type: 'fastenersCounted', operation, fasteners: job.state!.operations[operation]!.fastenersOut })
</script>

<template>
  <div v-if="job.state!.paused" class="stack">
    <h1>Paused</h1>
    <p>
      {{ pauseWords[job.state!.paused!.reason] }}{{ job.state!.paused!.note ? `: ${job.state!.paused!.note}` : '' }}, by
      {{ job.state!.paused!.by }}
    </p>
    <v-btn-second :to="`/jobs/${job.state!.id}/tag`">{{ tagTitle(job.view!.sheet) }}</v-btn-second>
    <v-btn-go class="go" @click="emit('say', { type: 'resumed' })">Resume the job</v-btn-go>
  </div>
  <div v-else-if="job.inputs && !job.planning" class="busy" role="status" aria-label="Working out the plan" />
  <div v-else-if="job.planning && !job.planning.ok" class="stack">
    <h1>No plan from here</h1>
    <p class="trouble" role="alert">{{ accessWords(job.planning.error, job.view!.sheet) }}</p>
    <v-btn-go class="go" :to="`/jobs/${job.state!.id}`">Change it on the job’s page</v-btn-go>
  </div>
  <div v-else-if="!job.plan" class="stack">
    <h1>No plan yet</h1>
    <p>Choose the lines on the job’s page; the steps follow.</p>
    <v-btn-go class="go" :to="`/jobs/${job.state!.id}`">Choose the lines</v-btn-go>
  </div>
  <div v-else class="stack">
    <h1>
      {{
        isToReadCold(job.state!)
          ? 'One level, read cold'
          : job.state!.signedOff
            ? 'Signed off'
            : job.missing.length
              ? 'Still missing'
              : 'Every step is done'
      }}
    </h1>
    <ul v-if="job.missing.length" class="stack">
      <li v-for="(item, i) in job.missing" :key="i" class="caution">
        {{ dueWords(item, job.view!.sheet) }}
        <v-btn-second v-if="item.kind === 'counted'" @click="countIn(item.operation)">Count them in</v-btn-second>
      </li>
    </ul>
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, job.view!.sheet) }}</p>
    <v-btn-go v-if="!job.state!.signedOff" class="go" :disabled="job.missing.length > 0" @click="emit('signOff')">Sign off</v-btn-go>
    <LazyReadCold v-else-if="isToReadCold(job.state!)" />
    <v-btn-go v-else class="go" :to="`/jobs/${job.state!.id}/handover`">Hand over</v-btn-go>
    <BayActs :step="undefined" @go="id => emit('go', id)" />
  </div>
</template>

<style scoped>
h1 {
  font-size: 29px;
}
@media (min-width: 900px) {
  h1 {
    font-size: 34px;
  }
}
</style>
