<script setup lang="ts">
import type { FieldProps } from '~/utils/editField'

/** Yes, no, or not said, which is not the same as no. */
const props = defineProps<FieldProps<'yes-no'>>()
const emit = defineEmits<{ 'update:modelValue': [value: boolean | undefined] }>()
const items = [
  { value: 'unknown', title: 'not said' },
  { value: 'yes', title: 'yes' },
  { value: 'no', title: 'no' },
]
const shown = () => (props.modelValue === undefined ? 'unknown' : props.modelValue === true ? 'yes' : 'no')
</script>

<template>
  <v-select
    density="compact"
    :label="field.label"
    :items="items"
    :model-value="shown()"
    @update:model-value="value => emit('update:modelValue', value === 'unknown' ? undefined : value === 'yes')"
  />
</template>
