<script setup lang="ts">
import { ref, watch } from 'vue'
import { typedNumber } from '~/utils/editField'

/** A number of a sheet, taken when the box is left. A required one keeps its last value while the box is empty: empty is not zero. */
const props = defineProps<{ label: string; unit?: string; optional?: boolean; bare?: boolean }>()
const model = defineModel<number | undefined>()
const shown = () => (model.value === undefined ? '' : String(model.value))
const text = ref(shown())
watch(model, () => (text.value = shown()))
function take() {
  const value = typedNumber(text.value)
  if (value !== undefined || (props.optional && text.value.trim() === '')) model.value = value
  text.value = shown()
}
</script>

<template>
  <v-text-field
    v-model="text"
    class="number"
    density="compact"
    inputmode="decimal"
    autocomplete="off"
    :label="bare ? undefined : label"
    :aria-label="bare ? label : undefined"
    :suffix="unit"
    persistent-placeholder
    @change="take"
  />
</template>

<style scoped>
.number {
  min-width: 64px;
}
.number :deep(input) {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
