<script setup lang="ts">
import type { NuxtError } from '#app'
import { clearError } from '#imports'

defineProps<{ error: NuxtError }>()
</script>

<template>
  <v-app theme="desk">
    <div class="theme-desk wrong">
      <h1>{{ error.statusCode === 404 ? 'There is no such page.' : 'This page broke.' }}</h1>
      <p>
        {{
          error.statusCode === 404 ? 'The address may be from an older link.' : 'Nothing that was recorded is lost. Go back and try again.'
        }}
      </p>
      <v-btn-main @click="clearError({ redirect: '/' })">To the Floor</v-btn-main>
    </div>
  </v-app>
</template>

<style scoped>
.wrong {
  max-width: 640px;
  margin: 12vh auto;
  display: grid;
  gap: 16px;
  padding: 0 20px;
  justify-items: start;
}
</style>
