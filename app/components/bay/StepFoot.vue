<script setup lang="ts">
import type { Step } from '#core/job/steps/listSteps'
import { stepWords } from '#shared/words/stepWords'
import type { BayStep } from '~/composables/useBayStep'

/** What comes next, what else may be done, and the large button. It stays in sight. */
defineProps<{ bay: BayStep; step: Step; button: string; ready: boolean; refusal?: string }>()
const emit = defineEmits<{ press: []; go: [id: string] }>()
</script>

<template>
  <footer class="foot">
    <p v-if="refusal" class="trouble" role="alert">{{ refusal }}</p>
    <p class="next">
      <b>then</b> <span v-for="item in bay.then.value" :key="item.id">{{ stepWords(item, bay.sheet.value).title }}</span>
    </p>
    <BayActs :step="step" @go="id => emit('go', id)" />
    <v-btn-go class="go" :disabled="!ready" @click="emit('press')">{{ button }}</v-btn-go>
  </footer>
</template>

<style scoped>
.foot {
  position: sticky;
  z-index: 3;
  bottom: 0;
  background: var(--paper);
  padding: 8px 0 14px;
  border-top: 1px solid var(--line);
  display: grid;
  gap: 8px;
}
.next {
  color: var(--soft);
  font-size: 16px;
  line-height: 1.35;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.next span + span::before {
  content: ' · ';
}
.next b {
  color: var(--ink);
}
.foot > .v-btn {
  min-height: 76px;
  padding: 4px;
}
@media (max-width: 599px) {
  .foot {
    padding: 4px 0 8px;
    gap: 6px;
  }
  .foot > .v-btn {
    min-height: 68px;
  }
}
@media (min-width: 900px) {
  .foot {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    column-gap: 34px;
  }
  .foot > .next,
  .foot > .trouble {
    grid-column: 1 / -1;
  }
}
</style>
