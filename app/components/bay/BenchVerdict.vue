<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import type { JobCommand } from '#core/job/types'
import { useJob } from '~/stores/job'
import { useBench } from '~/stores/bench'

/** A part is held against the old line by eye, or measured on the bench; what the bench found is recorded here, and only when pressed. */
const props = defineProps<{ job: string; line: string; sheet: string; against: 'sheet' | 'old-line' }>()
const emit = defineEmits<{ say: [command: JobCommand] }>()
const bench = useBench()
const inBay = useJob()
const { bench: lying } = storeToRefs(bench)
const found = computed(() => {
  const { verdict } = lying.value
  return verdict?.job === props.job && verdict.line === props.line ? verdict : undefined
})
const address = computed(() => ({
  path: '/bench',
  query: { tool: 'compare', job: props.job, line: props.line, sheet: props.sheet, part: inBay.state?.inputs?.parts?.[props.line] },
}))
function say() {
  const { agrees, words } = found.value!
  emit('say', { type: 'partReceived', line: props.line, against: props.against, agrees, ...(agrees ? {} : { differs: words }) })
  bench.setVerdict(undefined)
}
</script>

<template>
  <section class="stack" aria-label="Measured on the bench">
    <template v-if="found">
      <p :class="{ caution: !found.agrees }"><b>The bench:</b> {{ found.words }}</p>
      <v-btn-second @click="say">{{ found.agrees ? 'Record that it agrees' : 'Record that it differs' }}</v-btn-second>
    </template>
    <v-btn-quiet v-else :to="address">{{
      against === 'sheet' ? 'Measure it on the bench, against the sheet' : 'Measure both on the bench'
    }}</v-btn-quiet>
  </section>
</template>
