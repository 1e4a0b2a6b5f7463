<script setup lang="ts">
import { computed } from 'vue'
import type { FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'text'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const text = computed({
  get: () => (typeof props.modelValue === 'string' ? props.modelValue : ''),
  set: typed => emit('update:modelValue', props.field.optional && !typed?.trim() ? undefined : (typed ?? '')),
})
const shared = computed(() => ({ label: props.field.label, hint: props.field.hint, persistentHint: props.field.hint !== undefined }))
</script>

<template>
  <v-textarea v-if="field.long" v-model="text" density="compact" v-bind="shared" /><v-text-field
    v-else
    v-model="text"
    density="compact"
    v-bind="shared"
  />
</template>
