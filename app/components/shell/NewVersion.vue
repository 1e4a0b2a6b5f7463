<script setup lang="ts">
import { useProgram } from '~/stores/program'

const program = useProgram()
</script>

<template>
  <div v-if="program.isNewer" class="offer no-print" role="status">
    <span><b>A new version of Efferent is here.</b> What is recorded on this device stays.</span>
    <v-btn-second @click="program.letIn">Begin with it now</v-btn-second>
  </div>
</template>

<style scoped>
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
  padding: 10px 22px;
  background: var(--card);
  border-bottom: 2px solid var(--accent);
}
</style>
