<script setup lang="ts">
import { ref } from 'vue'

/** A quantity in the reader's unit; the other units on hover, and on a tap beside it. */
defineProps<{ text: string; others: string[] }>()
const open = ref(false)
</script>

<template>
  <button type="button" class="value" :title="others.join(' · ')" :aria-expanded="open" @click.stop="open = !open">
    {{ text }}<span v-if="open" class="others">{{ others.join(' · ') }}</span>
  </button>
</template>

<style scoped>
.value {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: inherit;
  cursor: help;
  text-align: inherit;
  min-height: 24px;
  white-space: nowrap;
}
.others {
  display: block;
  font: 500 13.5px/1.3 var(--face);
  color: var(--soft);
  white-space: normal;
}
</style>
