<script setup lang="ts">
import { conditions, type Judgement } from '#core/plan/search/judgeChance'
import { judgementSchema } from '#shared/schemas/session'
import { conditionWords } from '#shared/words/remedyWords'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'

/** How the odds of what is left are worked out, and what this shop changes of it. `age`: of the car, in years, where it is known. */
defineProps<{ judgement: Judgement; age: number | undefined }>()
const session = useSession()
const { draft, trouble, mayChange, keep } = useShopSetting(session.setJudgement)
const fields = [
  ...conditions.map(key => ({ key, label: `${conditionWords[key]} ×`, step: '0.1' })),
  { key: 'ofAge', label: 'for a part aged', suffix: 'years' },
  { key: 'years', label: 'look ahead', suffix: 'years' },
] as const
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
          <ShopNumbers
            v-if="draft"
            v-model="draft"
            :fields="fields"
            :shape="judgementSchema.shape"
            :trouble="trouble"
            @keep="keep"
            @leave="draft = undefined"
          />
        </div>
      </template> </v-expansion-panel
  ></v-expansion-panels>
</template>
