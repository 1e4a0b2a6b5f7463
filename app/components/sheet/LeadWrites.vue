<script setup lang="ts">
/** Shown in place of the editor to whoever may not publish what they would write there. */
defineProps<{ sheet?: string }>()
</script>

<template>
  <div class="stack">
    <h1>Sheets are written by a lead</h1>
    <p>
      What you have seen at the car, leave as a note on the sheet: the lead works it into the next revision.
      <NuxtLink :to="sheet ? `/sheets/${sheet}` : '/library'">{{ sheet ? 'To the sheet' : 'To the library' }}</NuxtLink>
    </p>
  </div>
</template>
