<script setup lang="ts">
import { computed } from 'vue'
import { checkVehicleNumber } from '#core/identify/checkVehicleNumber'
import type { Family } from '#core/sheet/types'
import { newVehicleSchema } from '#shared/schemas/library'
import { vehicleNumberWords } from '#shared/words/vehicleNumberWords'
import type { NewCar } from '~/utils/newCar'
import { numberRule, ruleBy } from '~/utils/ruleBy'

/** A customer's car that is not here yet. A number whose check digit does not fit is read again before it is taken. */
const props = defineProps<{ families: Family[] }>()
const car = defineModel<NewCar>({ required: true })
const set = (change: Partial<NewCar>) => (car.value = { ...car.value, ...change })
const fields = newVehicleSchema.shape
const vinIssue = computed(() => (car.value.vin.trim() ? checkVehicleNumber(car.value.vin) : undefined))
const engines = computed(() => props.families.find(({ id }) => id === car.value.family)?.engines ?? [])
</script>

<template>
  <v-text-field :model-value="car.plate" label="Plate" :rules="[ruleBy(fields.plate)]" @update:model-value="set({ plate: $event ?? '' })" />
  <v-text-field
    :model-value="car.customer"
    label="Customer"
    :rules="[ruleBy(fields.customer)]"
    @update:model-value="set({ customer: $event ?? '' })"
  />
  <v-text-field
    :model-value="car.vin"
    label="Vehicle number, if at hand"
    autocomplete="off"
    :rules="[ruleBy(fields.vin)]"
    :messages="vinIssue ? [vehicleNumberWords(vinIssue)] : []"
    @update:model-value="set({ vin: $event ?? '' })"
  />
  <v-checkbox
    v-if="vinIssue?.code === 'VEHICLE_NUMBER_CHECK'"
    :model-value="car.vinRead"
    label="I read it twice: the car has this number"
    @update:model-value="set({ vinRead: $event === true })"
  />
  <v-select
    :model-value="car.family"
    :items="families.map(item => ({ value: item.id, title: `${item.make} ${item.model} ${item.body}` }))"
    label="Vehicle"
    @update:model-value="set({ family: $event, engine: undefined })"
  />
  <div class="row">
    <v-text-field
      :model-value="car.year"
      label="Year"
      inputmode="numeric"
      :rules="[numberRule(fields.year)]"
      @update:model-value="set({ year: $event ?? '' })"
    /><v-select
      :model-value="car.engine"
      :items="engines.map(item => ({ value: item.id, title: item.name }))"
      label="Engine"
      @update:model-value="set({ engine: $event })"
    />
  </div>
</template>

<style scoped>
.row {
  align-items: flex-start;
}
.row > * {
  flex: 1;
}
</style>
