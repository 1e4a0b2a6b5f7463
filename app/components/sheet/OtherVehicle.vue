<script setup lang="ts">
import { ref } from 'vue'
import type { Family } from '#core/sheet/types'

/** A vehicle that nothing here is for: written down where somebody stands before it, and its first sheet begun from there. */
defineProps<{ told?: string }>()
const adding = ref(false)
const made = ref<Family>()
function took(family: Family) {
  made.value = family
  adding.value = false
}
</script>

<template>
  <p v-if="made" role="status" class="stack">
    <span
      ><b>{{ made.make }} {{ made.model }}</b> is written down. {{ told }}</span
    ><NuxtLink :to="`/sheets/new?family=${made.id}`">Begin its first sheet</NuxtLink>
  </p>
  <NewFamily v-else-if="adding" @added="took" />
  <v-btn-quiet v-else size="small" @click="adding = true">A vehicle that is not here yet</v-btn-quiet>
</template>
