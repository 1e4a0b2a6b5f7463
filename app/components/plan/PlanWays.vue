<script setup lang="ts">
import { computed } from 'vue'
import { goalKey, type GoalKey } from '#core/plan/goals/goalKinds'
import { scopeOf } from '#core/plan/goals/listGoals'
import type { PlanInputs } from '#core/plan/planInputs'
import type { Plan } from '#core/plan/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Way } from '#core/sheet/types'
import { goalWords, whyWords } from '#shared/words/planWords'
import { reachOf } from '#shared/words/standWords'
import { useWorked } from '~/composables/useWorked'
import { onCar } from '~/workers/onCar'

/** Why each thing is reached the way it is, what the next best would cost, and ways that somebody has ruled out. */
const props = defineProps<{ resolved: ResolvedSheet; inputs: PlanInputs; plan: Plan | undefined }>()
const emit = defineEmits<{ change: [forbidden: PlanInputs['forbidden']] }>()
const scope = computed(() => {
  const found = scopeOf(props.resolved, props.inputs)
  return found.ok ? found.value : undefined
})
const goals = computed(() => scope.value?.goals ?? [])
const wayWords = (way: Way | undefined) => (way ? `${reachOf(props.resolved.sheet, way.from)}${way.note ? ` (${way.note})` : ''}` : '')
const { value: found, busy: weighing } = useWorked('alternatives', () =>
  props.plan ? { car: onCar(props.resolved), inputs: props.inputs, plan: props.plan } : undefined,
)
const alternatives = computed(() =>
  (props.plan ? (found.value ?? []) : []).map(other => {
    const id = goalKey(other.goal.kind, other.goal.target)
    const goal = goals.value.find(candidate => candidate.id === id)
    return {
      ...other,
      id,
      name: goalWords(other.goal, props.resolved.sheet),
      taken: wayWords(goal?.ways[other.chosen]),
      instead: wayWords(goal?.ways[other.way]),
      why: whyWords(other, props.resolved.sheet),
    }
  }),
)
const barred = computed(() =>
  goals.value.flatMap(goal =>
    (props.inputs.forbidden?.[goal.id] ?? []).map(way => ({
      goal: goal.id,
      way,
      name: goalWords(goal, props.resolved.sheet),
      words: wayWords(goal.ways[way]),
    })),
  ),
)
const forbid = (goal: GoalKey, way: number) =>
  emit('change', { ...props.inputs.forbidden, [goal]: [...(props.inputs.forbidden?.[goal] ?? []), way] })
function allow(goal: GoalKey, way: number) {
  const { [goal]: ways = [], ...others } = props.inputs.forbidden ?? {}
  const left = ways.filter(other => other !== way)
  const forbidden = left.length > 0 ? { ...others, [goal]: left } : others
  emit('change', Object.keys(forbidden).length > 0 ? forbidden : undefined)
}
</script>

<template>
  <template v-if="barred.length"
    ><h4>Ruled out</h4>
    <ul>
      <li v-for="item in barred" :key="`${item.goal}${item.way}`">
        {{ item.name }}: {{ item.words }} <v-btn-second size="small" @click="allow(item.goal, item.way)">Allow it again</v-btn-second>
      </li>
    </ul></template
  >
  <v-progress-linear v-if="weighing" indeterminate aria-label="Looking for other ways" />
  <template v-if="alternatives.length"
    ><h4>Why this way</h4>
    <ul class="why">
      <li v-for="other in alternatives" :key="other.id">
        <span
          ><b>{{ other.name }}</b> {{ other.taken }}.
          {{ other.instead === other.taken ? 'Another way' : other.instead.replace(/^./, letter => letter.toUpperCase()) }}:
          {{ other.why }}</span
        ><v-btn-quiet size="small" :aria-label="`Not this way: ${other.name}`" @click="forbid(other.id, other.chosen)">
          Not this way
        </v-btn-quiet>
      </li>
    </ul></template
  >
  <p v-else-if="plan" class="soft">There is no other way to anything here.</p>
</template>

<style scoped>
h4 {
  font: 700 15.5px var(--face);
  margin-top: 10px;
}
ul {
  display: grid;
  gap: 4px;
}
li {
  display: flex;
  gap: 10px;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding: 4px 0;
  flex-wrap: wrap;
}
li span {
  flex: 1 1 300px;
}
</style>
