<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useConnection } from '~/stores/connection'
import { useQueue } from '~/stores/queue'
import { jobAnswers } from '~/utils/answers'
import type { KeptEntry } from '~/utils/keptEntry'
import { jobPath } from '~/utils/keptAnswers'

// What the server has refused for good after this device had recorded it, with what it said: shown until somebody has read it. And what
// stands in the way of the rest.
const queue = useQueue()
const connection = useConnection()
/** What others recorded in that job since this device had last heard of it, by the entry it was refused for. */
const meanwhile = ref<Record<string, string[]>>({})
const mostShown = 5
async function lookUp({ id, job, event }: KeptEntry): Promise<void> {
  meanwhile.value[id] = []
  try {
    const { events, sheet } = await connection.look(jobPath(job), jobAnswers.job)
    // All that can be said of a job is no part of every page.
    const { eventWords } = await import('#shared/words/eventWords')
    const others = events.filter(one => one.seq > event.seen && one.device !== event.device)
    const said = others.slice(0, mostShown).map(one => `${one.by.name}, “${eventWords(one.body, sheet)}”`)
    meanwhile.value[id] = others.length > mostShown ? [...said, `and ${others.length - mostShown} more`] : said
  } catch (error) {
    connection.notice(error)
  }
}
watch(
  () => queue.refused,
  refused => refused.forEach(kept => meanwhile.value[kept.id] ?? void lookUp(kept)),
  { immediate: true },
)
const held = computed(() => queue.waiting.flatMap(kept => (queue.held[kept.id] ? [{ kept, why: queue.held[kept.id]! }] : [])))
</script>

<template>
  <div v-if="queue.notKept" class="trouble taken" role="alert"><b>Not recorded.</b> {{ queue.notKept }}</div>
  <div v-for="kept in queue.refused" :key="kept.id" class="trouble taken" role="alert">
    <div>
      <b>{{ kept.refused!.title }}.</b> {{ kept.refused!.detail }}
      <span class="said">Not on record: {{ kept.event.by.name }}, “{{ kept.words }}”.</span>
      <span v-if="meanwhile[kept.id]?.length" class="said"
        >Meanwhile: <template v-for="(said, i) in meanwhile[kept.id]" :key="i">{{ i > 0 ? '; ' : '' }}{{ said }}</template
        >.</span
      >
    </div>
    <div class="ways">
      <v-btn variant="outlined" :to="`/jobs/${kept.job}`">To the job</v-btn>
      <v-btn variant="outlined" @click="queue.dismiss(kept.id)">I have read it</v-btn>
    </div>
  </div>
  <div v-for="{ kept, why } in held" :key="kept.id" class="trouble taken" role="status">
    <div>
      <b>Kept on this device: “{{ kept.words }}” ({{ kept.event.by.name }}).</b> {{ why.detail }}
    </div>
  </div>
  <div v-for="row in queue.unreadable" :key="row.id" class="trouble taken" role="alert">
    <div>
      An entry on this device cannot be read by this version of Efferent, and was not sent.
      <pre>{{ row.text }}</pre>
    </div>
    <v-btn variant="outlined" @click="queue.dismiss(row.id)">I have copied it; take it away</v-btn>
  </div>
</template>

<style scoped>
.taken {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.said {
  display: block;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
pre {
  max-height: 40vh;
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
