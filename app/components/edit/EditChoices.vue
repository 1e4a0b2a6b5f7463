<script setup lang="ts">
import { computed } from 'vue'
import { flipped, type FieldProps } from '~/utils/editField'
import { choicesOf } from '~/utils/sheetFields'

const props = defineProps<FieldProps<'choices' | 'refs'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const list = computed(() => (Array.isArray(props.modelValue) ? (props.modelValue as unknown[]) : []))
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <div class="edit-line">
      <v-checkbox
        v-for="item in choicesOf(field, sheet, families)"
        :key="item.value"
        :label="item.title"
        :model-value="list.includes(item.value)"
        @update:model-value="emit('update:modelValue', flipped(list, item.value))"
      />
    </div>
  </fieldset>
</template>
