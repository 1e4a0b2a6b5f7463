<script setup lang="ts">
import { computed, ref } from 'vue'
import { flareFor, flareThreads } from '#core/making/flareFor'
import { flareAdviceWords } from '#shared/words/makingWords'

/** Which flare a nut asks for on this tube. */
const props = defineProps<{ outside: number }>()
const thread = ref<string | null>(null)
const words = computed(() => thread.value && flareAdviceWords(flareFor(thread.value, props.outside), thread.value))
</script>

<template>
  <div class="stack">
    <v-select v-model="thread" :items="[...flareThreads]" label="Which flare? The nut’s thread" />
    <p v-if="words" role="status">{{ words }}</p>
  </div>
</template>
