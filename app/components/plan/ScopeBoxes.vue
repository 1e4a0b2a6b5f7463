<script setup lang="ts">
/** What may be in the job, each with a box to tick; what is ticked, in the order of the list. */
const props = defineProps<{ items: readonly { id: string; text: string; disabled: boolean }[]; chosen: readonly string[] }>()
const emit = defineEmits<{ choose: [chosen: string[]] }>()
const pick = (id: string, on: boolean) =>
  emit(
    'choose',
    props.items.map(item => item.id).filter(one => (one === id ? on : props.chosen.includes(one))),
  )
</script>

<template>
  <v-checkbox
    v-for="item in items"
    :key="item.id"
    :label="item.text"
    :model-value="chosen.includes(item.id)"
    :disabled="item.disabled"
    @update:model-value="on => pick(item.id, on === true)"
  />
</template>
