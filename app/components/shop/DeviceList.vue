<script setup lang="ts">
import { ref } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import { whenWords } from '~/utils/whenWords'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'
import { nameSchema } from '#shared/schemas/basics'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

// A short PIN counts only where somebody who answers for it has said that it may be typed.
const { data: devices, refresh } = useServerData(
  () => 'devices',
  () => call('GET', '/api/devices', shopAnswers.devices),
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
      A PIN works on the machine Efferent runs on and on devices that were allowed. A new one shows its code when somebody tries to sign in
      on it.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!devices" class="busy" role="status" aria-label="Loading devices" />
    <p v-else-if="devices.length === 0">No other device has asked yet.</p>
    <ul v-else class="entries">
      <li v-for="device in devices" :key="device.id">
        <b class="code">{{ device.code }}</b>
        <span class="about"
          ><template v-if="device.letInAt">{{ device.name }}</template
          ><span class="sub"
            >{{ device.letInAt ? 'allowed' : 'asked' }} {{ whenWords(device.letInAt ?? device.askedAt) }}
            <template v-if="device.letInBy">by {{ device.letInBy }}</template></span
          ></span
        >
        <v-form v-if="!device.letInAt" class="row grows" @submit.prevent="whenTaken(() => letIn(device.id))($event)">
          <v-text-field
            v-model="names[device.id]"
            density="compact"
            :label="`Name for ${device.code}`"
            :rules="[ruleBy(nameSchema)]"
          /><v-btn-main type="submit" :disabled="!names[device.id]?.trim()">Let it in</v-btn-main>
        </v-form>
        <span class="row"
          ><span class="tag" :class="device.letInAt ? 'ok' : 'warn'">{{ device.letInAt ? 'allowed' : 'asks' }}</span
          ><v-btn-quiet size="small" @click="shutOut(device.id)">{{ device.letInAt ? 'Block' : 'Turn down' }}</v-btn-quiet></span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.code {
  font-size: 20px;
  min-width: 90px;
}
</style>
