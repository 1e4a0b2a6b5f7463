<script setup lang="ts">
import { computed } from 'vue'
import { fromSi, toSi } from '#core/units/convertUnit'
import type { Kilopascals } from '#core/units/types'

/** A pressure, typed and shown in bar, kept in kPa. */
defineProps<{ label: string }>()
const model = defineModel<number | undefined>()
const bar = computed({
  get: () => (model.value === undefined ? undefined : fromSi('pressure', model.value as Kilopascals, 'bar')),
  set: value => (model.value = value === undefined ? undefined : toSi('pressure', { value, unit: 'bar' })),
})
</script>

<template>
  <NumberField v-model="bar" :label="label" unit="bar" :least="0" :most="1000" />
</template>
