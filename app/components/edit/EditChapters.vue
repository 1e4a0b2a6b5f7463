<script setup lang="ts">
import { chapters, type Chapter } from '~/utils/sheetFields'

/** The chapters of a sheet, how much each holds, and which are not right yet. */
defineProps<{ current: Chapter; count: (of: Chapter) => number | undefined; isWrong: (of: Chapter) => boolean }>()
const emit = defineEmits<{ go: [to: Chapter] }>()
</script>

<template>
  <nav class="chapters" aria-label="Chapters">
    <v-btn-quiet
      v-for="one in chapters"
      :key="one.part"
      class="chapter"
      :class="{ on: one.part === current.part, wrong: isWrong(one) }"
      :aria-current="one.part === current.part ? 'true' : undefined"
      @click="emit('go', one)"
    >
      {{ one.title }}<span v-if="one.list" class="count">{{ count(one) }}</span
      ><span v-if="isWrong(one)" class="sr">, not right yet</span>
    </v-btn-quiet>
  </nav>
</template>

<style scoped>
.chapters {
  display: grid;
}
.chapter.v-btn {
  border: 0;
  border-left: 4px solid transparent;
  border-radius: 0;
  min-height: 40px;
  padding: 8px 10px;
}
.chapter :deep(.v-btn__content) {
  width: 100%;
  justify-content: flex-start;
  text-align: left;
}
.chapter.on {
  background: var(--card);
  border-left-color: var(--accent);
  font-weight: 700;
}
.chapter.wrong {
  border-left-color: var(--bad);
}
.chapter.wrong :deep(.v-btn__content)::after {
  content: '!';
  color: var(--bad);
  font-weight: 800;
}
.count {
  color: var(--soft);
  margin-left: auto;
}
@media (max-width: 1100px) {
  .chapters {
    grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  }
}
</style>
