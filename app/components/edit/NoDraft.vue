<script setup lang="ts">
/** The editor while it has no draft to show: it loads, or says why there is none. `unreadable`: what lies on this device cannot be read. */
defineProps<{ unreadable: { why: string } | undefined; trouble: string }>()
const emit = defineEmits<{ discard: [] }>()
</script>

<template>
  <div class="stack">
    <h1>Edit a line sheet</h1>
    <div v-if="unreadable" class="trouble row" role="alert">
      <span v-if="unreadable.why === 'newer'"
        >A draft of this sheet on this device was made by a newer Efferent. Load this page again to get that version, or drop the
        draft.</span
      >
      <span v-else>A draft of this sheet on this device cannot be read any more. It has to be dropped before the sheet can be edited.</span>
      <v-btn-bad size="small" @click="emit('discard')">Drop the draft</v-btn-bad>
    </div>
    <p v-else-if="trouble" class="trouble" role="alert">{{ trouble }} <NuxtLink to="/sheets/new">Start a new one</NuxtLink></p>
    <div v-else class="busy" role="status" aria-label="Loading the sheet" />
  </div>
</template>
