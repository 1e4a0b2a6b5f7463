<script setup lang="ts">
import type { FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'flag'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const set = (isOn: boolean | null) => emit('update:modelValue', isOn ? true : props.field.optional ? undefined : false)
</script>

<template>
  <v-checkbox :label="field.label" :model-value="modelValue === true" @update:model-value="set" />
</template>
