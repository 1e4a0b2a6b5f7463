<script setup lang="ts">
import type { Plan } from '#core/plan/types'
import { formatNumber } from '#core/units/formatQuantity'

/** What a plan comes to: minutes of hands, of the clock, of what is left once it is begun. */
defineProps<{ plan: Plan; left: Plan | undefined }>()
</script>

<template>
  <dl class="sum">
    <div>
      <dt>hands on</dt>
      <dd>{{ formatNumber(plan.minutes.total, 0) }} min</dd>
    </div>
    <div>
      <dt>there and back</dt>
      <dd>{{ formatNumber(plan.minutes.operations, 0) }} min</dd>
    </div>
    <div>
      <dt>line work</dt>
      <dd>{{ formatNumber(plan.minutes.work, 0) }} min</dd>
    </div>
    <div>
      <dt>by the clock</dt>
      <dd>{{ formatNumber(plan.minutes.clock, 0) }} min</dd>
    </div>
    <div v-if="left">
      <dt>left to do</dt>
      <dd>{{ formatNumber(left.minutes.total, 0) }} min</dd>
    </div>
    <div>
      <dt>moves of the car</dt>
      <dd>{{ plan.moves }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.sum {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 1px;
  background: var(--line);
  border: 1px solid var(--line);
}
.sum div {
  background: var(--card);
  padding: 5px 10px;
}
.sum div:last-child:nth-child(3n + 2) {
  grid-column: span 2;
}
dt {
  color: var(--soft);
  font-size: 14px;
}
dd {
  font: 700 21px/1.1 var(--face);
}
</style>
