<script setup lang="ts">
import { conditions, type Judgement } from '#core/access/judgeChance'
import { judgementSchema } from '#shared/schemas/api'
import { conditionWords } from '#shared/words/remedyWords'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'
import { numberRule, whenTaken } from '~/utils/ruleBy'

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
            {{ age === undefined ? 'The year of this car is not known, so it stands as it is.' : `This car is about ${age} years old.` }}
            What was found multiplies it: {{ conditions.map(one => `${conditionWords[one]} × ${judgement[one]}`).join(', ') }}.
          </p>
          <v-btn-second v-if="mayChange && !draft" size="small" @click="draft = { ...judgement }"
            >Change these odds for the whole shop</v-btn-second
          >
          <v-form v-if="draft" class="stack" @submit.prevent="whenTaken(keep)($event)">
            <div class="fields">
              <v-text-field
                v-for="one in conditions"
                :key="one"
                v-model.number="draft[one]"
                :label="`${conditionWords[one]} ×`"
                type="number"
                step="0.1"
                :rules="[numberRule(judgementSchema.shape[one])]"
              />
              <v-text-field
                v-model.number="draft.ofAge"
                label="for a part aged"
                suffix="years"
                type="number"
                :rules="[numberRule(judgementSchema.shape.ofAge)]"
              />
              <v-text-field
                v-model.number="draft.years"
                label="look ahead"
                suffix="years"
                type="number"
                :rules="[numberRule(judgementSchema.shape.years)]"
              />
            </div>
            <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
            <div class="row">
              <v-btn-main type="submit" size="small">Keep for the shop</v-btn-main
              ><v-btn-quiet size="small" @click="draft = undefined">Leave as it was</v-btn-quiet>
            </div>
          </v-form>
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
