<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { useConnection } from '~/stores/connection'
import { useJob } from '~/stores/job'

// What waits in an outbox goes out as soon as server and database are back, whatever page is open.
const connection = useConnection()
const job = useJob()
watch(() => connection.recoveries, () => void job.send())
onMounted(() => void job.send())
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
