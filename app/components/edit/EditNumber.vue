<script setup lang="ts">
import { computed } from 'vue'
import type { FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'number'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const number = computed({ get: () => props.modelValue as number | undefined, set: value => emit('update:modelValue', value) })
</script>

<template>
  <NumberBox v-model="number" :label="field.label" :unit="field.unit" :optional="field.optional" />
</template>
