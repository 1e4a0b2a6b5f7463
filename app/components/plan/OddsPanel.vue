<script setup lang="ts">
import { conditions, type Judgement } from '#core/access/judgeChance'
import { conditionWords } from '#shared/words/remedyWords'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'

/** How the odds of what is left are worked out, and what this shop changes of it. `age`: of the car, in years, where it is known. */
defineProps<{ judgement: Judgement; age: number | undefined }>()
const session = useSession()
const { draft, trouble, mayChange, keep } = useShopSetting(session.setJudgement)
</script>

<template>
  <v-expansion-panels
    ><v-expansion-panel title="How the odds are worked out">
      <template #text>
        <div class="stack">
          <p class="soft">
            The sheet's chance a year is somebody's judgement for a part {{ judgement.ofAge }} years old; it grows with age.
            {{
              age === undefined ? 'The year of this car is not known, so it stands as it is.' : `This car is about ${age} years old.`
            }}
            What was found multiplies it: {{ conditions.map(one => `${conditionWords[one]} × ${judgement[one]}`).join(', ') }}.
          </p>
          <v-btn-second v-if="mayChange && !draft" size="small" @click="draft = { ...judgement }"
            >Change these odds for the whole shop</v-btn-second
          >
          <form v-if="draft" class="stack" @submit.prevent="keep">
            <div class="fields">
              <v-text-field
                v-for="one in conditions"
                :key="one"
                v-model.number="draft[one]"
                :label="`${conditionWords[one]} ×`"
                type="number"
                min="0"
                max="50"
                step="0.1"
                required
              />
              <v-text-field v-model.number="draft.ofAge" label="for a part aged" suffix="years" type="number" min="1" max="60" required />
              <v-text-field v-model.number="draft.years" label="look ahead" suffix="years" type="number" min="1" max="30" required />
            </div>
            <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
            <div class="row">
              <v-btn-main type="submit" size="small">Keep for the shop</v-btn-main
              ><v-btn-quiet size="small" @click="draft = undefined">Leave as it was</v-btn-quiet>
            </div>
          </form>
        </div>
      </template>
    </v-expansion-panel></v-expansion-panels
  >
</template>

<style scoped>
.fields {
  display: flex;
  gap: 8px 14px;
  flex-wrap: wrap;
}
.fields :deep(.v-input) {
  flex: 0 0 160px;
}
</style>
