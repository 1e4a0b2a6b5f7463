<script setup lang="ts">
import { computed } from 'vue'
import { useConnection } from '~/stores/connection'
import { useProgram } from '~/stores/program'
import { useQueue } from '~/stores/queue'

const connection = useConnection()
const queue = useQueue()
const program = useProgram()
const waiting = computed(() => queue.waiting.length)
const what = {
  'no-server': 'No connection to the server.',
  'no-database': 'The database does not answer.',
  'no-storage': 'The server cannot keep anything at the moment: its disk is full, or it is set to read only. Tell an admin.',
  busy: 'The server is busy.',
} as const
</script>

<template>
  <div v-if="connection.outdated" class="trouble banner" role="alert">
    <b>Efferent has been updated.</b> This page is the one from before. What you recorded is kept on this device.
    <v-btn variant="outlined" @click="program.letIn">Load the new one</v-btn>
  </div>
  <div v-if="program.isTorn && connection.trouble === 'none'" class="trouble banner" role="alert">
    <b>A part of this page could not be fetched.</b> What you recorded is kept on this device.
    <v-btn variant="outlined" @click="program.letIn">Load the page again</v-btn>
  </div>
  <div v-if="connection.trouble !== 'none'" class="trouble banner" role="alert">
    <b>{{ what[connection.trouble] }}</b>
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
