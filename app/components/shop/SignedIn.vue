<script setup lang="ts">
import { shopAnswers } from '#shared/answers/shop'
import { whenWords } from '~/utils/whenWords'
import { roleWords } from '#shared/words/vocabulary'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'

const { data: signIns, refresh } = useServerData(
  () => 'sign-ins',
  () => call('GET', '/api/sign-ins', shopAnswers.signedIn),
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
    <ul v-else class="entries">
      <li v-for="one in signIns" :key="one.id">
        <span class="about"
          ><b>{{ one.person }}</b> {{ roleWords[one.role]
          }}<span class="sub"
            >{{ one.device || 'a device without a name' }}, {{ one.address }}, since {{ whenWords(one.beganAt) }}</span
          ></span
        >
        <span v-if="one.mine" class="tag">this one</span>
        <v-btn-quiet v-else size="small" @click="end(one.id)">End</v-btn-quiet>
      </li>
    </ul>
  </section>
</template>
