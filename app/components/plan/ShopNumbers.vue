<script setup lang="ts" generic="T extends Record<string, number>">
import { computed } from 'vue'
import type { z } from 'zod'
import { numberRule, whenTaken } from '~/utils/ruleBy'

/** Numbers that hold for the whole shop, while they are changed: kept, or left as they were. Each is held to its part of the schema. */
defineProps<{
  fields: readonly { key: keyof T & string; label: string; suffix?: string; step?: string }[]
  shape: Readonly<Record<keyof T, z.ZodType>>
  trouble: string
}>()
const draft = defineModel<T>({ required: true })
const numbers = computed(() => draft.value as Record<string, number>)
const emit = defineEmits<{ keep: []; leave: [] }>()
</script>

<template>
  <v-form class="stack" @submit.prevent="whenTaken(() => emit('keep'))($event)">
    <div class="fields">
      <v-text-field
        v-for="{ key, label, suffix, step } in fields"
        :key="key"
        v-model.number="numbers[key]"
        :label="label"
        :suffix="suffix"
        persistent-placeholder
        :step="step"
        type="number"
        :rules="[numberRule(shape[key])]"
      />
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="row">
      <v-btn-main type="submit" size="small">Keep for the shop</v-btn-main
      ><v-btn-quiet size="small" @click="emit('leave')">Leave as it was</v-btn-quiet>
    </div>
  </v-form>
</template>

<style scoped>
.fields {
  display: flex;
  gap: 8px 14px;
  flex-wrap: wrap;
}
.fields :deep(.v-input) {
  flex: 0 0 200px;
}
</style>
