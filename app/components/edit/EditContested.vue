<script setup lang="ts">
import { computed } from 'vue'
import type { Contested, Sourced } from '#core/sheet/types'
import { changeValue, dropValue, valuesOf, withValue, type FieldProps } from '~/utils/editField'
import { sourceChoices } from '~/utils/sheetFields'

/** A value with where it is from: several side by side, or unknown. */
const props = defineProps<FieldProps<'contested'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const contested = computed(() => props.modelValue as Contested<unknown> | undefined)
const values = computed(() => valuesOf(contested.value))
const today = () => new Date().toISOString().slice(0, 10)
const set = (value: unknown) => emit('update:modelValue', value)
const change = (at: number, part: Partial<Sourced<unknown>>) => set(changeValue(contested.value, at, part))
const setEnd = (at: number, end: 'low' | 'high', value: number | undefined) =>
  value !== undefined && change(at, { value: { ...(values.value[at]!.value as object), [end]: value } })
</script>

<template>
  <fieldset class="edit-part">
    <legend>
      {{ field.label }}<template v-if="field.unit">, {{ field.unit }}</template>
    </legend>
    <p v-if="modelValue === 'unknown'" class="soft">Unknown: the sheet says to look it up.</p>
    <div v-for="(item, i) in values" :key="i" class="edit-line">
      <template v-if="field.value === 'window'"
        ><NumberBox
          v-for="end in ['low', 'high'] as const"
          :key="end"
          :label="end"
          :model-value="(item.value as Record<string, number>)[end]"
          @update:model-value="value => setEnd(i, end, value)"
      /></template>
      <NumberBox
        v-else-if="field.value === 'number'"
        :label="field.label"
        :model-value="item.value as number"
        bare
        @update:model-value="value => value !== undefined && change(i, { value })"
      /><v-text-field
        v-else
        density="compact"
        :aria-label="field.label"
        :model-value="item.value"
        @change="change(i, { value: ($event.target as HTMLInputElement).value })"
      /><v-select
        density="compact"
        aria-label="Source"
        :items="sourceChoices"
        :model-value="item.source"
        @update:model-value="source => change(i, { source })"
      /><v-text-field
        density="compact"
        type="date"
        aria-label="Date"
        :model-value="item.date"
        @change="change(i, { date: ($event.target as HTMLInputElement).value || today() })"
      /><v-text-field
        density="compact"
        label="Citation"
        :model-value="item.citation"
        @change="change(i, { citation: ($event.target as HTMLInputElement).value.trim() || undefined })"
      /><v-btn-quiet size="small" @click="set(dropValue(contested, i))">Remove</v-btn-quiet>
    </div>
    <div class="edit-line">
      <v-btn-quiet size="small" @click="set(withValue(contested, field.value, today()))">{{
        values.length ? 'Another source' : 'Add a value'
      }}</v-btn-quiet><v-btn-quiet v-if="modelValue === undefined" size="small" @click="set('unknown')">Say it is unknown</v-btn-quiet
      ><v-btn-quiet v-if="field.optional && modelValue !== undefined" size="small" @click="set(undefined)">There is none</v-btn-quiet>
    </div>
  </fieldset>
</template>
