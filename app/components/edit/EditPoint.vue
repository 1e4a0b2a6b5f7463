<script setup lang="ts">
import type { FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'vec'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const flip = () => emit('update:modelValue', props.modelValue ? undefined : [0, 0, 1])
</script>

<template>
  <div class="edit-line">
    <PointBoxes
      v-if="modelValue"
      :label="field.label"
      :model-value="modelValue as readonly number[]"
      @update:model-value="point => emit('update:modelValue', point)"
    /><span v-else class="edit-name">{{ field.label }}</span
    ><v-btn-quiet v-if="field.optional" size="small" @click="flip">{{ modelValue ? 'Remove' : 'Add' }}</v-btn-quiet>
  </div>
</template>
