<script setup lang="ts">
import { systemRules } from '#core/sheet/systemRules'
import { systems } from '#core/sheet/types'
import { ref, watch } from 'vue'
import type { Scenario } from '#core/bleed/scenarios'
import { sheetScenario } from '#core/bleed/sheetScenario'
import { sheetVariants, type SheetVariant } from '#core/bleed/sheetVariants'
import type { PracticeView } from '#shared/schemas/practice'
import { bestWords, gradeWords, variantWords } from '#shared/words/bleedPracticeWords'
import { useServerAct } from '~/composables/useServerAct'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'

export type SheetCircuit = { sheet: string; revision: number; variant: SheetVariant; scenario: Scenario; title: string; story: string }

/** The same on the lines of a sheet of the library: its bores, its course, its reservoir. */
const props = defineProps<{ mine: readonly PracticeView[] }>()
const emit = defineEmits<{ begin: [circuit: SheetCircuit] }>()
const connection = useConnection()
const byFoot = systems.filter(one => systemRules[one].pressure === 'pedal')
const chosen = ref<string | null>(null)
const circuits = ref<SheetCircuit[]>()
const { trouble, act } = useServerAct()
watch(chosen, async id => {
  circuits.value = undefined
  if (!id) return
  await act(async () => {
    const { sheet } = await connection.look(`/api/sheets/${id}`, sheetAnswers.sheet)
    if (chosen.value !== id) return
    circuits.value = sheetVariants.flatMap(variant => {
      const scenario = sheetScenario(sheet, variant)
      const { title, story } = variantWords[variant]
      return scenario ? [{ sheet: id, revision: sheet.revision, variant, scenario, title: `${sheet.title}: ${title}`, story }] : []
    })
  })
})
</script>

<template>
  <section class="card stack" aria-labelledby="sheet-circuits">
    <h2 id="sheet-circuits">On a sheet of the library</h2>
    <p>Its own bores, course and reservoir. Practise the car that comes in tomorrow.</p>
    <SheetPick v-model="chosen" :systems="byFoot" label="Clutch or brake sheet" none="No clutch or brake sheet is called that." />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="circuits?.length === 0">
      Nobody has measured these lines, or some cars have them and some have not: there is nothing to reckon with.
    </p>
    <ul v-else-if="circuits" class="rows">
      <li v-for="circuit in circuits" :key="circuit.variant">
        <span
          ><b>{{ variantWords[circuit.variant].title }}</b> <span class="tag">{{ gradeWords[circuit.scenario.grade] }}</span><br />
          <span class="soft">{{ circuit.story }}<br />{{ bestWords(props.mine, circuit.scenario.id) }}</span></span
        >
        <v-btn-second @click="emit('begin', circuit)">Begin</v-btn-second>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.rows {
  padding: 0;
  list-style: none;
}
.rows li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
</style>
