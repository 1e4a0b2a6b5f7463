<script setup lang="ts">
import { computed } from 'vue'
import type { Body } from '#core/sheet/types'
import { reshaped, withKey, type FieldProps } from '~/utils/editField'

const props = defineProps<FieldProps<'body'>>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const body = computed(() => props.modelValue as Body)
const corners = computed(() => (body.value.shape === 'box' ? ['min', 'max'] : ['a', 'b']))
const set = (key: string, value: unknown) => value !== undefined && emit('update:modelValue', withKey(body.value, key, value))
</script>

<template>
  <fieldset class="edit-part">
    <legend>{{ field.label }}</legend>
    <div class="edit-line">
      <v-select
        density="compact"
        label="Shape"
        :items="['capsule', 'cylinder', 'box']"
        :model-value="body.shape"
        @update:model-value="shape => emit('update:modelValue', reshaped(body, shape))"
      /><NumberBox
        v-if="body.shape !== 'box'"
        label="Radius"
        unit="mm"
        :model-value="body.radius"
        @update:model-value="value => set('radius', value)"
      />
    </div>
    <div v-for="key in corners" :key="key" class="edit-line">
      <PointBoxes
        :label="key"
        :model-value="(body as unknown as Record<string, number[]>)[key]!"
        @update:model-value="value => set(key, value)"
      />
    </div>
  </fieldset>
</template>
