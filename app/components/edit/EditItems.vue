<script setup lang="ts">
import { computed, ref } from 'vue'
import { withKey, type FieldProps } from '~/utils/editField'
import { titleOfItem } from '~/utils/sheetFields'

/** A list within a part; one of its items is open at a time. */
const props = defineProps<FieldProps<'items'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const list = computed(() => (Array.isArray(props.modelValue) ? (props.modelValue as object[]) : []))
const open = ref<number>()
const set = (items: readonly unknown[]) => emit('update:modelValue', items)
const wrongAt = (path: string) => [...props.wrong].some(item => item === path || item.startsWith(`${path}.`))
/** One more at the end, and open to be written. */
function add() {
  open.value = list.value.length
  set([...list.value, props.field.blank(list.value.length + 1, props.sheet)])
}
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <v-expansion-panels v-if="list.length" v-model="open">
      <v-expansion-panel v-for="(item, i) in list" :key="i" :class="{ 'edit-wrong': wrongAt(`${path}.${i}`) }">
        <v-expansion-panel-title>{{ titleOfItem(item, field.one, i) }}</v-expansion-panel-title>
        <v-expansion-panel-text>
          <div class="edit-fields">
            <FieldEditor
              v-for="inner in field.fields"
              :key="inner.key"
              :field="inner"
              :model-value="(item as Record<string, unknown>)[inner.key]"
              :sheet="sheet"
              :families="families"
              :path="`${path}.${i}.${inner.key}`"
              :wrong="wrong"
              @update:model-value="value => set(list.map((one, k) => (k === i ? withKey(one, inner.key, value) : one)))"
            />
          </div>
          <v-btn-quiet size="small" @click="set(list.filter((_, k) => k !== i))">Remove this {{ field.one }}</v-btn-quiet>
        </v-expansion-panel-text>
      </v-expansion-panel>
    </v-expansion-panels>
    <div>
      <v-btn-quiet size="small" @click="add">Add a {{ field.one }}</v-btn-quiet>
    </div>
  </fieldset>
</template>
