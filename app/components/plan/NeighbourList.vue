<script setup lang="ts">
import { computed } from 'vue'
import { conditions } from '#core/plan/search/judgeChance'
import { siblingOf } from '#core/plan/goals/siblings'
import { conditionWords } from '#shared/words/remedyWords'
import { plural } from '#shared/words/vocabulary'
import type { NeighbourDecision, Neighbours } from '~/composables/useNeighbours'

/** What could be renewed while it is open anyway. The customer and the technician decide; the record keeps it. */
const props = defineProps<{ neighbours: Neighbours; signed: boolean }>()
const emit = defineEmits<{ decide: [command: NeighbourDecision]; ahead: [years: number] }>()
const ahead = computed(() =>
  [...new Set([1, 2, 3, 5, 8, props.neighbours.judgement.years])]
    .sort((a, b) => a - b)
    .map(years => ({ value: years, title: plural(years, 'year') })),
)
</script>

<template>
  <div class="stack">
    <v-select
      class="ahead"
      label="looking ahead"
      :items="ahead"
      :model-value="neighbours.years"
      @update:model-value="years => emit('ahead', years)"
    />
    <ol class="stack">
      <li v-for="weight in neighbours.weights" :key="weight.neighbour">
        <div>
          <b>{{ weight.name }}</b> <span v-if="siblingOf(weight.neighbour) !== undefined" class="tag">line</span>
          <span v-if="weight.decided" class="tag" :class="{ ok: weight.decided.choice === 'now' }"
            >{{ weight.decided.choice === 'now' ? 'with this job' : 'left' }}, {{ weight.decided.by }}</span
          >
          <p>{{ weight.words }}</p>
          <p v-if="weight.notes.length" class="soft small">{{ weight.notes.join(' · ') }}</p>
        </div>
        <div v-if="!signed" class="acts">
          <v-select
            class="found"
            label="found"
            :items="conditions.map(one => ({ value: one, title: conditionWords[one] }))"
            :model-value="neighbours.found[weight.neighbour] ?? null"
            placeholder="not looked at"
            persistent-placeholder
            @update:model-value="one => one && neighbours.look(weight.neighbour, one)"
          />
          <v-btn-second
            size="small"
            :aria-label="`Customer: now, ${weight.name}`"
            :disabled="weight.unobtainable.length > 0 || weight.now === undefined"
            @click="emit('decide', neighbours.decisionOf(weight, 'now'))"
          >
            Customer: now</v-btn-second
          ><v-btn-quiet
            size="small"
            :aria-label="`Customer: leave it, ${weight.name}`"
            @click="emit('decide', neighbours.decisionOf(weight, 'leave'))"
          >
            Customer: leave it
          </v-btn-quiet>
        </div>
      </li>
    </ol>
    <OddsPanel :judgement="neighbours.judgement" :age="neighbours.age" />
  </div>
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
