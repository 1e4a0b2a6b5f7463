<script setup lang="ts">
import type { Sealed } from '#core/sheet/types'
import type { FieldProps } from '~/utils/editField'

/** Whether a set came filled and sealed: said so, said not, or not said, which is not the same as not. */
const props = defineProps<FieldProps<'sealed'>>()
const emit = defineEmits<{ 'update:modelValue': [value: Sealed | undefined] }>()
const items = [
  { value: 'unknown', title: 'not said' },
  { value: 'sealed', title: 'yes: nothing to fill or bleed' },
  { value: 'open', title: 'no: it is filled and bled' },
]
const said = () => props.modelValue as Sealed | undefined
const shown = () => (said() === undefined ? 'unknown' : said() === false ? 'open' : 'sealed')
function set(value: string): void {
  const before = said()
  emit('update:modelValue', value === 'unknown' ? undefined : value === 'open' ? false : before || {})
}
</script>

<template>
  <v-select density="compact" :label="field.label" :items="items" :model-value="shown()" @update:model-value="set" />
</template>
