<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet, Verdict } from '#core/sheet/types'

const props = defineProps<{ verdict: Verdict; sheet: Sheet }>()
const part = computed(() => props.sheet.lines.flatMap(line => line.parts).find(candidate => candidate.id === props.verdict.part))
</script>

<template>
  <div class="verdict" role="status">
    <span class="tag fill">{{ verdict.kind === 'not-needed' ? 'Job not needed' : 'Superseded' }}</span> <b>{{ verdict.text }}</b><span
      v-if="part"
    >
      Order <b class="num">{{ part.number ?? part.name }}</b>, {{ part.name }}.<template v-if="part.note"> {{ part.note }}</template></span
    >
  </div>
</template>

<style scoped>
.verdict {
  border: 3px solid var(--ok);
  background: var(--card);
  padding: 12px 16px;
  font-size: 17px;
}
</style>
