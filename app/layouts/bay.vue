<script setup lang="ts">
import { useHead } from '#imports'

useHead({ meta: [{ name: 'theme-color', content: '#0d1316' }] })
</script>

<template>
  <v-app theme="bay">
    <div class="bay theme-bay">
      <NewVersion />
      <TroubleBanner />
      <NotTaken />
      <slot />
    </div>
  </v-app>
</template>

<style scoped>
.bay {
  min-height: 100vh;
  min-height: 100dvh;
  background: var(--paper);
  color: var(--ink);
  display: flex;
  flex-direction: column;
}
</style>
