<script setup lang="ts">
import { computed } from 'vue'
import { navigateTo } from '#imports'
import { summarise } from '#core/job/record/summarise'
import { pauseWords, tagTitle } from '#shared/words/pauseWords'
import { refusalWords } from '#shared/words/refusalWords'
import { stepWords } from '#shared/words/stepWords'
import { stageWords } from '#shared/words/vocabulary'
import { useJobPage } from '~/composables/useJobPage'
import { useActs } from '~/composables/useActs'
import { useFloor } from '~/stores/floor'
import { usePhotos } from '~/stores/photos'
import { jobRooms } from '~/utils/jobRooms'

/** What stays over every room of a job: car, customer, stage, what comes next and what is missing, running timers, and the ways out. */
const { id, job, refusal, record } = useJobPage()
const floor = useFloor()
const photos = usePhotos()
const sheet = computed(() => job.view!.sheet)
// The stream's row is newer than the one the job was loaded with.
const row = computed(() => floor.rows?.find(candidate => candidate.id === id) ?? job.view!.row)
const title = computed(() => `Job ${row.value.number} · ${row.value.plate}`)
/** Worked out here: what this device has recorded and nobody else knows yet is in it. */
const summary = computed(() => (job.steps.length > 0 ? summarise(job.state!, job.steps, job.missing, job.waits) : row.value.summary))
const next = computed(() => summary.value.step.next && stepWords(summary.value.step.next, sheet.value).title)
const timers = computed(() => summary.value.timers)
const signable = computed(() => job.plan && job.missing.length === 0 && !job.state?.signedOff)
async function signOff() {
  if (await record({ type: 'signedOff' })) await navigateTo(`/jobs/${id}/handover`)
}
useActs('This job', [
  { text: 'Bay view', keys: 'b', run: () => void navigateTo(`/jobs/${id}/bay`) },
  ...jobRooms.map(room => ({
    text: `${room.name} of this job`,
    keys: `g ${room.key}`,
    run: () => void navigateTo(`/jobs/${id}${room.path}`),
  })),
  { text: 'Record, to print', run: () => void navigateTo(`/jobs/${id}/handover`) },
])
</script>

<template>
  <header class="stack">
    <div class="top">
      <div>
        <div class="title">
          <h1>{{ title }}</h1>
          <span class="tag fill">{{ stageWords[summary.stage] }}</span>
          <span v-if="job.state!.paused" class="tag warn">paused: {{ pauseWords[job.state!.paused!.reason] }}</span>
        </div>
        <p class="car">{{ job.state!.opened.vehicle.label }}</p>
        <p class="soft">
          {{ row.customer }} · <NuxtLink :to="`/sheets/${sheet.id}?vehicle=${job.view!.vehicle.id}`">{{ sheet.title }}</NuxtLink><span
            class="revision"
            >, revision {{ sheet.revision }}</span
          >
        </p>
        <p v-if="job.state!.opened.complaint">“{{ job.state!.opened.complaint }}”</p>
        <p v-if="(!job.state!.signedOff && next) || timers.length" class="next">
          <TimerBadge v-for="timer in timers" :key="timer.timer" v-bind="timer" /><span v-if="!job.state!.signedOff && next"
            ><b>Next</b> {{ next }}</span
          ><NuxtLink v-if="!job.state!.signedOff && job.missing.length" :to="`/jobs/${id}/proof`"
            >{{ job.missing.length }} missing before sign-off</NuxtLink
          >
        </p>
      </div>
      <div class="row acts">
        <v-btn-main v-if="!job.state!.signedOff" class="onward" :to="`/jobs/${id}/bay`">Bay view <kbd>b</kbd></v-btn-main>
        <v-btn-second v-if="!job.state!.signedOff" :disabled="!signable" @click="signOff">Sign off</v-btn-second>
        <v-btn-main v-if="job.state!.signedOff" class="onward" :to="`/jobs/${id}/handover`">Hand over</v-btn-main>
        <v-btn-second v-else :to="`/jobs/${id}/handover`">Record, to print</v-btn-second>
        <v-btn-second v-if="!job.state!.signedOff && job.state!.paused" :to="`/jobs/${id}/tag`">{{ tagTitle(sheet) }}</v-btn-second>
      </div>
    </div>
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, sheet) }}</p>
    <NewerRevision />
    <p v-for="item in photos.refused.filter(one => one.job === id)" :key="item.id" class="trouble" role="alert">
      A photo was not kept. {{ item.why }} <v-btn-second size="small" @click="photos.dismiss(item.id)">Seen</v-btn-second>
    </p>
    <div class="place">
      <InTurn>
        <v-tabs class="rooms" aria-label="Rooms of this job">
          <v-tab v-for="room in jobRooms" :key="room.path" :to="`/jobs/${id}${room.path}`" exact>
            {{ room.name }}<kbd>g {{ room.key }}</kbd>
          </v-tab>
        </v-tabs>
      </InTurn>
    </div>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  flex-wrap: wrap;
  align-items: flex-start;
}
.title {
  display: flex;
  gap: 0 10px;
  flex-wrap: wrap;
  align-items: center;
}
.car {
  font-size: 18px;
  font-weight: 500;
}
.next {
  display: flex;
  gap: 2px 14px;
  flex-wrap: wrap;
  align-items: center;
}
@media (min-width: 1000px) {
  .top {
    flex-wrap: nowrap;
  }
  .acts {
    flex-shrink: 0;
    gap: 8px;
  }
  .acts > .v-btn {
    padding: 0 14px;
  }
}
kbd {
  opacity: 1;
}
/* What is below does not move when the rooms are drawn. */
.place {
  min-height: 48px;
}
@media (max-width: 700px) {
  .place {
    display: contents;
  }
  .car {
    font-size: 17px;
  }
  .revision {
    display: none;
  }
  .top > .row {
    gap: 8px;
  }
  .top > .row > .v-btn {
    padding: 0 10px;
  }
  /* Where a thumb is: the rooms, and before them the way to the car, along the bottom over the pages. */
  .top > .row > .onward,
  .rooms {
    position: fixed;
    bottom: 62px;
    height: 52px;
    z-index: 4;
  }
  .top > .row > .onward {
    left: 0;
    width: 70px;
    padding: 0 4px;
    border-radius: 0;
    white-space: normal;
  }
  .rooms {
    left: 70px;
    right: 0;
    background: var(--paper);
    border-top: 2px solid var(--ink);
    border-bottom: 0;
  }
  .rooms :deep(.v-tab.v-btn) {
    flex: 1;
    height: 50px;
    min-width: 0;
    padding: 0 2px;
    font-size: 15px;
  }
}
</style>
