<script setup lang="ts">
import { ref } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'
import { whenWords } from '~/utils/whenWords'

// What a device sent and no job took: it is here, and not lost with the device. Whoever leads says what becomes of it.
const { data: disputes, refresh } = useServerData(
  () => 'disputes',
  () => call('GET', '/api/disputes', shopAnswers.disputes),
)
const { trouble, busy, act } = useServerAct()
const why = ref<Record<string, string>>({})
async function settle(id: string) {
  if (await act(() => call('POST', `/api/disputes/${id}/settle`, nothing, { why: why.value[id] }))) await refresh()
}
</script>

<template>
  <section v-if="disputes?.length" class="card stack" aria-labelledby="disputes">
    <h2 id="disputes">To settle</h2>
    <p class="soft">
      Sent by a device and taken by no job. It changes nothing until somebody has looked: put right in the job what is true.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <ul class="entries">
      <li v-for="one in disputes" :key="one.id" class="stack">
        <span
          ><b>{{ one.kind === 'photo' ? 'A photo' : 'An entry' }}</b> of
          <NuxtLink :to="`/jobs/${one.job}`">job {{ one.number }}, {{ one.plate }}</NuxtLink
          >, by {{ one.by }}<template v-if="one.sentBy !== one.by">, sent by {{ one.sentBy }}</template
          >, {{ whenWords(one.at) }}<span class="sub">{{ one.why }}</span></span
        >
        <code v-if="one.said" class="said">{{ one.said }}</code>
        <img v-else :src="`/api/disputes/${one.id}/photo`" alt="The photo as it was sent" loading="lazy" />
        <div class="row">
          <v-text-field v-model="why[one.id]" label="What became of it" :maxlength="500" />
          <v-btn-second :disabled="busy || !why[one.id]?.trim()" @click="settle(one.id)">Settled</v-btn-second>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
img {
  max-inline-size: 320px;
}
.said {
  overflow-wrap: anywhere;
}
</style>
