<script setup lang="ts">
import { computed } from 'vue'
import type { FieldProps } from '~/utils/editField'

/** First and last year; one alone is both until the other is typed. */
const props = defineProps<FieldProps<'years'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const years = computed(() => props.modelValue as readonly [number, number] | undefined)
function set(at: 0 | 1, year: number | undefined) {
  if (year === undefined) return
  const other = years.value?.[at === 0 ? 1 : 0] ?? year
  emit('update:modelValue', at === 0 ? [year, other] : [other, year])
}
</script>

<template>
  <div class="edit-line">
    <NumberBox
      v-for="at in [0, 1] as const"
      :key="at"
      :label="`${field.label}, ${at === 0 ? 'first' : 'last'}`"
      :model-value="years?.[at]"
      @update:model-value="year => set(at, year)"
    /><v-btn-quiet v-if="modelValue" size="small" @click="emit('update:modelValue', undefined)">any year</v-btn-quiet>
  </div>
</template>
