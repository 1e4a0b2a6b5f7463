<script setup lang="ts">
import { computed } from 'vue'
import { navigateTo, useRoute } from '#imports'
import type { PassInCar } from '#core/making/clearInCar'
import type { Comparison } from '#core/making/compareLines'
import { verdictForJob } from '#shared/words/makingWords'
import { useBench } from '~/stores/bench'

/** What the bench found goes back to the job that sent for it; it is recorded there, by a press. */
const props = defineProps<{ found: Comparison; passes: readonly PassInCar[] }>()
const route = useRoute()
const bench = useBench()
const asked = computed(() => {
  const { job, line } = route.query
  return typeof job === 'string' && typeof line === 'string' ? { job, line } : undefined
})
async function back() {
  bench.setVerdict({
    ...asked.value!,
    agrees: props.found.verdict === 'agrees' && props.passes.length === 0,
    words: verdictForJob(props.found, props.passes),
  })
  await navigateTo(`/jobs/${asked.value!.job}/bay`)
}
</script>

<template>
  <div v-if="asked" class="no-print"><v-btn-main @click="back">Take this to the job</v-btn-main></div>
</template>
