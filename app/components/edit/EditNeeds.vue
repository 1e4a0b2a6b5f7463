<script setup lang="ts">
import { computed } from 'vue'
import type { Needs } from '#core/sheet/types'
import { flipped, withNeed, type FieldProps } from '~/utils/editField'
import { refChoices } from '~/utils/sheetFields'

/** What must be off before this: all of several, each one of several. */
const props = defineProps<FieldProps<'needs'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const needs = computed(() => (props.modelValue ?? []) as Needs)
const operations = computed(() => refChoices('operations', props.sheet, props.families))
const flip = (at: number, id: string) => emit('update:modelValue', withNeed(needs.value, at, flipped(needs.value[at]!, id) as string[]))
const add = () => emit('update:modelValue', [...needs.value, [operations.value[0]!.value]])
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <div v-for="(anyOf, i) in needs" :key="i" class="edit-line">
      <span class="soft">{{ i === 0 ? 'any of' : 'and any of' }}</span><v-checkbox
        v-for="item in operations"
        :key="item.value"
        :label="item.title"
        :model-value="anyOf.includes(item.value)"
        @update:model-value="flip(i, item.value)"
      />
    </div>
    <div v-if="operations.length">
      <v-btn-quiet size="small" @click="add">{{ needs.length ? 'And' : 'Something must be off' }}</v-btn-quiet>
    </div>
    <span v-else class="soft">Nothing comes off on this sheet.</span>
  </fieldset>
</template>
