<script setup lang="ts">
import { computed } from 'vue'
import { owedBesides } from '#shared/words/fluidWords'
import type { FluidBalance } from '#core/fluid/balanceFluid'
import type { FluidEstimate } from '#core/fluid/estimateFluid'
import { millilitres } from '#core/units/types'
import { useUnits } from '~/stores/units'

const props = defineProps<{ balance: FluidBalance; estimate?: FluidEstimate }>()
const units = useUnits()
const besides = computed(() => owedBesides(props.balance, units.volume))
</script>

<template>
  <dl class="balance">
    <div>
      <dt>out</dt>
      <dd>{{ balance.out === undefined ? 'not measured' : units.volume(balance.out) }}</dd>
    </div>
    <div>
      <dt>in</dt>
      <dd>{{ units.volume(balance.in) }}</dd>
    </div>
    <div class="owed">
      <dt>{{ balance.owed !== undefined && balance.owed < 0 ? 'in excess of what came out' : 'still owed' }}</dt>
      <dd>
        {{
          balance.owed === undefined
            ? estimate && estimate.shapeless.length === 0
              ? `likely ${units.volume(estimate.topUp.likely)}`
              : 'unknown'
            : units.volume(millilitres(Math.abs(balance.owed)))
        }}
        <small v-if="balance.within !== undefined">± {{ units.volume(balance.within) }}</small>
      </dd>
    </div>
  </dl>
  <p v-if="besides" class="soft">{{ besides }}</p>
</template>

<style scoped>
.balance {
  display: grid;
  grid-template-columns: 1fr 1fr 1.3fr;
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.balance div {
  background: var(--card);
  padding: 8px 12px;
}
dt {
  color: var(--soft);
  font-size: 15px;
}
small {
  white-space: nowrap;
  font: 500 16px/1.2 var(--face);
}
dd {
  font: 700 21px/1.15 var(--face);
}
.owed {
  border-left: 6px solid var(--accent);
}
</style>
