<script setup lang="ts">
import type { LiftPosition } from '#core/sheet/types'
import { positionWords } from '#shared/words/vocabulary'
import { useJob } from '~/stores/job'
import type { BayStep } from '~/composables/useBayStep'

/** Which job, which car, how it stands, what is timed. */
defineProps<{ at?: LiftPosition; timers: BayStep['timers']['value'] }>()
const job = useJob()
</script>

<template>
  <header class="bar">
    <NuxtLink :to="`/jobs/${job.view!.row.id}`" class="back" aria-label="To the job"
      ><svg viewBox="0 0 24 24" width="26" height="26" aria-hidden="true">
        <path d="M15 4l-8 8 8 8" fill="none" stroke="currentColor" stroke-width="3" /></svg
      ><b>Job {{ job.view!.row.number }}</b></NuxtLink
    >
    <span class="car"
      >{{ job.view!.row.plate }}<template v-if="job.state?.passedOn"> · {{ job.state.passedOn.to }}</template
      ><span v-if="at"> · {{ positionWords[at] }}</span></span
    >
    <span class="right"><TimerBadge v-for="timer in timers" :key="timer.timer" v-bind="timer" /></span>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 12px;
  align-items: center;
  background: var(--well);
  padding: 8px 14px;
  font-size: 16px;
  min-height: 58px;
}
.back {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 48px;
  text-decoration: none;
}
.car {
  color: var(--soft);
}
.right {
  margin-left: auto;
  display: flex;
  gap: 8px;
}
@media (max-width: 599px) {
  .bar {
    min-height: 50px;
    padding: 1px 10px;
  }
}
</style>
