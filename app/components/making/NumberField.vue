<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { readBare, readLength } from '#core/units/readTyped'

/**
 * A number with its unit, as it is typed: with a point, a comma or a fraction, a length in inches too. Left empty it is not known, which is
 * not zero; what is out of reach is not taken.
 */
const props = defineProps<{
  label: string
  unit?: string
  least: number
  most: number
  /** In a table, whose head says what it is and in what unit. */
  bare?: boolean
}>()
const model = defineModel<number | undefined>()
const read = (text: string) => (props.unit === 'mm' ? readLength(text) : readBare(text))
const text = ref(model.value === undefined ? '' : String(model.value))
watch(model, now => {
  if (now !== taken(text.value)) text.value = now === undefined ? '' : String(now)
})
/** Typed with a unit of its own: two would be one too many. */
const saysUnit = computed(() => /[a-z"]/i.test(text.value))
function taken(typed: string): number | undefined {
  const value = read(typed)
  return value !== undefined && value >= props.least && value <= props.most ? value : undefined
}
function type(typed: string | null) {
  text.value = typed ?? ''
  model.value = taken(text.value)
}
function rule(typed: unknown): true | string {
  if (typeof typed !== 'string' || typed.trim() === '' || taken(typed) !== undefined) return true
  return `${props.least} to ${props.most}${props.unit ? ` ${props.unit}` : ''}`
}
</script>

<template>
  <v-text-field
    :model-value="text"
    :label="bare ? undefined : label"
    :aria-label="bare ? label : undefined"
    :suffix="bare || saysUnit ? undefined : unit"
    persistent-placeholder
    :density="bare ? 'compact' : undefined"
    inputmode="decimal"
    autocomplete="off"
    :rules="[rule]"
    @update:model-value="type"
  />
</template>
