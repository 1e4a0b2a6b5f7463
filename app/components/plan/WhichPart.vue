<script setup lang="ts">
import { computed } from 'vue'
import { usableParts } from '#core/sheet/chosenPart'
import type { Line } from '#core/sheet/types'

/** For a line to be renewed with one of several parts: which of them. */
const props = defineProps<{ line: Line; disabled: boolean }>()
const part = defineModel<string>()
const items = computed(() =>
  usableParts(props.line).map(one => ({ value: one.id, title: one.number ? `${one.name}, ${one.number}` : one.name })),
)
</script>

<template>
  <v-select
    :label="`${line.name}: which part`"
    :items="items"
    :model-value="part ?? null"
    placeholder="not chosen yet"
    persistent-placeholder
    :disabled="disabled"
    @update:model-value="one => (part = one ?? part)"
  />
</template>
