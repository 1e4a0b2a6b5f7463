<script setup lang="ts">
import { phaseWords } from '#shared/words/vocabulary'
import type { BayStep } from '~/composables/useBayStep'

/** The line in hand as its strip, and how far the work is. */
defineProps<{ bay: BayStep }>()
</script>

<template>
  <div class="map">
    <LineStrip
      v-if="bay.unrolled.value"
      :line="bay.unrolled.value"
      :name="bay.line.value!.name"
      compact
      :joint-states="bay.states.value"
      :holds-done="bay.holdsDone.value"
      :current="bay.step.value?.target"
    />
    <p class="pos">
      <span class="line">{{ bay.line.value?.name }}</span>
      <span v-if="bay.step.value"
        >step {{ bay.position.value }} of {{ bay.steps.value.length }} · {{ phaseWords[bay.step.value.phase] }}</span
      >
      <span v-if="bay.jointsDone.value.of">{{ bay.jointsDone.value.done }} of {{ bay.jointsDone.value.of }} joints tight</span>
    </p>
  </div>
</template>

<style scoped>
.pos {
  display: flex;
  justify-content: space-between;
  color: var(--soft);
  font-size: 16px;
}
@media (max-width: 599px) {
  .pos .line {
    display: none;
  }
}
</style>
