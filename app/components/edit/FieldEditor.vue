<script setup lang="ts">
import type { Component } from 'vue'
import type { Family, Sheet } from '#core/sheet/types'
import type { Field } from '~/utils/sheetFields'
import EditBody from './EditBody.vue'
import EditChoice from './EditChoice.vue'
import EditChoices from './EditChoices.vue'
import EditContested from './EditContested.vue'
import EditCourse from './EditCourse.vue'
import EditFlag from './EditFlag.vue'
import EditGroup from './EditGroup.vue'
import EditItems from './EditItems.vue'
import EditNeeds from './EditNeeds.vue'
import EditNumber from './EditNumber.vue'
import EditPoint from './EditPoint.vue'
import EditPredicate from './EditPredicate.vue'
import EditSealed from './EditSealed.vue'
import EditText from './EditText.vue'
import EditWords from './EditWords.vue'
import EditYesNo from './EditYesNo.vue'
import EditYears from './EditYears.vue'

/**
 * One field of the format, by its kind; groups and lists hold fields in turn. Emits the whole new value; `undefined` takes an optional
 * field away.
 */
defineProps<{ field: Field; modelValue: unknown; sheet: Sheet; families: readonly Family[]; path: string; wrong: ReadonlySet<string> }>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()

const editors: Record<Field['kind'], Component> = {
  text: EditText,
  number: EditNumber,
  choice: EditChoice,
  ref: EditChoice,
  choices: EditChoices,
  refs: EditChoices,
  flag: EditFlag,
  sealed: EditSealed,
  'yes-no': EditYesNo,
  words: EditWords,
  years: EditYears,
  vec: EditPoint,
  needs: EditNeeds,
  predicate: EditPredicate,
  contested: EditContested,
  body: EditBody,
  course: EditCourse,
  group: EditGroup,
  items: EditItems,
}
</script>

<template>
  <component
    :is="editors[field.kind]"
    :class="[field.kind, { 'edit-wrong': wrong.has(path), wide: 'long' in field && field.long }]"
    :field="field"
    :model-value="modelValue"
    :sheet="sheet"
    :families="families"
    :path="path"
    :wrong="wrong"
    @update:model-value="(value: unknown) => emit('update:modelValue', value)"
  />
</template>
