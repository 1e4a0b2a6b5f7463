<script setup lang="ts">
import { ref } from 'vue'
import type { JobCommand } from '#core/job/types'

/** Foam was the last thing seen here, and it has not rested yet. */
defineProps<{ words: string }>()
const emit = defineEmits<{ also: [command: JobCommand] }>()
const why = ref('')
</script>

<template>
  <div class="rests">
    <p><b>Foam was seen.</b> It rests until the timer is up: a level read before that does not count. {{ words }}</p>
    <v-textarea v-model="why" label="Why it need not rest so long" />
    <v-btn-second :disabled="!why.trim()" @click="emit('also', { type: 'timerEnded', timer: 'rest', reason: why.trim() })">
      It has cleared already
    </v-btn-second>
  </div>
</template>

<style scoped>
.rests {
  display: grid;
  gap: 8px;
  border-left: 6px solid var(--accent);
  padding-left: 12px;
}
</style>
