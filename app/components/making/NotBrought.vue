<script setup lang="ts">
import { computed } from 'vue'
import { notBrought } from '#core/making/notBrought'
import { notBroughtWords } from '#shared/words/makingWords'
import { useServerData } from '~/composables/useServerData'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'

/** What the old line has and the new one comes without, by the sheet of the car it is for. */
const props = defineProps<{ sheet: string; line: string; part?: string }>()
const connection = useConnection()
const { data: view } = useServerData(
  () => `sheet ${props.sheet}`,
  () => connection.look(`/api/sheets/${props.sheet}`, sheetAnswers.sheet),
)
const lacks = computed(() => {
  const found = view.value && notBrought(view.value.sheet, props.line, props.part ? { [props.line]: props.part } : {})
  return found && notBroughtWords(found)
})
</script>

<template>
  <section v-if="lacks" class="card stack" aria-labelledby="not-brought">
    <h3 id="not-brought">What the new one comes without</h3>
    <p v-if="lacks.length === 0">Nothing: all that the sheet knows of comes with it.</p>
    <ul v-else>
      <li v-for="one in lacks" :key="one">{{ one }}</li>
    </ul>
  </section>
</template>
