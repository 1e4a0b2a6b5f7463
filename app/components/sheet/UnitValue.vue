<script setup lang="ts">
import { ref } from 'vue'

/** A quantity in the reader's unit; the other units on hover, and on a tap beside it. */
defineProps<{ text: string; others: string[] }>()
const open = ref(false)
/** A sheet has a hundred of them: one is made for what the pointer is on. */
const near = ref(false)
</script>

<template>
  <v-btn-plain class="value" :aria-expanded="open" @click.stop="open = !open" @pointerenter="near = true" @pointerleave="near = false">
    {{ text }}<span v-if="open" class="others">{{ others.join(' · ') }}</span
    ><v-tooltip v-else-if="near" model-value activator="parent" :text="others.join(' · ')" />
  </v-btn-plain>
</template>

<style scoped>
.v-btn.value {
  cursor: help;
  white-space: nowrap;
}
.others {
  display: block;
  font: 500 13.5px/1.3 var(--face);
  color: var(--soft);
  white-space: normal;
}
</style>
