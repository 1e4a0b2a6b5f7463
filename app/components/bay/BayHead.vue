<script setup lang="ts">
import { computed } from 'vue'
import { useDisplay } from 'vuetify'
import type { LiftPosition } from '#core/sheet/types'
import { positionWords } from '#shared/words/vocabulary'
import { useJob } from '~/stores/job'
import type { BayStep } from '~/composables/useBayStep'
import { soonestFirst } from '~/utils/soonestFirst'

/** Which job, which car, how it stands, what is timed: on a phone the timer that is up first, and how many more there are. */
const props = defineProps<{ at?: LiftPosition; timers: BayStep['timers']['value'] }>()
const job = useJob()
const { width } = useDisplay()
const sorted = computed(() => soonestFirst(props.timers))
const room = computed(() => (width.value < 600 ? 1 : 4))
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
      ><span v-if="at" class="at"><span class="dot"> · </span>{{ positionWords[at] }}</span></span
    >
    <span class="right"
      ><TimerBadge v-for="timer in sorted.slice(0, room)" :key="timer.timer" v-bind="timer" /><span v-if="sorted.length > room" class="more"
        >+{{ sorted.length - room }}</span
      ></span
    >
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
  white-space: nowrap;
}
.car {
  color: var(--soft);
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.right {
  margin-left: auto;
  flex: none;
  display: flex;
  align-items: center;
  gap: 8px;
}
.more {
  color: var(--soft);
  font-weight: 600;
}
@media (max-width: 599px) {
  .bar {
    min-height: 50px;
    padding: 1px 10px;
    gap: 10px;
  }
  /* How the car stands is in sight beside a timer too. */
  .car {
    display: grid;
    line-height: 1.15;
  }
  .car .at {
    font-size: 14px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .car .dot {
    display: none;
  }
}
</style>
