<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { typedNumbers, typedRows, type FieldProps } from '~/utils/editField'

/** A list typed as text, taken when the box is left: words one a row, or (other hexes) numbers with commas. */
const props = defineProps<FieldProps<'words'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const isNumbers = computed(() => props.field.key === 'alternates')
const list = computed(() => (Array.isArray(props.modelValue) ? (props.modelValue as unknown[]) : []))
const shown = () => list.value.join(isNumbers.value ? ', ' : '\n')
const text = ref(shown())
watch(list, () => (text.value = shown()))
function take() {
  const parts = isNumbers.value ? typedNumbers(text.value) : typedRows(text.value)
  emit('update:modelValue', !isNumbers.value && props.field.optional && parts.length === 0 ? undefined : parts)
}
</script>

<template>
  <v-text-field
    v-if="isNumbers"
    v-model="text"
    density="compact"
    :label="field.label"
    hint="mm, with commas between"
    persistent-hint
    @change="take"
  /><v-textarea v-else v-model="text" density="compact" :label="field.label" hint="one a row" persistent-hint @change="take" />
</template>
