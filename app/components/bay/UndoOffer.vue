<script setup lang="ts">
import { computed, ref } from 'vue'
import { lastAct } from '#core/job/state/bayState'
import { eventWords } from '#shared/words/eventWords'
import { useJobPage } from '~/composables/useJobPage'

/** What was just recorded, and the way back, where it happened; ten seconds, or until the next act. */
const { job, record } = useJobPage()
const offered = ref<string>()
const last = computed(() => lastAct(job.state))
const isShown = computed({
  get: () => offered.value !== undefined && offered.value === last.value?.id,
  set: on => {
    if (!on) offered.value = undefined
  },
})
defineExpose({ offer: () => (offered.value = last.value?.id) })
async function takeBack() {
  const id = offered.value
  offered.value = undefined
  if (id) await record({ type: 'stepUndone', reverts: [id] })
}
</script>

<template>
  <v-snackbar :key="offered" v-model="isShown" :timeout="10_000" location="top" transition="fade-transition" role="status">
    {{ last && eventWords(last.body, job.view!.sheet) }}
    <template #actions><v-btn-second @click="takeBack">Undo</v-btn-second></template>
  </v-snackbar>
</template>
