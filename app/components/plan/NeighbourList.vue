<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlanInputs } from '#core/access/planJob'
import { conditions, weighNeighbours, type Condition } from '#core/access/weighNeighbours'
import type { JobCommand, JobState } from '#core/job/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { conditionWords } from '#shared/words/remedyWords'
import { neighbourWords } from '#shared/words/planWords'

/** What could be renewed while it is open anyway: minutes now against later, and the odds. The customer and the technician decide; the record keeps it. */
const props = defineProps<{ resolved: ResolvedSheet; inputs: PlanInputs; state: JobState }>()
const emit = defineEmits<{ decide: [command: Extract<JobCommand, { type: 'neighbourDecided' }>] }>()
const years = ref(3)
const found = ref<Record<string, Condition>>(Object.fromEntries(Object.entries(props.state.neighbours).flatMap(([id, decided]) => decided.found ? [[id, decided.found]] : [])))
const weights = computed(() => weighNeighbours(props.resolved, props.inputs, { years: years.value, found: found.value }).map(weight => ({ ...weight, neighbour: props.resolved.sheet.neighbours.find(item => item.id === weight.neighbour)!, words: neighbourWords(weight, props.resolved.sheet, years.value), decided: props.state.neighbours[weight.neighbour] })))
const decide = (neighbour: string, choice: 'now' | 'leave', by: 'customer' | 'workshop') => emit('decide', { type: 'neighbourDecided', neighbour, choice, by, found: found.value[neighbour] })
</script>

<template>
  <section v-if="weights.length" class="card stack" aria-label="While it is open">
    <div class="spread"><h3>While it is open</h3><label class="soft">looking ahead <select v-model.number="years"><option v-for="n in [1, 2, 3, 5, 8]" :key="n" :value="n">{{ n }} {{ n === 1 ? 'year' : 'years' }}</option></select></label></div>
    <ul class="stack"><li v-for="{ neighbour, words, decided, unobtainable } in weights" :key="neighbour.id">
      <div><b>{{ neighbour.what }}</b> <span v-if="decided" class="tag" :class="{ ok: decided.choice === 'now' }">{{ decided.choice === 'now' ? 'with this job' : 'left' }}, {{ decided.by }}</span><p>{{ words }}</p><p v-if="neighbour.failure" class="soft small">{{ neighbour.failure.why }}<template v-if="neighbour.parts.length"> · {{ neighbour.parts.join(', ') }}</template></p></div>
      <div v-if="!state.signedOff" class="acts"><label class="soft">found <select :value="found[neighbour.id] ?? 'aged'" @change="found = { ...found, [neighbour.id]: ($event.target as HTMLSelectElement).value as Condition }"><option v-for="one in conditions" :key="one" :value="one">{{ conditionWords[one] }}</option></select></label><button class="btn tight" :disabled="unobtainable.length > 0 || !(neighbour.ways?.length || neighbour.goals.length)" @click="decide(neighbour.id, 'now', 'customer')">Customer: now</button><button class="btn tight quiet" @click="decide(neighbour.id, 'leave', 'customer')">Customer: leave it</button></div>
    </li></ul>
  </section>
</template>

<style scoped>
li { display: grid; gap: 6px; border-bottom: 1px solid var(--line); padding-bottom: 8px; } .acts { display: flex; gap: 8px; flex-wrap: wrap; align-items: center; } select { border: 2px solid var(--line); border-radius: 3px; background: var(--card); color: var(--ink); font: 500 15px var(--face); min-height: 36px; padding: 2px 6px; }
</style>
