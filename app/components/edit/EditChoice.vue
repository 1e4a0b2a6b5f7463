<script setup lang="ts">
import { computed } from 'vue'
import type { FieldProps } from '~/utils/editField'
import { choicesOf } from '~/utils/sheetFields'

const props = defineProps<FieldProps<'choice' | 'ref'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const nothing = { value: '', title: props.field.kind === 'ref' ? 'none' : 'not said' }
const items = computed(() => {
  const known = choicesOf(props.field, props.sheet, props.families)
  const value = props.modelValue
  const isMissing = typeof value === 'string' && !known.some(item => item.value === value)
  return [
    ...(props.field.optional || !value ? [nothing] : []),
    ...known,
    ...(isMissing ? [{ value, title: `${value}: not on this sheet` }] : []),
  ]
})
</script>

<template>
  <v-select
    density="compact"
    :label="field.label"
    :items="items"
    :model-value="modelValue ?? ''"
    @update:model-value="value => emit('update:modelValue', value || undefined)"
  />
</template>
