<script setup lang="ts">
import { ref } from 'vue'
import { answers } from '#shared/schemas/answers'
import { whenWords } from '~/utils/whenWords'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'

// A short PIN counts only where somebody who answers for it has said that it may be typed.
const { data: devices, refresh } = useServerData(
  () => 'devices',
  () => call('GET', '/api/devices', answers.devices),
)
const { trouble, act } = useServerAct()
const names = ref<Record<string, string>>({})
async function attempt(work: () => Promise<unknown>) {
  if (await act(work)) await refresh()
}
const letIn = (id: string) => attempt(() => call('PATCH', `/api/devices/${id}`, nothing, { name: names.value[id] }))
const shutOut = (id: string) => attempt(() => call('DELETE', `/api/devices/${id}`, nothing))
</script>

<template>
  <section class="card stack" aria-labelledby="devices">
    <h2 id="devices">Devices</h2>
    <p class="soft">
      A PIN works on the machine Efferent runs on and on devices that were let in. A new one shows its code when somebody tries to sign in
      on it.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!devices" class="busy" role="status" aria-label="Loading devices" />
    <p v-else-if="devices.length === 0">No other device has asked yet.</p>
    <div v-else class="scroll">
      <table class="grid">
        <thead>
          <tr>
            <th>Code</th>
            <th>Name</th>
            <th>Since</th>
            <th>Here</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="device in devices" :key="device.id">
            <td>
              <b>{{ device.code }}</b>
            </td>
            <td>
              <template v-if="device.letInAt">{{ device.name }}</template>
              <form v-else class="row" @submit.prevent="letIn(device.id)">
                <v-text-field
                  v-model="names[device.id]"
                  density="compact"
                  :label="`Name for ${device.code}, as: tablet at bay 2`"
                /><v-btn-main type="submit" size="small" :disabled="!names[device.id]?.trim()">Let it in</v-btn-main>
              </form>
            </td>
            <td>
              {{ whenWords(device.letInAt ?? device.askedAt) }}<span v-if="device.letInBy" class="sub">by {{ device.letInBy }}</span>
            </td>
            <td>
              <span class="tag" :class="device.letInAt ? 'ok' : 'warn'">{{ device.letInAt ? 'let in' : 'asks' }}</span>
              <v-btn-quiet size="small" @click="shutOut(device.id)">{{ device.letInAt ? 'Shut out' : 'Turn away' }}</v-btn-quiet>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
