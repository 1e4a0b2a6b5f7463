<script setup lang="ts">
import { onMounted, onUnmounted } from 'vue'
import { useHead } from '#imports'
import { useFloor } from '~/stores/floor'

useHead({ meta: [{ name: 'theme-color', content: '#0d1316' }] })
const floor = useFloor()
let stop: (() => void) | undefined
onMounted(() => (stop = floor.follow()))
onUnmounted(() => stop?.())
</script>

<template>
  <v-app theme="bay">
    <div class="bay theme-bay">
      <TroubleBanner />
      <NotTaken />
      <slot />
    </div>
  </v-app>
</template>

<style scoped>
.bay { min-height: 100vh; min-height: 100dvh; background: var(--paper); color: var(--ink); display: flex; flex-direction: column; }
</style>
