<script setup lang="ts">
import { computed } from 'vue'
import { useQueue } from '~/stores/queue'

// What the server has refused for good after this device had recorded it, with what it said: shown until somebody has read it. And what
// stands in the way of the rest.
const queue = useQueue()
const held = computed(() => queue.waiting.flatMap(kept => (queue.held[kept.id] ? [{ kept, why: queue.held[kept.id]! }] : [])))
</script>

<template>
  <div v-if="queue.notKept" class="trouble taken" role="alert"><b>Not recorded.</b> {{ queue.notKept }}</div>
  <div v-for="kept in queue.refused" :key="kept.id" class="trouble taken" role="alert">
    <div>
      <b>{{ kept.refused!.title }}.</b> {{ kept.refused!.detail }}
      <span class="said">Not on record: {{ kept.event.by.name }}, “{{ kept.words }}”.</span>
    </div>
    <v-btn variant="outlined" @click="queue.dismiss(kept.id)">I have read it</v-btn>
  </div>
  <div v-for="{ kept, why } in held" :key="kept.id" class="trouble taken" role="status">
    <div>
      <b>Kept on this device: “{{ kept.words }}” ({{ kept.event.by.name }}).</b> {{ why.detail }}
    </div>
  </div>
  <div v-for="row in queue.unreadable" :key="row.id" class="trouble taken" role="alert">
    <details>
      <summary>An entry on this device cannot be read by this version of Efferent, and was not sent.</summary>
      <pre>{{ row.text }}</pre>
    </details>
    <v-btn variant="outlined" @click="queue.dismiss(row.id)">I have copied it; take it away</v-btn>
  </div>
</template>

<style scoped>
.taken {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.said {
  display: block;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
