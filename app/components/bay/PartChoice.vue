<script setup lang="ts">
import { usableParts } from '#core/sheet/chosenPart'
import type { PlanInputs } from '#core/plan/planInputs'
import type { JobCommand } from '#core/job/types'
import type { Line } from '#core/sheet/types'

/** Several parts can be had for this line: which one lies here? Compared and laid in by its name only. */
const props = defineProps<{ line: Line; inputs: PlanInputs }>()
const emit = defineEmits<{ choose: [command: JobCommand] }>()
const choose = (part: string) =>
  emit('choose', { type: 'planned', inputs: { ...props.inputs, parts: { ...props.inputs.parts, [props.line.id]: part } } })
</script>

<template>
  <div class="stack" role="group" aria-label="Which part it is">
    <p><b>Which part is it?</b> Read the number on its bag or tag.</p>
    <v-btn-second v-for="part in usableParts(line)" :key="part.id" class="one" @click="choose(part.id)">
      {{ part.number ? `${part.number}, ${part.name}` : part.name }}
    </v-btn-second>
  </div>
</template>

<style scoped>
.one {
  min-height: 56px;
}
</style>
