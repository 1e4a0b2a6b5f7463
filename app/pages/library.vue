<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { answers } from '#shared/schemas/answers'
import { useServerData } from '~/composables/useServerData'
import { computed, ref } from 'vue'
import { useHead, useRoute } from '#imports'
import { systems, type System } from '#core/sheet/types'
import type { Problem } from '#shared/errors'
import { limits } from '#shared/limits'
import type { ImportPreview } from '#shared/schemas/api'
import { plural, systemWords } from '#shared/words/vocabulary'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { call, ProblemFailure, wordsOf } from '~/utils/api'
import { allSheets } from '~/utils/allSheets'
import { arrangeSheets, type SortKey } from '~/utils/arrangeSheets'

useHead({ title: 'Library · Efferent' })
const session = useSession()
const connection = useConnection()
const { data: sheets, refresh } = useServerData(
  () => 'sheets',
  () => allSheets(connection.look),
)
const problem = ref<Problem>()
const said = ref('')
const busy = ref('')
const picker = ref<HTMLInputElement>()
const route = useRoute()
const system = ref(systems.find(one => one === route.query.system))
const filter = ref('')
/** By which column, and which way; a second press turns it round. */
const sorted = ref<{ by: SortKey; down: boolean }>({ by: 'title', down: false })
function sortBy(by: SortKey) {
  sorted.value = { by, down: sorted.value.by === by && !sorted.value.down }
}
/** A file that was read and looked through, and not yet taken. */
const waiting = ref<{ name: string; pack: unknown; preview: ImportPreview }>()
const { isLead: mayWrite } = storeToRefs(session)

const present = computed(() => [...new Set(sheets.value?.map(sheet => sheet.system as System) ?? [])])
const shown = computed(() => arrangeSheets(sheets.value ?? [], { system: system.value, filter: filter.value, ...sorted.value }))
async function attempt(name: string, what: string, work: () => Promise<void>) {
  busy.value = what
  problem.value = undefined
  said.value = ''
  try {
    await work()
  } catch (error) {
    if (error instanceof ProblemFailure) problem.value = error.problem
    else if (!connection.notice(error))
      said.value = error instanceof SyntaxError ? `${name} is not readable as JSON: ${error.message}` : wordsOf(error)
  } finally {
    busy.value = ''
  }
}
async function look(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await attempt(file.name, 'Looking through …', async () => {
    if (file.size > limits.packBytes) throw new Error(`${file.name} is larger than ${limits.packBytes / 1024 / 1024} MiB. Split the pack.`)
    const pack: unknown = JSON.parse(await file.text())
    waiting.value = { name: file.name, pack, preview: await call('POST', '/api/packs/preview', answers.preview, pack) }
  })
}
const take = () =>
  attempt(waiting.value!.name, 'Importing …', async () => {
    const { name, pack } = waiting.value!
    const result = await call('POST', '/api/packs', answers.imported, pack)
    said.value = `${name}: ${result.added.length} added, ${result.unchanged.length} already here.`
    waiting.value = undefined
    await refresh()
  })
const nothingNew = computed(
  () =>
    waiting.value?.preview.sheets.every(sheet => sheet.change === 'same') &&
    waiting.value.preview.families.every(family => family.change === 'same'),
)
const changeTag = { new: 'new', newer: 'new revision', older: 'older revision, kept beside', same: 'already here' } as const
</script>

<template>
  <div class="stack">
    <div class="spread wrap">
      <h1>Library</h1>
      <div class="row">
        <template v-if="mayWrite"
          ><v-btn-main to="/sheets/new">New line sheet</v-btn-main
          ><input
            ref="picker"
            class="sr"
            type="file"
            accept=".json,application/json"
            aria-label="Pack file"
            tabindex="-1"
            @change="look"
          /><v-btn-second :disabled="!!busy" @click="picker?.click()">{{ busy || 'Import a pack' }}</v-btn-second></template
        >
        <v-menu
          ><template #activator="{ props: menu }"><v-btn-second v-bind="menu">Export</v-btn-second></template>
          <div class="card stack exports">
            <v-btn-second size="small" href="/api/packs/export" download>All sheets, as a pack</v-btn-second
            ><v-btn-second size="small" href="/api/packs/fittings.csv" download>Fittings and torques, CSV</v-btn-second
            ><v-btn-second size="small" href="/api/packs/fluids.csv" download>Fluids, CSV</v-btn-second
            ><v-btn-quiet size="small" href="/api/schemas/pack" target="_blank">JSON Schema of the pack</v-btn-quiet>
          </div></v-menu
        >
      </div>
    </div>
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <div v-if="problem" class="trouble" role="alert">
      <b>{{ problem.title }}.</b> {{ problem.detail }}
      <ul>
        <li v-for="(item, i) in problem.errors" :key="i">
          <code>{{ item.path || 'file' }}</code>: {{ item.message }}
        </li>
      </ul>
    </div>
    <section v-if="waiting" class="card preview stack" aria-label="What the import would do">
      <div>
        <h2>{{ waiting.name }}: {{ waiting.preview.title }}</h2>
        <p class="soft">Nothing is taken yet. All of it is taken, or nothing.</p>
      </div>
      <ul v-if="waiting.preview.families.length" class="row">
        <li v-for="family in waiting.preview.families" :key="family.id">
          {{ family.name }}
          <span class="tag" :class="{ ok: family.change === 'new', warn: family.change === 'changed' }">{{
            family.change === 'same' ? 'known' : family.change
          }}</span>
        </li>
      </ul>
      <ul class="stack">
        <li v-for="sheet in waiting.preview.sheets" :key="`${sheet.id}${sheet.revision}`">
          <b>{{ sheet.title }}</b> <span class="soft">{{ sheet.id }}, revision {{ sheet.revision }}</span>
          <span class="tag" :class="{ ok: sheet.change === 'new', warn: sheet.change === 'newer' }">{{ changeTag[sheet.change] }}</span>
          <ul v-if="sheet.changes.length" class="changes">
            <li v-for="(words, i) in sheet.changes.slice(0, 12)" :key="i">{{ words }}</li>
            <li v-if="sheet.changes.length > 12" class="soft">and {{ sheet.changes.length - 12 }} more</li>
          </ul>
        </li>
      </ul>
      <div class="row">
        <v-btn-main :disabled="!!busy || nothingNew" @click="take">
          {{
            nothingNew
              ? 'All of it is here already'
              : `Take ${plural(waiting.preview.sheets.filter(sheet => sheet.change !== 'same').length, 'sheet')}`
          }}</v-btn-main><v-btn-second @click="waiting = undefined">Leave it</v-btn-second>
      </div>
    </section>
    <div v-if="!sheets" class="busy" role="status" aria-label="Loading the library" />
    <div v-else-if="sheets.length === 0" class="empty">
      <b>No line sheets yet.</b>A lead or an admin imports a pack (*.efferent.json), or writes the first one.
    </div>
    <template v-else>
      <div class="tabs" role="group" aria-label="System">
        <v-btn-choice :aria-pressed="!system" @click="system = undefined">All {{ sheets.length }}</v-btn-choice
        ><v-btn-choice v-for="one in present" :key="one" :aria-pressed="system === one" @click="system = one">{{
          systemWords[one]
        }}</v-btn-choice>
      </div>
      <v-text-field v-model="filter" class="filter" density="compact" clearable label="Only those with these words" />
      <p v-if="shown.length === 0" class="empty">
        <b>No sheet has all of “{{ filter }}”.</b>Take a word away, or choose another system.
      </p>
      <SheetTable v-else :sheets="shown" :sorted="sorted" :may-write="mayWrite" @sort="sortBy" />
    </template>
  </div>
</template>

<style scoped>
code {
  font-weight: 700;
  font-family: var(--face);
}
.wrap {
  flex-wrap: wrap;
}
.filter {
  max-width: 420px;
}
.exports {
  border: 2px solid var(--ink);
  color: var(--ink);
}
.preview {
  border-top: 5px solid var(--accent);
}
.changes {
  list-style: disc;
  padding-left: 22px;
}
</style>
