<script setup lang="ts">
import { computed } from 'vue'
import type { Predicate } from '#core/sheet/types'
import { pairsOf, predicateOf, type FieldProps, type TraitIs } from '~/utils/editField'

const props = defineProps<FieldProps<'predicate'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const pairs = computed(() => pairsOf(props.modelValue as Predicate | undefined))
const traits = computed(() => props.sheet.traits.map(trait => ({ value: trait.id, title: trait.name })))
const valuesOf = (trait: string) =>
  props.sheet.traits.find(({ id }) => id === trait)?.values.map(value => ({ value: value.id, title: value.name })) ?? []
const set = (next: readonly TraitIs[]) => emit('update:modelValue', predicateOf(next, props.field.optional))
const change = (at: number, pair: TraitIs) => set(pairs.value!.map((item, i) => (i === at ? pair : item)))
const ofTrait = (trait: string): TraitIs => ({ trait, is: valuesOf(trait)[0]?.value ?? '' })
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <template v-if="pairs">
      <div v-for="(pair, i) in pairs" :key="i" class="edit-line">
        <v-select
          density="compact"
          :aria-label="`${field.label}: trait`"
          :items="traits"
          :model-value="pair.trait"
          @update:model-value="trait => change(i, ofTrait(trait))"
        />
        is
        <v-select
          density="compact"
          :aria-label="`${field.label}: value`"
          :items="valuesOf(pair.trait)"
          :model-value="pair.is"
          @update:model-value="is => change(i, { ...pair, is })"
        /><v-btn-quiet size="small" @click="set(pairs.filter((_, k) => k !== i))">Remove</v-btn-quiet>
      </div>
      <div v-if="traits.length">
        <v-btn-quiet size="small" @click="set([...pairs, ofTrait(traits[0]!.value)])">{{
          pairs.length ? 'And' : 'Depends on a trait'
        }}</v-btn-quiet>
      </div>
      <span v-else class="soft">No traits on this sheet.</span>
    </template>
    <p v-else class="soft">{{ JSON.stringify(modelValue) }} <v-btn-quiet size="small" @click="set([])">Start over</v-btn-quiet></p>
  </fieldset>
</template>
