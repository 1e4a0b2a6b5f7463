<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import { inTurn } from '~/utils/inTurn'

/** A part of a page, drawn after those before it in a task of its own: however many parts a page has, the hand on it is not held up. */
const isHere = ref(false)
onUnmounted(inTurn(() => (isHere.value = true), true))
</script>

<template>
  <slot v-if="isHere" />
</template>
