<script setup lang="ts" generic="T extends string">
import { computed } from 'vue'

/** What was seen, one of a few: nothing is chosen beforehand. */
const props = defineProps<{ choices: readonly { id: T; text: string }[]; label: string }>()
/** Four that say it in a word or two stand in one row. */
const isShort = computed(() => props.choices.every(({ text }) => text.length <= 14))
const chosen = defineModel<T>()
</script>

<template>
  <div class="choices" :class="{ four: choices.length === 4, short: isShort }" role="group" :aria-label="label">
    <v-btn-second v-for="choice in choices" :key="choice.id" :aria-pressed="chosen === choice.id" @click="chosen = choice.id">
      {{ choice.text }}
    </v-btn-second>
  </div>
</template>

<style scoped>
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
  gap: 8px;
}
.choices.four {
  grid-template-columns: 1fr 1fr;
}
.choices.four.short {
  grid-template-columns: repeat(4, 1fr);
}
.choices .v-btn {
  min-height: 56px;
  padding: 6px 8px;
}
@media (max-width: 599px) {
  .choices .v-btn {
    min-height: 48px;
  }
  .choices.four.short {
    gap: 6px;
  }
  .choices.four.short .v-btn {
    padding: 4px 2px;
    font-size: 15px;
  }
}
</style>
