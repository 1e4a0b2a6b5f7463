<script setup lang="ts">
import { ref } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import type { DisputeView } from '#shared/schemas/shop'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call, nothing } from '~/utils/api'
import { whenWords } from '~/utils/whenWords'

// What a device sent and no job took: it is here, and not lost with the device. Whoever leads says what becomes of it.
const kindWords = { entry: 'An entry', photo: 'A photo', held: 'An entry' } as const satisfies Record<DisputeView['kind'], string>
const { data: disputes, refresh } = useServerData(
  () => 'disputes',
  () => call('GET', '/api/disputes', shopAnswers.disputes),
)
const { trouble, busy, act } = useServerAct()
const why = ref<Record<string, string>>({})
async function settle(id: string, stands?: boolean) {
  if (await act(() => call('POST', `/api/disputes/${id}/settle`, nothing, { why: why.value[id], stands }))) await refresh()
}
</script>

<template>
  <section v-if="disputes?.length" class="card stack" aria-labelledby="disputes">
    <h2 id="disputes">To settle</h2>
    <p class="soft">
      Sent by a device and taken by no job. It proves nothing until somebody has looked: ask whoever it names, and look at the car.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <ul class="entries">
      <li v-for="one in disputes" :key="one.id" class="stack">
        <span
          ><b>{{ kindWords[one.kind] }}</b> of <NuxtLink :to="`/jobs/${one.job}`">job {{ one.number }}, {{ one.plate }}</NuxtLink
          >, by {{ one.by }}<template v-if="one.sentBy !== one.by">, sent by {{ one.sentBy }}</template
          >, {{ whenWords(one.at) }}</span
        >
        <p class="soft">{{ one.why }}</p>
        <template v-if="one.kind === 'held'">
          <p class="said">{{ one.said }}</p>
          <p v-if="one.would?.length" class="soft">If it is so, this is due no more: {{ one.would.join(' ') }}</p>
        </template>
        <p v-else-if="one.said" class="said">{{ one.said }}</p>
        <img v-else :src="`/api/disputes/${one.id}/photo`" alt="The photo as it was sent" loading="lazy" />
        <div class="row becomes">
          <v-text-field v-model="why[one.id]" :label="one.kind === 'held' ? 'How you know' : 'What became of it'" :maxlength="500" />
          <template v-if="one.kind === 'held'">
            <v-btn-second :disabled="busy || !why[one.id]?.trim()" @click="settle(one.id, true)">It is so</v-btn-second>
            <v-btn-second :disabled="busy || !why[one.id]?.trim()" @click="settle(one.id, false)">It is not so</v-btn-second>
          </template>
          <v-btn-second v-else :disabled="busy || !why[one.id]?.trim()" @click="settle(one.id)">Settled</v-btn-second>
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
.becomes > .v-input {
  flex: 1 1 240px;
}
</style>
