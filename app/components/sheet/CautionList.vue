<script setup lang="ts">
import type { Caution } from '#core/sheet/types'
import { cautionWords } from '#shared/words/vocabulary'

defineProps<{ cautions: readonly Caution[] }>()
</script>

<template>
  <ul v-if="cautions.length" class="stack cautions" aria-label="Cautions">
    <li v-for="(caution, i) in cautions" :key="i" class="caution">
      <b>{{ cautionWords[caution.kind] }}.</b>{{ caution.text }}
    </li>
  </ul>
</template>

<style scoped>
.cautions {
  gap: 6px;
}
</style>
