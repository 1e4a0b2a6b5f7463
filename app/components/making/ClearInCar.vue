<script setup lang="ts">
import { computed, watch } from 'vue'
import { clearInCar, type PassInCar } from '#core/making/clearInCar'
import type { CentrePoint } from '#core/sheet/types'
import { clearWords } from '#shared/words/makingWords'
import { useServerData } from '~/composables/useServerData'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'

/** Where the new line would lie too close in the car it is for, by that car's sheet. Nothing is said of a line of several pieces. */
const props = defineProps<{ sheet: string; line: string; fresh: readonly CentrePoint[] }>()
const emit = defineEmits<{ found: [passes: readonly PassInCar[]] }>()
const connection = useConnection()
const { data: view } = useServerData(
  () => `sheet ${props.sheet}`,
  () => connection.look(`/api/sheets/${props.sheet}`, sheetAnswers.sheet),
)
const passes = computed(() => {
  const sheet = view.value?.sheet
  const [own, ...more] = sheet?.lines.find(({ id }) => id === props.line)?.sections ?? []
  if (!sheet || own?.kind !== 'tube' || more.length > 0) return undefined
  const found = clearInCar(own, props.fresh, sheet.keepouts)
  return found.ok ? found.value : undefined
})
watch(passes, found => emit('found', found ?? []), { immediate: true })
</script>

<template>
  <section v-if="passes" class="card stack" aria-labelledby="in-car">
    <h3 id="in-car">In the car</h3>
    <p v-if="passes.length === 0">Nowhere closer to anything than the old one was.</p>
    <p v-for="(pass, i) in passes" :key="i" class="caution">{{ clearWords(pass) }}</p>
  </section>
</template>
