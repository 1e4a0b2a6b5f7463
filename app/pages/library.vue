<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useHead } from '#imports'
import type { SheetHead } from '#shared/schemas/api'
import { limits } from '#shared/limits'
import type { Problem } from '#shared/errors'
import { systemWords } from '#shared/words/vocabulary'
import type { System } from '#core/sheet/types'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { call, ProblemFailure, wordsOf } from '~/utils/api'

useHead({ title: 'Library · Efferent' })
const session = useSession()
const connection = useConnection()
const sheets = ref<SheetHead[]>()
const problem = ref<Problem>()
const said = ref('')
const busy = ref(false)
const picker = ref<HTMLInputElement>()
const mayImport = computed(() => session.person?.role === 'lead' || session.person?.role === 'admin')

async function load() {
  try {
    sheets.value = await call<SheetHead[]>('GET', '/api/sheets')
  } catch (error) {
    connection.notice(error)
  }
}
onMounted(load)
watch(() => connection.recoveries, load)

async function importFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  busy.value = true
  problem.value = undefined
  said.value = ''
  try {
    if (file.size > limits.packBytes) throw new Error(`${file.name} is larger than ${limits.packBytes / 1024 / 1024} MiB. Split the pack.`)
    const pack: unknown = JSON.parse(await file.text())
    const result = await call<{ families: number; added: { id: string; revision: number }[]; unchanged: unknown[] }>('POST', '/api/packs', pack)
    said.value = `${file.name}: ${result.added.length} added, ${result.unchanged.length} already here.`
    await load()
  } catch (error) {
    if (error instanceof ProblemFailure) problem.value = error.problem
    else if (!connection.notice(error)) said.value = error instanceof SyntaxError ? `${file.name} is not readable as JSON: ${error.message}` : wordsOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="stack">
    <div class="spread"><h1>Library</h1>
      <div v-if="mayImport" class="row"><input ref="picker" class="sr" type="file" accept=".json,application/json" aria-label="Pack file" tabindex="-1" @change="importFile"><button class="btn main" :disabled="busy" @click="picker?.click()">{{ busy ? 'Reading …' : 'Import a pack' }}</button><a class="btn" href="/api/schemas/pack" target="_blank">JSON Schema</a></div>
    </div>
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <div v-if="problem" class="trouble" role="alert"><b>{{ problem.title }}.</b> {{ problem.detail }}<ul><li v-for="(item, i) in problem.errors" :key="i"><code>{{ item.path || 'file' }}</code>: {{ item.message }}</li></ul></div>
    <div v-if="!sheets" class="busy" role="status" aria-label="Loading the library" />
    <div v-else-if="sheets.length === 0" class="empty"><b>No line sheets yet.</b>A lead or an admin imports a pack (*.efferent.json).</div>
    <div v-else class="scroll"><table class="grid"><thead><tr><th>Sheet</th><th>System</th><th>Vehicles</th><th class="n">Revision</th></tr></thead><tbody>
      <tr v-for="sheet in sheets" :key="sheet.id"><td><NuxtLink :to="`/sheets/${sheet.id}`"><b>{{ sheet.title }}</b></NuxtLink><span class="sub">{{ sheet.summary }}</span></td><td>{{ systemWords[sheet.system as System] }}</td><td>{{ sheet.appliesTo }}</td><td class="n">{{ sheet.revision }}</td></tr></tbody></table></div>
  </div>
</template>

<style scoped>
code { font-weight: 700; font-family: var(--face); }
</style>
