<script setup lang="ts">
import type { Section } from '#core/sheet/types'
import type { FieldProps } from '~/utils/editField'

defineProps<FieldProps<'course'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
</script>

<template>
  <CourseEditor :sections="modelValue as readonly Section[]" @change="sections => emit('update:modelValue', sections)" />
</template>
