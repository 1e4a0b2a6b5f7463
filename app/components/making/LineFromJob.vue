<script setup lang="ts">
import { computed, ref } from 'vue'
import { fold } from '#core/job/state/evolve'
import type { LineInMaking } from '#core/making/workOut'
import { useServerData } from '~/composables/useServerData'
import { useConnection } from '~/stores/connection'
import { jobAnswers } from '~/utils/answers'

/** A line as it was made in a job on the Floor: the same again for the other side, or for the next car. */
const emit = defineEmits<{ take: [line: LineInMaking] }>()
const connection = useConnection()
const job = ref<string | null>(null)
const { data: floor } = useServerData(
  () => 'floor of made lines',
  () => connection.look('/api/jobs', jobAnswers.jobs),
)
const { data: view } = useServerData(
  () => `made in ${job.value}`,
  async () => (job.value ? connection.look(`/api/jobs/${job.value}`, jobAnswers.job) : undefined),
)
const items = computed(() =>
  (floor.value ?? []).map(({ id, number, plate, sheetTitle }) => ({ value: id, title: `${number} · ${plate} · ${sheetTitle}` })),
)
const made = computed(() => {
  if (!view.value) return []
  const { sheet, events } = view.value
  return Object.entries(fold(events)?.making ?? {}).map(([id, { said }]) => ({
    value: id,
    title: sheet.lines.find(line => line.id === id)?.name ?? id,
    making: said.making,
  }))
})
function take(value: string | null) {
  const found = made.value.find(one => one.value === value)
  if (found) emit('take', found.making)
}
</script>

<template>
  <div class="fields">
    <v-autocomplete v-model="job" :items="items" label="Job" no-data-text="No job on the Floor is called that." />
    <v-select
      :model-value="null"
      :items="made"
      :disabled="made.length === 0"
      :label="job && view && made.length === 0 ? 'No line was made in it' : 'Line made in it'"
      @update:model-value="take"
    />
  </div>
</template>
