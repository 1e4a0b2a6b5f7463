<script setup lang="ts">
import type { Sheet } from '#core/sheet/types'
import { mendWords } from '#shared/words/mendWords'
import { plural } from '#shared/words/vocabulary'
import type { DraftIssue } from '~/composables/useSheetDraft'

/** What is not right yet, each with the way to its place and, where there is one, the mend. */
defineProps<{ issues: readonly DraftIssue[]; place: (path: string) => string }>()
const emit = defineEmits<{ show: [path: string]; mend: [sheet: Sheet] }>()
const most = 6
</script>

<template>
  <section class="trouble" aria-label="What is not right">
    <b>{{ plural(issues.length, 'place') }} not right yet</b>
    <ul>
      <li v-for="(issue, i) in issues.slice(0, most)" :key="i">
        <v-btn-plain class="at" @click="emit('show', issue.path)">{{ place(issue.path) }}</v-btn-plain> {{ issue.message }}
        <v-btn-second v-if="issue.offer" class="mend" size="small" @click="emit('mend', issue.offer.sheet)">{{
          mendWords(issue.offer.mend)
        }}</v-btn-second>
      </li>
      <li v-if="issues.length > most" class="soft">and {{ issues.length - most }} more</li>
    </ul>
  </section>
</template>

<style scoped>
.v-btn.at {
  font-weight: 700;
  text-decoration: underline;
}
.mend {
  margin-left: 8px;
}
</style>
