<script setup lang="ts">
import { computed } from 'vue'
import { usualLift, type LiftMinutes } from '#core/plan/liftMinutes'
import { formatNumber } from '#core/units/formatQuantity'
import { liftSchema } from '#shared/schemas/basics'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'

/** What a move of the car takes: as this job was planned, and as the shop's lift takes now. */
const props = defineProps<{ lift: LiftMinutes | undefined }>()
const emit = defineEmits<{ change: [lift: LiftMinutes | undefined] }>()
const session = useSession()
const moves = [
  ['groundHalf', 'ground to waist'],
  ['halfRaised', 'waist to full height'],
  ['groundRaised', 'ground to full height'],
] as const
const planned = computed(() => props.lift ?? usualLift)
const words = (lift: LiftMinutes) => moves.map(([move, name]) => `${name} ${formatNumber(lift[move], 1)} min`).join(' · ')
const ofShop = computed(() => session.view?.lift ?? usualLift)
const differs = computed(() => moves.some(([move]) => ofShop.value[move] !== planned.value[move]))
const { draft, trouble, mayChange, keep } = useShopSetting(session.setLift)
const fields = moves.map(([key, label]) => ({ key, label, suffix: 'min', step: '0.5' }))
</script>

<template>
  <div class="stack lift">
    <div class="row">
      <span>{{ words(planned) }}</span><v-btn-quiet v-if="mayChange && !draft" size="small" @click="draft = { ...ofShop }">
        Change for the shop
      </v-btn-quiet>
    </div>
    <div v-if="differs" class="row">
      <span class="soft">The shop’s lift now: {{ words(ofShop) }}</span
      ><v-btn-second size="small" @click="emit('change', session.ownLift)">Plan this job by it</v-btn-second>
    </div>
    <ShopNumbers
      v-if="draft"
      v-model="draft"
      :fields="fields"
      :shape="liftSchema.shape"
      :trouble="trouble"
      @keep="keep"
      @leave="draft = undefined"
    />
  </div>
</template>

<style scoped>
.lift {
  gap: 6px;
}
</style>
