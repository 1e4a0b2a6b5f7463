<script setup lang="ts">
import { computed } from 'vue'
import { useConnection } from '~/stores/connection'
import { useJob } from '~/stores/job'

const connection = useConnection()
const job = useJob()
const waiting = computed(() => job.outbox.length)
</script>

<template>
  <div v-if="connection.trouble !== 'none'" class="trouble banner" role="alert">
    <b>{{ connection.trouble === 'no-database' ? 'The database does not answer.' : 'No connection to the server.' }}</b>
    Trying again every second.
    <template v-if="waiting > 0"
      >{{ waiting }} {{ waiting === 1 ? 'entry waits' : 'entries wait' }} on this device and will be sent.</template
    >
    <template v-else>What you record is kept on this device.</template>
  </div>
</template>

<style scoped>
.banner {
  position: sticky;
  top: 0;
  z-index: 20;
}
</style>
