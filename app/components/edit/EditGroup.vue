<script setup lang="ts">
import { computed } from 'vue'
import { blankGroup, withKey, type FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'group'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const object = computed(() => (props.modelValue ?? {}) as Record<string, unknown>)
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <template v-if="modelValue !== undefined">
      <div class="edit-fields">
        <FieldEditor
          v-for="inner in field.fields"
          :key="inner.key"
          :field="inner"
          :model-value="object[inner.key]"
          :sheet="sheet"
          :families="families"
          :path="`${path}.${inner.key}`"
          :wrong="wrong"
          @update:model-value="value => emit('update:modelValue', withKey(object, inner.key, value))"
        />
      </div>
      <div v-if="field.optional"><v-btn-quiet size="small" @click="emit('update:modelValue', undefined)">Remove</v-btn-quiet></div>
    </template>
    <div v-else><v-btn-quiet size="small" @click="emit('update:modelValue', blankGroup(field.fields))">Add</v-btn-quiet></div>
  </fieldset>
</template>
