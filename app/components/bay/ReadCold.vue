<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { levelsOf } from '#core/sheet/levelsOf'
import { refusalWords } from '#shared/words/refusalWords'
import { useJobPage } from '~/composables/useJobPage'
import { whenWords } from '~/utils/whenWords'

/** A car that went out with one level to be read: back, and cold. At its mark, the job is closed. */
const { job, refusal, record } = useJobPage()
const read = computed(() => job.state!.ended!.read!)
const level = computed(() => levelsOf(job.resolved!.sheet).find(({ id }) => id === read.value.level))
const draft = ref<JobCommand>()
async function say() {
  if (draft.value) await record(draft.value)
}
</script>

<template>
  <section v-if="level" class="card stack entries" aria-labelledby="read-cold">
    <h3 id="read-cold">Read cold: {{ level.name }}</h3>
    <p>
      Out since {{ whenWords(job.state!.ended!.at) }}, to be back by <b>{{ whenWords(read.by) }}</b>, no further than {{ read.km }} km.
      {{ level.reads }}
    </p>
    <LazyLevelEntry :key="job.state!.levels.length" v-model="draft" :level="level" @also="record" />
    <p v-if="refusal" class="trouble" role="alert">{{ refusalWords(refusal, job.view!.sheet) }}</p>
    <v-btn-go class="go" :disabled="!draft" @click="say">Record the reading</v-btn-go>
  </section>
</template>

<style scoped>
.card {
  padding: 14px 16px;
}
</style>
