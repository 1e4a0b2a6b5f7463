<script setup lang="ts">
import { computed } from 'vue'
import { navigateTo, useHead } from '#imports'
import type { JobRow } from '#shared/schemas/jobRow'
import { pauseWords } from '#shared/words/pauseWords'
import { nextOfRow, progressWords } from '#shared/words/rowWords'
import { stageWords } from '#shared/words/vocabulary'
import { useFloor } from '~/stores/floor'
import { useSession } from '~/stores/session'

useHead({ title: 'Floor · Efferent' })
const floor = useFloor()
const session = useSession()
/** What has left stands last. */
const rows = computed(() => {
  const hasLeft = (row: JobRow) => row.summary.stage === 'handed-over'
  return floor.rows && [...floor.rows.filter(row => !hasLeft(row)), ...floor.rows.filter(hasLeft)]
})
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Floor</h1>
      <span class="soft"
        >{{ session.view?.workshop }} · {{ floor.open.length }} open<template v-if="floor.oldSince"
          >, as it stood at {{ new Date(floor.oldSince).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) }}</template
        ></span
      >
    </div>
    <p v-if="floor.unread" class="trouble" role="alert">{{ floor.unread }}</p>
    <div v-if="!rows && !floor.unread" class="busy" role="status" aria-label="Loading the open jobs" />
    <div v-else-if="rows?.length === 0" class="empty">
      <b>No job is open.</b>Look up a car, choose its lines and open one.
      <p><v-btn-main to="/lookup">Look up</v-btn-main></p>
    </div>
    <ul v-else class="jobs">
      <li v-for="row in rows" :key="row.id" class="card" :class="{ closed: row.summary.stage === 'handed-over' }">
        <NuxtLink :to="`/jobs/${row.id}`" class="head"
          ><span class="no">{{ row.number }}</span
          ><span
            ><b>{{ row.plate }}</b> {{ row.vehicle }}<span class="sub">{{ row.customer }} · {{ row.sheetTitle }}</span></span
          ></NuxtLink
        >
        <div class="stage">
          <span v-if="row.unreadable" class="tag warn">cannot be read</span
          ><span v-else class="tag" :class="{ fill: !row.summary.paused && row.summary.stage !== 'handed-over' }">{{
            stageWords[row.summary.stage]
          }}</span
          ><span v-if="row.summary.paused" class="tag warn">{{
            row.summary.pausedFor ? pauseWords[row.summary.pausedFor] : 'paused'
          }}</span>
          <div
            v-if="!row.unreadable"
            class="progress"
            role="img"
            :aria-label="`${row.summary.step.done} of ${row.summary.step.of} steps done`"
          >
            <i :style="{ width: `${row.summary.step.of ? (row.summary.step.done / row.summary.step.of) * 100 : 0}%` }" />
          </div>
          <span class="sub">{{ progressWords(row) }}</span>
        </div>
        <div class="next"><span class="sub">next</span>{{ nextOfRow(row) }}</div>
        <div class="timers">
          <TimerBadge v-for="timer in row.summary.timers" :key="timer.timer" v-bind="timer" />
        </div>
        <v-btn-second size="small" :disabled="row.summary.step.of === 0" @click="navigateTo(`/jobs/${row.id}/bay`)">Bay view</v-btn-second>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.jobs {
  display: grid;
  gap: 10px;
}
.jobs li {
  display: grid;
  grid-template-columns: minmax(230px, 1.3fr) 170px minmax(170px, 1.1fr) 176px 104px;
  gap: 18px;
  align-items: center;
  border-left: 8px solid var(--accent);
}
.jobs li.closed {
  border-left-color: var(--line);
  background: none;
}
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  text-decoration: none;
}
.head:hover b {
  text-decoration: underline;
}
.no {
  min-width: 54px;
  font: 700 30px/1 var(--face);
  font-variant-numeric: tabular-nums;
}
.sub {
  display: block;
  color: var(--soft);
  font-size: 14px;
}
.stage {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.progress {
  height: 8px;
  background: var(--well);
  border: 1px solid var(--line);
  flex: 1 1 100%;
}
.progress i {
  display: block;
  height: 100%;
  background: var(--accent);
}
.next {
  font-weight: 600;
}
/* A badge that says more than its column holds goes on below. */
.timers :deep(.timer) {
  flex-wrap: wrap;
  max-width: 100%;
}
@media (max-width: 980px) {
  .jobs li {
    grid-template-columns: 1fr 1fr;
  }
  .head {
    grid-column: 1 / -1;
  }
}
</style>
