<script setup lang="ts">
import { answers } from '#shared/schemas/answers'
import { whenWords } from '~/utils/whenWords'
import { roleWords } from '#shared/words/vocabulary'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'

const { data: signIns, refresh } = useServerData(
  () => 'sign-ins',
  () => call('GET', '/api/sign-ins', answers.signedIn),
)
const { trouble, act } = useServerAct()
async function end(id: string) {
  if (await act(() => call('DELETE', `/api/sign-ins/${id}`, nothing))) await refresh()
}
</script>

<template>
  <section class="card stack" aria-labelledby="signed-in">
    <h2 id="signed-in">Signed in now</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!signIns" class="busy" role="status" aria-label="Loading who is signed in" />
    <div v-else class="scroll">
      <table class="grid">
        <thead>
          <tr>
            <th>Who</th>
            <th>Where</th>
            <th>Since</th>
            <th>End it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in signIns" :key="one.id">
            <td>
              <b>{{ one.person }}</b> <span class="sub">{{ roleWords[one.role] }}</span>
            </td>
            <td>
              {{ one.device || 'a device without a name' }} <span class="sub">{{ one.address }}</span>
            </td>
            <td>{{ whenWords(one.beganAt) }}</td>
            <td>
              <span v-if="one.mine" class="tag">this one</span>
              <v-btn-quiet v-else size="small" @click="end(one.id)">End</v-btn-quiet>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
