<script setup lang="ts">
import { usableParts } from '#core/sheet/chosenPart'
import { computed, ref } from 'vue'
import { ageOf, conditions, usualJudgement, type Condition, type Judgement } from '#core/access/judgeChance'
import type { PlanInputs } from '#core/access/planJob'
import { siblingOf } from '#core/access/siblings'
import type { JobCommand, JobState } from '#core/job/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { conditionWords } from '#shared/words/remedyWords'
import { neighbourWords } from '#shared/words/planWords'
import { plural } from '#shared/words/vocabulary'
import { sheetNames } from '#shared/words/sheetNames'
import { useWorked } from '~/composables/useWorked'
import { onCar } from '~/workers/onCar'
import { useSession } from '~/stores/session'
import { steady } from '~/utils/steady'

/**
 * What could be renewed while it is open anyway: minutes now against later, and the odds. The customer and the technician decide; the
 * record keeps it.
 */
const props = defineProps<{ resolved: ResolvedSheet; inputs: PlanInputs; state: JobState }>()
const emit = defineEmits<{ decide: [command: Extract<JobCommand, { type: 'neighbourDecided' }>] }>()
const session = useSession()
const judgement = computed<Judgement>(() => session.view?.judgement ?? usualJudgement)
const ahead = ref<number>()
const years = computed({ get: () => ahead.value ?? judgement.value.years, set: value => (ahead.value = value) })
const age = computed(() => ageOf(props.state.opened.vehicle.year, new Date().toISOString()))
const found = ref<Record<string, Condition>>(
  Object.fromEntries(Object.entries(props.state.neighbours).flatMap(([id, decided]) => (decided.found ? [[id, decided.found]] : []))),
)
const siblings = steady(() =>
  Object.entries(props.state.neighbours).flatMap(([ref, { choice }]) =>
    choice === 'now' && siblingOf(ref) !== undefined ? [siblingOf(ref)!] : [],
  ),
)
const { value: weighed, busy } = useWorked('neighbours', () => ({
  car: onCar(props.resolved),
  inputs: props.inputs,
  weighing: { years: years.value, judgement: judgement.value, found: found.value, age: age.value, siblings: siblings.value },
}))
const weights = computed(() =>
  (weighed.value ?? []).map(weight => {
    const { sheet } = props.resolved
    const [line, neighbour] = [
      sheet.lines.find(item => item.id === siblingOf(weight.neighbour)),
      sheet.neighbours.find(item => item.id === weight.neighbour),
    ]
    return {
      ...weight,
      name: sheetNames(sheet).neighbour(weight.neighbour),
      words: neighbourWords(weight, sheet, years.value),
      decided: props.state.neighbours[weight.neighbour],
      notes: [
        (line ?? neighbour)?.failure?.why,
        ...(neighbour?.parts ?? []),
        ...(line
          ? usableParts(line)
              .flatMap(part => part.number ?? [])
              .slice(0, 1)
          : []),
      ].filter(Boolean),
    }
  }),
)
/** What the customer has not been asked about. */
const undecided = computed(() => weights.value.filter(({ decided }) => !decided).length)
type Weight = (typeof weights.value)[number]
const decide = ({ neighbour, now, later, chance }: Weight, choice: 'now' | 'leave') =>
  emit('decide', {
    type: 'neighbourDecided',
    neighbour,
    choice,
    by: 'customer',
    found: found.value[neighbour],
    ...(now !== undefined &&
      later !== undefined && { weighed: { now, later, years: years.value, ...(chance !== undefined && { chance }) } }),
  })
</script>

<template>
  <section v-if="weights.length" aria-label="While it is open" :aria-busy="busy">
    <v-progress-linear v-if="busy" indeterminate aria-label="Weighing" />
    <v-expansion-panels>
      <v-expansion-panel>
        <template #title
          ><span
            ><b>While it is open</b> <span v-if="undecided && !state.signedOff" class="tag warn">{{ undecided }} to decide</span
            ><span v-else class="soft">all decided</span></span
          ></template
        >
        <template #text>
          <div class="stack">
            <v-select
              v-model="years"
              class="ahead"
              label="looking ahead"
              :items="
                [...new Set([1, 2, 3, 5, 8, judgement.years])].sort((a, b) => a - b).map(n => ({ value: n, title: plural(n, 'year') }))
              "
            />
            <ol class="stack">
              <li v-for="weight in weights" :key="weight.neighbour">
                <div>
                  <b>{{ weight.name }}</b> <span v-if="siblingOf(weight.neighbour) !== undefined" class="tag">line</span>
                  <span v-if="weight.decided" class="tag" :class="{ ok: weight.decided.choice === 'now' }"
                    >{{ weight.decided.choice === 'now' ? 'with this job' : 'left' }}, {{ weight.decided.by }}</span
                  >
                  <p>{{ weight.words }}</p>
                  <p v-if="weight.notes.length" class="soft small">{{ weight.notes.join(' · ') }}</p>
                </div>
                <div v-if="!state.signedOff" class="acts">
                  <v-select
                    class="found"
                    label="found"
                    :items="conditions.map(one => ({ value: one, title: conditionWords[one] }))"
                    :model-value="found[weight.neighbour] ?? null"
                    placeholder="not looked at"
                    persistent-placeholder
                    @update:model-value="one => one && (found = { ...found, [weight.neighbour]: one })"
                  />
                  <v-btn-second
                    size="small"
                    :aria-label="`Customer: now, ${weight.name}`"
                    :disabled="weight.unobtainable.length > 0 || weight.now === undefined"
                    @click="decide(weight, 'now')"
                  >
                    Customer: now</v-btn-second
                  ><v-btn-quiet size="small" :aria-label="`Customer: leave it, ${weight.name}`" @click="decide(weight, 'leave')">
                    Customer: leave it
                  </v-btn-quiet>
                </div>
              </li>
            </ol>
            <OddsPanel :judgement="judgement" :age="age" />
          </div>
        </template>
      </v-expansion-panel>
    </v-expansion-panels>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  gap: 6px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 8px;
}
.acts {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.ahead {
  max-width: 200px;
}
.found {
  flex: 1 0 150px;
}
</style>
