<script setup lang="ts">
import { computed, ref } from 'vue'
import type { AuditView } from '#shared/schemas/shop'
import { shopAnswers } from '#shared/answers/shop'
import { auditWords } from '#shared/words/auditWords'
import { whenWords } from '~/utils/whenWords'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { call } from '~/utils/api'

const { data: newest } = useServerData(
  () => 'audit',
  () => call('GET', '/api/audit', shopAnswers.audit),
)
const older = ref<AuditView[]>([])
const isAll = ref(false)
const rows = computed(() => [...(newest.value ?? []), ...older.value])
const { trouble, act } = useServerAct()
const more = () =>
  act(async () => {
    const next = await call('GET', `/api/audit?before=${rows.value.at(-1)!.n}`, shopAnswers.audit)
    older.value = [...older.value, ...next]
    isAll.value = next.length === 0
  })
</script>

<template>
  <section class="card stack" aria-labelledby="audit">
    <h2 id="audit">Who came in, and what was set</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="!newest" class="busy" role="status" aria-label="Loading the list" />
    <ol v-else class="audit">
      <li v-for="row in rows" :key="row.n">
        <span class="soft">{{ whenWords(row.at) }}</span> <b>{{ row.by || 'somebody' }}</b> {{ auditWords[row.kind] }} {{ row.about }}
        <span v-if="row.address" class="soft">from {{ row.address }}</span>
      </li>
    </ol>
    <v-btn-quiet v-if="rows.length > 0 && !isAll" size="small" @click="more">Earlier</v-btn-quiet>
  </section>
</template>

<style scoped>
.audit {
  list-style: none;
  padding: 0;
  max-height: 320px;
  overflow: auto;
}
.audit li {
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
</style>
