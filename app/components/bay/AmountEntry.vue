<script setup lang="ts">
import type { Entered } from '#core/units/types'
import { useUnits } from '~/stores/units'

/** So much fluid, how that is known and, where what was drained may go back in, which it is. */
defineProps<{ label: string; asksWhich: boolean }>()
const amount = defineModel<Entered<'volume'>>('amount')
const how = defineModel<'measured' | 'estimated'>('how', { required: true })
const which = defineModel<'new' | 'drained'>('which')
const units = useUnits()
</script>

<template>
  <QuantityEntry
    v-model="amount"
    dimension="volume"
    :units="units.choice === 'us' ? ['floz', 'qt', 'mL'] : ['mL', 'L', 'floz']"
    :other="amount?.unit === 'floz' || amount?.unit === 'qt' ? 'mL' : 'floz'"
    :label="label"
  />
  <ChoiceRow
    v-model="how"
    label="How it is known"
    :choices="[
      { id: 'measured', text: 'Measured' },
      { id: 'estimated', text: 'Estimated' },
    ]"
  />
  <ChoiceRow
    v-if="asksWhich"
    v-model="which"
    label="What goes in"
    :choices="[
      { id: 'new', text: 'New fluid' },
      { id: 'drained', text: 'What was drained: clean' },
    ]"
  />
</template>
