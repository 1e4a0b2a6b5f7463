<script setup lang="ts">
import { useJob } from '~/stores/job'

// What the server refused after this device had recorded it: shown until somebody has read it.
const job = useJob()
</script>

<template>
  <div v-for="item in job.notTaken" :key="item.id" class="trouble taken" role="alert">
    <div>
      <b>{{ item.problem.title }}.</b> {{ item.problem.detail }} <span class="soft">Not recorded: {{ item.command.type }}.</span>
    </div>
    <button class="btn tight" @click="job.dismiss(item.id)">I have read it</button>
  </div>
</template>

<style scoped>
.taken {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
</style>
