<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useInstruments } from '~/stores/instruments'
import { usePhotos } from '~/stores/photos'
import { useProgram } from '~/stores/program'
import { useQueue } from '~/stores/queue'
import { deviceId } from '~/utils/device'
import { deviceStore } from '~/utils/deviceStore'

// What this device can do by itself, said plainly: a technician finds out here, not in a cellar without a network.
const program = useProgram()
const queue = useQueue()
const photos = usePhotos()
const instruments = useInstruments()
const jobs = ref<number>()
const waiting = computed(() => queue.waiting.length + photos.waiting.length)
onMounted(async () => {
  void program.askToLast()
  const isJob = /^\/api\/jobs\/[^/]+$/
  jobs.value = await deviceStore()
    .listAnswerPaths()
    .then(paths => paths.filter(path => isJob.test(path) && !path.endsWith('stream')).length)
    .catch(() => undefined)
})
</script>

<template>
  <section class="card stack" aria-labelledby="this-device">
    <h2 id="this-device">This device</h2>
    <dl class="facts">
      <dt>name in the record</dt>
      <dd>{{ deviceId() }}</dd>
      <dt>without the server</dt>
      <dd v-if="program.isKept">Efferent opens and works on here; what is recorded is sent when the server is back.</dd>
      <dd v-else-if="program.canBeKept">Not yet: the program is being kept on this device, which takes a moment.</dd>
      <dd v-else>
        <b>Not on this device.</b> Browsers keep a program only when it comes over HTTPS. An open page goes on working; a closed one does
        not open again.
      </dd>
      <dt>jobs kept here</dt>
      <dd>{{ jobs ?? '–' }}</dd>
      <dt>waiting to be sent</dt>
      <dd>{{ waiting === 0 ? 'nothing' : waiting }}</dd>
      <dt>instruments</dt>
      <dd>
        <v-radio-group v-model="instruments.choice" aria-label="Instruments this device listens to">
          <v-radio value="simulated" label="Simulated: scan tool, torque wrench, scale and pump gauge that ship with Efferent" />
          <v-radio value="faulty" label="Simulated, with faults: silent, jumping, or in another unit" />
          <v-radio value="none" label="None" />
        </v-radio-group>
      </dd>
      <dt>storage</dt>
      <dd v-if="program.isLasting">The browser has promised to keep what is stored here.</dd>
      <dd v-else-if="program.isLasting === false">
        <b>The browser has not promised to keep what is stored here.</b> It may clear it when the device runs short of space: install the
        page (browser menu), and send what waits before the device is put away.
      </dd>
      <dd v-else>–</dd>
    </dl>
  </section>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 20px;
}
dt {
  color: var(--soft);
}
@media (max-width: 700px) {
  .facts {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  dd {
    margin-bottom: 8px;
  }
}
</style>
